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
import { ProblemError, type Actor, type App } from '../http/index';
import { readUpload, sendPaper, type PapersService } from '../papers/index';
import { sameText } from '../secrets/index';
import type { SigningService } from '../signing/index';
import type { TakeAlongMaker } from '../takealong/index';
import type { DoorService } from './service';
import type { DoorSessionRow } from './store';

const COOKIE = 'cavren_door';
const done = { done: true as const };
const fewTries = { rateLimit: { max: 30, timeWindow: '1 minute' } };

export function doorRoutes(app: App, door: DoorService, signing: SigningService, papers: PapersService, takeAlong: TakeAlongMaker, secure: boolean): void {
  const enter = (reply: FastifyReply, token: string) =>
    void reply.setCookie(COOKIE, token, { path: '/api/door', httpOnly: true, sameSite: 'strict', secure, maxAge: 2 * 60 * 60 });

  async function inside(request: FastifyRequest): Promise<DoorSessionRow> {
    const token = request.cookies[COOKIE];
    const session = token ? await door.session(token) : null;
    if (!session) throw new ProblemError(401, 'signed-out', 'Your time here has run out. Open the link again.');
    if (request.method !== 'GET' && !sameText(String(request.headers['x-csrf-token'] ?? ''), session.csrfToken))
      throw new ProblemError(403, 'csrf', 'This page is out of date. Load it again.');
    return session;
  }
  const actorOf = async (session: DoorSessionRow): Promise<Actor> => ({ kind: 'applicant', id: session.personId, name: (await door.view(session)).name });

  app.post('/api/door/open', { config: fewTries, schema: { body: OpenDoor, response: { 200: DoorGreeting } } }, (request) => door.greet(request.body.token));
  app.post('/api/door/code', { config: fewTries, schema: { body: OpenDoor, response: { 200: Done } } }, async (request) => {
    await door.sendCodeForLink(request.body.token);
    return done;
  });
  app.post('/api/door/enter', { config: fewTries, schema: { body: EnterDoor, response: { 200: DoorView } } }, async (request, reply) => {
    const { token, session } = await door.enter(request.body.token, request.body.code);
    enter(reply, token);
    return door.view(session);
  });
  app.post('/api/door/return', { config: fewTries, schema: { body: ReturnToDoor, response: { 200: Done } } }, async (request) => {
    await door.sendCodeForReturn(request.body.reference, request.body.phone);
    return done;
  });
  app.post('/api/door/return/enter', { config: fewTries, schema: { body: ReturnCode, response: { 200: DoorView } } }, async (request, reply) => {
    const { token, session } = await door.enterReturning(request.body.reference, request.body.phone, request.body.code);
    enter(reply, token);
    return door.view(session);
  });
  app.get('/api/door/products/:code', { schema: { params: ProductCode, response: { 200: PublicProduct } } }, (request) => door.product(request.params.code));
  app.post('/api/door/apply', { config: fewTries, schema: { body: ApplyAtDoor, response: { 201: AppliedAtDoor } } }, async (request, reply) =>
    reply.status(201).send({ reference: await door.apply(request.body) }),
  );
  app.patch('/api/door/details', { schema: { body: DoorDetails, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await door.changeDetails(session, request.body, await actorOf(session));
    return door.view(session);
  });
  app.post('/api/door/consents', { schema: { body: GiveConsentAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await door.giveConsent(session, request.body.kind, await actorOf(session));
    return door.view(session);
  });
  app.post('/api/door/details/done', { schema: { response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await door.handBack(session, await actorOf(session));
    return door.view(session);
  });
  app.get('/api/door/me', { schema: { response: { 200: DoorView } } }, async (request) => door.view(await inside(request)));
  app.post('/api/door/leave', { schema: { response: { 200: Done } } }, async (request, reply) => {
    await door.leave(await inside(request));
    reply.clearCookie(COOKIE, { path: '/api/door' });
    return done;
  });
  app.get('/api/door/agreement', async (request, reply) => {
    const session = await inside(request);
    const view = await door.view(session);
    if (!view.signing || (view.signing.state === 'yours' && !view.signing.consentedAt))
      throw new ProblemError(409, 'consent-first', 'Agree to electronic papers first.');
    const { content, sealed } = await signing.document(session.fileId);
    return sendPaper(reply, { content, mediaType: 'application/pdf', name: `${view.reference}${sealed ? '-signed' : ''}.pdf` });
  });
  app.get('/api/door/costs', async (request, reply) => {
    const session = await inside(request);
    const { file, today } = await door.costsFile(session);
    return sendPaper(reply, { content: await takeAlong.make('costs.pdf', file, today), mediaType: 'application/pdf', name: `${file.reference}-costs.pdf` });
  });
  app.post('/api/door/consent', { schema: { response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await signing.consent(session.fileId, session.personId, await actorOf(session));
    return door.view(session);
  });
  app.post('/api/door/read', { schema: { body: ReadToEnd, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await signing.read(session.fileId, session.personId, request.body.pages, await actorOf(session));
    return door.view(session);
  });
  app.post('/api/door/sign', { schema: { body: SignAgreement, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    const place = {
      address: request.ip,
      device: request.headers['user-agent'] ?? 'unknown',
      codeSentTo: session.codeSentTo ? `••••${session.codeSentTo.slice(-4)}` : '',
    };
    await signing.sign(session.fileId, session.personId, request.body, place, await actorOf(session));
    return door.view(session);
  });
  app.post('/api/door/papers', { schema: { response: { 201: DoorView } } }, async (request, reply) => {
    const session = await inside(request);
    const upload = await readUpload(request);
    if (upload.conditionKey === null)
      throw new ProblemError(422, 'invalid', 'Choose what this paper is for.', {
        errors: [{ path: 'conditionKey', message: 'Choose what this paper is for.' }],
      });
    await papers.add({ id: session.fileId }, upload, session.personId, await actorOf(session));
    return reply.status(201).send(await door.view(session));
  });
  app.get('/api/door/papers/:id/content', { schema: { params: z.object({ id: Id }) } }, async (request, reply) => {
    const session = await inside(request);
    return sendPaper(reply, await papers.content(session.fileId, request.params.id, session.personId));
  });
}
