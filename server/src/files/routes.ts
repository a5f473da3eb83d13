import {
  FileAnswer,
  FilePage,
  FileQuery,
  InviteApplicant,
  MoveFile,
  OpenedFile,
  OpenFile,
  ProductOnOffer,
  StatedBy,
  TakeBack,
  TodayPage,
  TodayQuery,
  WithdrawFile,
} from '@cavren/contract';
import { signersOf, type FilePerson } from '@cavren/core';
import { z } from 'zod';
import { notFound, refused, staffFor, type App } from '../http/index';
import type { FileChange, Files } from './change';
import type { FilesService } from './service';

/** The path parameter of everything below a file. */
export const FileParams = z.object({ reference: z.string().regex(/^[0-9A-Z]{3}-[0-9A-Z]{3}-[0-9A-Z]$/, 'Not a reference') });

/** Sends somebody a link to their front door. */
type Invite = (change: FileChange, person: FilePerson, subject: string, text: string) => Promise<void>;

export function fileRoutes(app: App, files: Files, service: FilesService, invite: Invite): void {
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
    return reply.status(201).send({ reference: (await service.open(request.body, actor)).reference });
  });
  app.get('/api/files/:reference', { schema: { params: FileParams, response: { 200: FileAnswer } } }, async (request) => {
    staffFor(request, 'file.read');
    return files.view(request.params.reference);
  });
  app.get('/api/files/:reference/stated-by', { schema: { params: FileParams, response: { 200: StatedBy } } }, async (request) => {
    staffFor(request, 'file.read');
    return service.statedBy(request.params.reference);
  });
  app.get('/api/files/:reference/alternatives', { schema: { params: FileParams, response: { 200: z.array(ProductOnOffer) } } }, async (request) => {
    const actor = staffFor(request, 'file.open');
    return service.alternatives(request.params.reference, actor.id);
  });
  app.post('/api/files/:reference/invite', { schema: { params: FileParams, body: InviteApplicant, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.invite');
    const { version, personId } = request.body;
    return service.setWithApplicant(request.params.reference, version, true, actor, async (change) => {
      const person = signersOf(change.file).find(({ id }) => id === personId);
      if (!person) throw notFound('Somebody who can come in at the front door');
      if (!person.phone) throw refused('phone-missing', 'A code is texted to who comes in: give a phone number first.');
      await invite(change, person, 'Go on with your application', 'You can fill in your details yourself, here:');
    });
  });
  app.post('/api/files/:reference/take-back', { schema: { params: FileParams, body: TakeBack, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.invite');
    return service.setWithApplicant(request.params.reference, request.body.version, false, actor, () => Promise.resolve());
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
