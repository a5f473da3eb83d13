import { FileAnswer, FilePage, FileQuery, MoveFile, OpenedFile, OpenFile, TodayPage, TodayQuery, WithdrawFile } from '@cavren/contract';
import { z } from 'zod';
import { staffFor, type App } from '../http/index';
import type { Files } from './change';
import type { FilesService } from './service';

/** The path parameter of everything below a file. */
export const FileParams = z.object({ reference: z.string().regex(/^[0-9A-Z]{3}-[0-9A-Z]{3}-[0-9A-Z]$/, 'Not a reference') });

export function fileRoutes(app: App, files: Files, service: FilesService): void {
  app.get('/api/today', { schema: { querystring: TodayQuery, response: { 200: TodayPage } } }, async (request) => {
    const { me } = staffFor(request, 'file.read');
    return service.today(me, request.query.waitingFor, request.query.page, request.query.size);
  });
  app.get('/api/files', { schema: { querystring: FileQuery, response: { 200: FilePage } } }, async (request) => {
    staffFor(request, 'file.read');
    return service.list(request.query);
  });
  app.post('/api/files', { schema: { body: OpenFile, response: { 201: OpenedFile } } }, async (request, reply) => {
    const actor = staffFor(request, 'file.open');
    return reply.status(201).send({ reference: await service.open(request.body, actor) });
  });
  app.get('/api/files/:reference', { schema: { params: FileParams, response: { 200: FileAnswer } } }, async (request) => {
    staffFor(request, 'file.read');
    return files.view(request.params.reference);
  });
  app.post('/api/files/:reference/move', { schema: { params: FileParams, body: MoveFile, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.move');
    return service.move(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/withdraw', { schema: { params: FileParams, body: WithdrawFile, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.withdraw');
    return service.withdraw(request.params.reference, request.body.version, request.body.reason, actor);
  });
}
