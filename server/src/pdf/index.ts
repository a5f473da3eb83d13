import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';

const fonts = join(dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')), 'ttf');
const file = (name: string) => join(fonts, name);

pdfmake.setFonts({
  Text: {
    normal: file('DejaVuSans.ttf'),
    bold: file('DejaVuSans-Bold.ttf'),
    italics: file('DejaVuSans-Oblique.ttf'),
    bolditalics: file('DejaVuSans-BoldOblique.ttf'),
  },
});
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => path.startsWith(fonts));

/** Makes a PDF from a document definition of pdfmake, in our fonts; nothing is read but those. */
export async function makePdf(content: object[], title: string): Promise<Buffer> {
  const made = await pdfmake
    .createPdf({
      info: { title, producer: 'Cavren', creator: 'Cavren' },
      pageSize: 'LETTER',
      pageMargins: [56, 56, 56, 64],
      defaultStyle: { font: 'Text', fontSize: 9.5, lineHeight: 1.25 },
      styles: {
        title: { fontSize: 17, bold: true },
        heading: { fontSize: 11.5, bold: true, margin: [0, 14, 0, 4] },
        small: { fontSize: 8, color: '#444444' },
        number: { fontSize: 8 },
      },
      footer: (page: number, pages: number) => ({
        text: `${title} · page ${page} of ${pages}`,
        alignment: 'center',
        fontSize: 8,
        color: '#444444',
        margin: [0, 20, 0, 0],
      }),
      content,
    })
    .getBuffer();
  return Buffer.from(made);
}
