import { PDFDocument } from '@cantoo/pdf-lib';

export async function countPages(pdf: Buffer): Promise<number> {
  return (await PDFDocument.load(pdf)).getPageCount();
}

/** One page of a document as a document of its own, numbered from one; null where there is no such page. */
export async function onePage(pdf: Buffer, number: number): Promise<Buffer | null> {
  const whole = await PDFDocument.load(pdf);
  if (number < 1 || number > whole.getPageCount()) return null;
  const alone = await PDFDocument.create();
  const [page] = await alone.copyPages(whole, [number - 1]);
  alone.addPage(page);
  return Buffer.from(await alone.save());
}
