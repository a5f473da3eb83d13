import '@fastify/multipart';
import { FileAnswer, Id, JudgePaper, MAX_PAPER_BYTES, RemovePaper } from '@cavren/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { FileParams, type FilesStore } from '../files/index';
import { invalid, notFound, staffFor, type App } from '../http/index';
import type { PapersService, UploadedPaper } from './service';

const PaperParams = FileParams.extend({ id: Id });

export function paperRoutes(app: App, service: PapersService, files: FilesStore): void {
  app.post('/api/files/:reference/papers', { schema: { params: FileParams, response: { 201: FileAnswer } } }, async (request, reply) => {
    const actor = staffFor(request, 'paper.add');
    return reply.status(201).send(await service.add({ reference: request.params.reference }, await readUpload(request), null, actor));
  });
  app.get('/api/files/:reference/papers/:id/content', { schema: { params: PaperParams } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const file = await files.byReference(request.params.reference);
    if (!file) throw notFound('This file');
    return sendPaper(reply, await service.content(file.id, request.params.id, null));
  });
  app.post(
    '/api/files/:reference/papers/:id/verdict',
    { schema: { params: PaperParams, body: JudgePaper, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'paper.judge');
      return service.judge(request.params.reference, request.params.id, request.body, actor);
    },
  );
  app.post(
    '/api/files/:reference/papers/:id/remove',
    { schema: { params: PaperParams, body: RemovePaper, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'paper.remove');
      return service.remove(request.params.reference, request.body.version, request.params.id, request.body.reason, actor);
    },
  );
}

/** One paper of a multipart request: the file, and before it the condition that it is for. */
export async function readUpload(request: FastifyRequest): Promise<UploadedPaper> {
  const part = await request.file({ limits: { fileSize: MAX_PAPER_BYTES + 1, files: 1, fields: 2 } });
  if (!part) throw invalid([{ path: 'file', message: 'Choose a file.' }]);
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
