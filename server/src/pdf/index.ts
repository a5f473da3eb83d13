import type { PlacePack } from '@cavren/core';
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

/** Facts, one under the other: what each is, and in bold what it comes to. */
export const factRows = (facts: readonly (readonly [label: string, value: string])[]): object => ({
  table: {
    widths: [170, '*'],
    body: facts.map(([label, value]) => [
      { text: label, color: '#444444' },
      { text: value, bold: true },
    ]),
  },
  layout: 'lightHorizontalLines',
});

export interface PageWish {
  paper: PlacePack['paper'];
  /** Large print is set in 16 points and more, as clear print guidelines ask (common practice, no source). */
  large?: boolean;
}
const LARGE = 16 / 9.5;

/** Makes a PDF from a document definition of pdfmake, in our fonts and on the paper of the place; nothing is read but those. */
export async function makePdf(content: object[], title: string, { paper, large = false }: PageWish): Promise<Buffer> {
  const points = (size: number): number => (large ? Math.round(size * LARGE * 2) / 2 : size);
  const made = await pdfmake
    .createPdf({
      info: { title, producer: 'Cavren', creator: 'Cavren' },
      pageSize: paper,
      pageMargins: [56, 56, 56, 64],
      defaultStyle: { font: 'Text', fontSize: points(9.5), lineHeight: 1.25 },
      styles: {
        title: { fontSize: points(17), bold: true },
        heading: { fontSize: points(11.5), bold: true, margin: [0, 14, 0, 4] },
        small: { fontSize: points(8), color: '#444444' },
        number: { fontSize: points(8) },
      },
      footer: (page: number, pages: number) => ({
        text: `${title} · page ${page} of ${pages}`,
        alignment: 'center',
        fontSize: points(8),
        color: '#444444',
        margin: [0, 20, 0, 0],
      }),
      content,
    })
    .getBuffer();
  return Buffer.from(made);
}
