import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib';

const INK = rgb(0.1, 0.12, 0.14);
const GREY = rgb(0.35, 0.38, 0.4);

/** A paper of the demo: who issued it, a heading, lines of label and value. Built with a reader's own fonts, so it is quick. */
export async function demoPaper(title: string, issuer: string, lines: [string, string][]): Promise<Buffer> {
  const document = await PDFDocument.create();
  const [plain, bold] = await Promise.all([document.embedFont(StandardFonts.Helvetica), document.embedFont(StandardFonts.HelveticaBold)]);
  const page = document.addPage([612, 792]);
  page.drawText(issuer, { x: 56, y: 720, size: 14, font: bold, color: INK });
  page.drawText('Quillhaven', { x: 490, y: 720, size: 11, font: plain, color: GREY });
  page.drawLine({ start: { x: 56, y: 708 }, end: { x: 556, y: 708 }, thickness: 1, color: INK });
  page.drawText(title, { x: 56, y: 660, size: 20, font: bold, color: INK });
  lines.forEach(([label, value], at) => {
    const y = 618 - at * 26;
    page.drawText(label, { x: 56, y, size: 11, font: plain, color: GREY });
    page.drawText(value, { x: 240, y, size: 11, font: bold, color: INK });
    page.drawLine({ start: { x: 56, y: y - 8 }, end: { x: 556, y: y - 8 }, thickness: 0.4, color: GREY });
  });
  page.drawText('Made up for a demonstration. Nobody and nothing named here exists.', { x: 56, y: 80, size: 9, font: plain, color: GREY });
  return Buffer.from(await document.save({ useObjectStreams: false }));
}
