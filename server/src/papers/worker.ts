import { EncryptedPDFError, PDFArray, PDFDict, PDFDocument, PDFName, PDFRawStream, PDFRef, type PDFObject } from '@cantoo/pdf-lib';
import { fileTypeFromBuffer } from 'file-type';
import { inflateSync } from 'node:zlib';
import type { MessagePort } from 'node:worker_threads';
import sharp from 'sharp';
import { PAPER_TYPES } from '@cavren/contract';
import type { Examined, PaperFault } from './examine';

const MOST_PIXELS = 60_000_000;
/** All that the streams of one paper may come to when they are unpacked. */
const MOST_INFLATED = 120 * 1024 * 1024;

/**
 * Runs on a worker thread: what a paper is, or what is wrong with it. Pictures are decoded to the last row, PDFs parsed.
 * @param clean whether what acts by itself in a PDF is taken out of it. @param begun told when the work begins.
 */
export default async function examine({ bytes, clean, begun }: { bytes: Uint8Array; clean: boolean; begun: MessagePort }): Promise<Examined> {
  begun.postMessage(null);
  const content = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const found = (await fileTypeFromBuffer(content))?.mime;
  const type = PAPER_TYPES.find((candidate) => candidate === found);
  if (!type) return { fault: 'otherKind', ...(found ? { found } : {}) };
  const fault = type === 'application/pdf' ? await faultOfPdf(content) : await faultOfPicture(content);
  if (fault === 'active' && clean) {
    const cleaned = await withoutActing(content);
    return cleaned ? { type, cleaned } : { fault };
  }
  return fault ? { fault } : { type };
}

async function faultOfPicture(content: Buffer): Promise<PaperFault | null> {
  return sharp(content, { failOn: 'warning', limitInputPixels: MOST_PIXELS })
    .stats()
    .then(
      () => null,
      () => 'damagedPicture',
    );
}

async function faultOfPdf(content: Buffer): Promise<PaperFault | null> {
  if (content.subarray(0, 5).toString('latin1') !== '%PDF-') return 'noBeginning';
  if (!content.subarray(-1024).toString('latin1').includes('%%EOF')) return 'damagedPdf';
  if (inflatesTooFar(content)) return 'inflates';
  try {
    const document = await PDFDocument.load(content, { updateMetadata: false, throwOnInvalidObject: true });
    if (document.getPageCount() === 0) return 'damagedPdf';
    return document.context.enumerateIndirectObjects().some(([, object]) => acts(object, 0)) ? 'active' : null;
  } catch (error) {
    return error instanceof EncryptedPDFError ? 'encrypted' : 'damagedPdf';
  }
}

/** Whether the packed streams of a PDF come to more than a paper can need: they are unpacked one by one, no further than allowed. */
function inflatesTooFar(content: Buffer): boolean {
  let left = MOST_INFLATED;
  for (let at = content.indexOf('stream'); at >= 0; at = content.indexOf('stream', at + 6)) {
    if (content.subarray(at - 3, at).toString('latin1') === 'end') continue;
    const begin = content[at + 6] === 0x0d && content[at + 7] === 0x0a ? at + 8 : at + 7;
    // What is packed says so in its first byte: a deflate stream of a window of 32 KB (RFC 1950, 2.2).
    if (content[begin] !== undefined && (content[begin] & 0x0f) !== 8) continue;
    const end = content.indexOf('endstream', begin);
    try {
      left -= inflateSync(content.subarray(begin, end < 0 ? undefined : end), { maxOutputLength: Math.max(left, 1) }).length;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE') return true;
    }
    if (left <= 0) return true;
  }
  return false;
}

const named = (dict: PDFDict, key: string): string => {
  const value = dict.get(PDFName.of(key));
  return value instanceof PDFName ? value.decodeText() : '';
};
/** Kinds of action that do something without being asked (ISO 32000-1, 12.6.4). */
const ACTIONS = ['JavaScript', 'Launch', 'ImportData', 'SubmitForm', 'RichMediaExecute', 'Rendition', 'GoToE'];

const ACTING_TYPES = ['EmbeddedFile', 'RichMedia', 'FileAttachment'];
const ACTING_KEYS = ['JS', 'JavaScript', 'EmbeddedFiles', 'XFA', 'RichMediaContent'];
/** Where a PDF says what to do when it is opened, printed or clicked (ISO 32000-1, 12.6.3), and which files belong to it (ISO 32000-2, 14.13). */
const WAYS_TO_ACT = ['OpenAction', 'AA', 'A', 'AF', 'EF'];
const DEEPEST = 40;

const dictOf = (object: PDFObject): PDFDict | null => {
  const dict = object instanceof PDFRawStream ? object.dict : object;
  return dict instanceof PDFDict ? dict : null;
};
const isActing = (dict: PDFDict): boolean =>
  ACTIONS.includes(named(dict, 'S')) ||
  ['Type', 'Subtype'].some((key) => ACTING_TYPES.includes(named(dict, key))) ||
  ACTING_KEYS.some((key) => dict.has(PDFName.of(key)));

/** Whether an object of a PDF is something that acts by itself or hides another file: a script, a launch, an embedded file, a form of XFA. */
function acts(object: PDFObject, depth: number): boolean {
  if (depth > DEEPEST) return true;
  if (object instanceof PDFArray) return object.asArray().some((part) => acts(part, depth + 1));
  const dict = dictOf(object);
  return dict !== null && (isActing(dict) || dict.values().some((part) => acts(part, depth + 1)));
}

/** A PDF without what acts in it or hides in it; its pages stay. Null where something of that is left. */
async function withoutActing(content: Buffer): Promise<Uint8Array | null> {
  const document = await PDFDocument.load(content, { updateMetadata: false });
  const { context } = document;
  const acting = (object: PDFObject): boolean => {
    const found = object instanceof PDFRef ? context.lookup(object) : object;
    const dict = found && dictOf(found);
    return dict !== null && dict !== undefined && isActing(dict) && dict !== document.catalog;
  };
  const clean = (object: PDFObject, depth: number): void => {
    if (depth > DEEPEST) return;
    if (object instanceof PDFArray) {
      for (let at = object.size() - 1; at >= 0; at -= 1) if (acting(object.get(at))) object.remove(at);
      for (const part of object.asArray()) clean(part, depth + 1);
    }
    const dict = dictOf(object);
    if (!dict) return;
    for (const key of [...ACTING_KEYS, ...WAYS_TO_ACT]) dict.delete(PDFName.of(key));
    for (const [key, value] of dict.entries()) {
      if (acting(value)) dict.delete(key);
      else clean(value, depth + 1);
    }
  };
  const objects = context.enumerateIndirectObjects();
  for (const [ref] of objects) if (acting(ref)) context.delete(ref);
  for (const [, object] of objects) clean(object, 0);
  if (context.enumerateIndirectObjects().some(([, object]) => acts(object, 0))) return null;
  return document.save({ useObjectStreams: false, updateFieldAppearances: false });
}
