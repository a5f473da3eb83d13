import { MAX_PAPER_BYTES, PAPER_TYPES } from '@cavren/contract';
import { PDFDocument } from '@cantoo/pdf-lib';
import { fileTypeFromBuffer } from 'file-type';
import sharp from 'sharp';
import { invalid } from '../http/index';

export type PaperType = (typeof PAPER_TYPES)[number];

const MOST_PIXELS = 60_000_000;

/**
 * Says what a paper is by its content, and refuses what can't be looked at: empty, too large, another kind, damaged.
 * Pictures are decoded to the last row, PDFs parsed.
 * @throws ProblemError 422 that says what is wrong and what would be right.
 */
export async function examinePaper(content: Buffer): Promise<PaperType> {
  const refuse = (message: string) => invalid([{ path: 'file', message }]);
  if (content.length === 0) throw refuse('This file is empty. Choose the scan or photo again.');
  if (content.length > MAX_PAPER_BYTES) throw refuse('This file is larger than 10 MB. Scan it at 200 dpi, or send fewer pages.');
  const found = (await fileTypeFromBuffer(content))?.mime;
  const type = PAPER_TYPES.find((candidate) => candidate === found);
  if (!type) throw refuse(`This is no PDF, JPEG or PNG${found ? ` but ${found}` : ''}, whatever its name says. Send one of those.`);
  if (type === 'application/pdf') {
    if (content.subarray(0, 5).toString('latin1') !== '%PDF-') throw refuse('This PDF does not begin as one. Print it to PDF again.');
    await examinePdf(content).catch(() => {
      throw refuse('This PDF is cut off or damaged. Save or scan it again.');
    });
    return type;
  }
  await sharp(content, { failOn: 'warning', limitInputPixels: MOST_PIXELS })
    .stats()
    .catch(() => {
      throw refuse('This picture is cut off, damaged or too large in pixels. Take it again.');
    });
  return type;
}

async function examinePdf(content: Buffer): Promise<void> {
  if (!content.subarray(-1024).toString('latin1').includes('%%EOF')) throw new Error('no end');
  const document = await PDFDocument.load(content, { updateMetadata: false, throwOnInvalidObject: true });
  if (document.getPageCount() === 0) throw new Error('no pages');
}
