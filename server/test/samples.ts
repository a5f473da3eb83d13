import { PDFDocument } from '@cantoo/pdf-lib';
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';

/** Papers as people send them, made for the tests. */
export async function pdf(text = 'Payslip'): Promise<Buffer> {
  const document = await PDFDocument.create();
  document.addPage([300, 300]).drawText(text, { x: 40, y: 200, size: 18 });
  return Buffer.from(await document.save());
}
export const png = (): Promise<Buffer> =>
  sharp({ create: { width: 60, height: 40, channels: 3, background: '#aa5533' } })
    .png()
    .toBuffer();
export const jpeg = (): Promise<Buffer> =>
  sharp({ create: { width: 600, height: 400, channels: 3, background: '#3355aa' } })
    .jpeg()
    .toBuffer();

/** A drawn signature as the front door sends it. */
export async function drawing(): Promise<string> {
  const stroke = Buffer.from('<svg width="300" height="100"><path d="M10 60 Q 80 10 150 60 T 290 40" stroke="black" stroke-width="4" fill="none"/></svg>');
  return `data:image/png;base64,${(await sharp(stroke).png().toBuffer()).toString('base64')}`;
}

/** The sizes of type of a PDF in points, as often as each begins anew. */
export function sizesOf(content: Buffer): number[] {
  const path = join(tmpdir(), `cavren-sizes-${process.pid}.pdf`);
  writeFileSync(path, content);
  const pages = execFileSync('pdftohtml', ['-xml', '-stdout', '-i', '-zoom', '1', path], { encoding: 'utf8' });
  return [...pages.matchAll(/<fontspec [^>]*size="(\d+)"/g)].map(([, size]) => Number(size));
}

/** The words of a PDF, in the order in which they stand on its pages. */
export function textOf(content: Buffer): string {
  const path = join(tmpdir(), `cavren-read-${process.pid}.pdf`);
  writeFileSync(path, content);
  return execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
}
