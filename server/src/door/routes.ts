import { PROBLEM } from './problems';
import '@fastify/cookie';
import {
  AppliedAtDoor,
  ApplyAtDoor,
  DoorDetails,
  DoorGreeting,
  DoorView,
  Done,
  EnterDoor,
  GiveConsentAtDoor,
  Id,
  OpenDoor,
  ProductCode,
  PublicProduct,
  ReadToEnd,
  ReturnCode,
  ReturnToDoor,
  SignAgreement,
} from '@cavren/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { type Actor } from '../http/index';
import { readUpload, sendPaper } from '../papers/index';
import { sameText } from '../secrets/index';
import { doorService, type DoorService } from './service';
import { doorStore, type DoorSessionRow } from './store';

declare module '../house/index' {
  interface Services {
    door: DoorService;
  }
}

const COOKIE = 'cavren_door';
const done = { done: true as const };
const fewTries = { rateLimit: { max: 30, timeWindow: '1 minute' } };

/** The applicants' own pages: by a code to their phone they come to what is theirs, and to nothing else. */
export const door: Concept = (app, house) => {
  const { services, secure } = house;
  const service = house.offer('door', doorService(house, doorStore(house.db)));

  const enter = (reply: FastifyReply, token: string) =>
    void reply.setCookie(COOKIE, token, { path: '/api/door', httpOnly: true, sameSite: 'strict', secure, maxAge: 2 * 60 * 60 });

  async function inside(request: FastifyRequest): Promise<DoorSessionRow> {
    const token = request.cookies[COOKIE];
    const session = token ? await service.session(token) : null;
    if (!session) throw PROBLEM.signedOut();
    if (request.method !== 'GET' && !sameText(String(request.headers['x-csrf-token'] ?? ''), session.csrfToken)) throw PROBLEM.csrf();
    return session;
  }
  const actorOf = async (session: DoorSessionRow): Promise<Actor> => ({ kind: 'applicant', id: session.personId, name: (await service.view(session)).name });

  app.post('/api/door/open', { config: fewTries, schema: { body: OpenDoor, response: { 200: DoorGreeting } } }, (request) => service.greet(request.body.token));
  app.post('/api/door/code', { config: fewTries, schema: { body: OpenDoor, response: { 200: Done } } }, async (request) => {
    await service.sendCodeForLink(request.body.token);
    return done;
  });
  app.post('/api/door/enter', { config: fewTries, schema: { body: EnterDoor, response: { 200: DoorView } } }, async (request, reply) => {
    const { token, session } = await service.enter(request.body.token, request.body.code);
    enter(reply, token);
    return service.view(session);
  });
  app.post('/api/door/return', { config: fewTries, schema: { body: ReturnToDoor, response: { 200: Done } } }, async (request) => {
    await service.sendCodeForReturn(request.body.reference, request.body.phone);
    return done;
  });
  app.post('/api/door/return/enter', { config: fewTries, schema: { body: ReturnCode, response: { 200: DoorView } } }, async (request, reply) => {
    const { token, session } = await service.enterReturning(request.body.reference, request.body.phone, request.body.code);
    enter(reply, token);
    return service.view(session);
  });
  app.get('/api/door/products/:code', { schema: { params: ProductCode, response: { 200: PublicProduct } } }, (request) => service.product(request.params.code));
  app.post('/api/door/apply', { config: fewTries, schema: { body: ApplyAtDoor, response: { 201: AppliedAtDoor } } }, async (request, reply) =>
    reply.status(201).send({ reference: await service.apply(request.body) }),
  );
  app.patch('/api/door/details', { schema: { body: DoorDetails, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.changeDetails(session, request.body, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/consents', { schema: { body: GiveConsentAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.giveConsent(session, request.body.kind, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/details/done', { schema: { response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.handBack(session, await actorOf(session));
    return service.view(session);
  });
  app.get('/api/door/me', { schema: { response: { 200: DoorView } } }, async (request) => service.view(await inside(request)));
  app.post('/api/door/leave', { schema: { response: { 200: Done } } }, async (request, reply) => {
    await service.leave(await inside(request));
    reply.clearCookie(COOKIE, { path: '/api/door' });
    return done;
  });
  app.get('/api/door/agreement', async (request, reply) => {
    const session = await inside(request);
    const view = await service.view(session);
    // Before it was read it is given page by page, so that what was given is known.
    if (!view.signing || (view.signing.state === 'yours' && !view.signing.readAt)) throw PROBLEM.pageByPage();
    const { content, sealed } = await services.signing.document(session.fileId);
    return sendPaper(reply, { content, mediaType: 'application/pdf', name: `${view.reference}${sealed ? '-signed' : ''}.pdf` });
  });
  app.get('/api/door/agreement/pages/:page', { schema: { params: z.object({ page: z.coerce.number().int().min(1).max(500) }) } }, async (request, reply) => {
    const session = await inside(request);
    const content = await services.signing.page(session.fileId, session.personId, session.idHash, request.params.page);
    return sendPaper(reply, { content, mediaType: 'application/pdf', name: `page-${request.params.page}.pdf` });
  });
  app.get('/api/door/costs', async (request, reply) => {
    const session = await inside(request);
    const { file, today } = await service.costsFile(session);
    return sendPaper(reply, {
      content: await services.takeAlong.make('costs.pdf', file, today),
      mediaType: 'application/pdf',
      name: `${file.reference}-costs.pdf`,
    });
  });
  app.post('/api/door/consent', { schema: { response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await services.signing.consent(session.fileId, session.personId, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/read', { schema: { body: ReadToEnd, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await services.signing.read(session.fileId, session.personId, session.idHash, request.body.seen, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/sign', { schema: { body: SignAgreement, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    const place = {
      address: request.ip,
      device: request.headers['user-agent'] ?? 'unknown',
      codeSentTo: session.codeSentTo ? `••••${session.codeSentTo.slice(-4)}` : '',
    };
    await services.signing.sign(session.fileId, session.personId, request.body, place, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/papers', { schema: { response: { 201: DoorView } } }, async (request, reply) => {
    const session = await inside(request);
    const upload = await readUpload(request);
    if (upload.conditionKey === null) throw PROBLEM.invalid({}, 'conditionKey');
    await services.papers.add({ id: session.fileId }, upload, session.personId, await actorOf(session));
    return reply.status(201).send(await service.view(session));
  });
  app.get('/api/door/papers/:id/content', { schema: { params: z.object({ id: Id }) } }, async (request, reply) => {
    const session = await inside(request);
    return sendPaper(reply, await services.papers.content(session.fileId, request.params.id, session.personId));
  });
};
