import { PROBLEM } from './problems';
import '@fastify/multipart';
import { MAX_PAPER_BYTES } from '@cavren/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { makeTurns, type Turns } from '../turns/index';
import type { UploadedPaper } from './service';

/** Papers that are read and looked at at once for one file, and for all; and how many may wait for the others of their file. */
const AT_ONCE = { ofOne: 2, waiting: 30, inAll: 6 };

/** Papers are taken in by turns, so that whoever sends many to one file takes neither memory nor time from others. */
export const uploadTurns = (): Turns => makeTurns(AT_ONCE, () => PROBLEM.crowd());

/** One paper of a multipart request: the file, and before it the condition that it is for. */
export async function readUpload(request: FastifyRequest): Promise<UploadedPaper> {
  const part = await request.file({ limits: { fileSize: MAX_PAPER_BYTES + 1, files: 1, fields: 2 } });
  if (!part) throw PROBLEM.chooseFile({}, 'file');
  const content = await part.toBuffer();
  const field = part.fields['conditionKey'];
  const key = field && !Array.isArray(field) && field.type === 'field' && typeof field.value === 'string' && field.value !== '' ? field.value : null;
  return { name: part.filename, content, conditionKey: key };
}

/** Sends a paper so that a browser shows it and runs nothing in it. */
export function sendPaper(reply: FastifyReply, { content, mediaType, name }: { content: Buffer; mediaType: string; name: string }) {
  return reply
    .type(mediaType)
    .header('content-disposition', `inline; filename*=UTF-8''${encodeURIComponent(name)}`)
    .header('content-security-policy', "default-src 'none'; sandbox")
    .header('x-content-type-options', 'nosniff')
    .header('cache-control', 'private, no-store')
    .send(content);
}
