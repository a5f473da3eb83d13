import { PROBLEM } from './problems';
import '@fastify/cookie';
import {
  AnswerHealthAtDoor,
  AnswerOfferAtDoor,
  AnswerReferenceAtDoor,
  AnswerUnitAtDoor,
  AppealAtDoor,
  AppliedAtDoor,
  ApplyAtDoor,
  AssistanceReadAtDoor,
  ChoosePlanAtDoor,
  DOOR_IN_COOKIE,
  DoorDetails,
  DoorGreeting,
  DoorInside,
  DoorHealth,
  DoorReferences,
  DoorView,
  Done,
  EnterDoor,
  GiveConsentAtDoor,
  HoldUnitAtDoor,
  Id,
  LinkPurpose,
  OpenDoor,
  PayAtDoor,
  ProductCode,
  PublicProduct,
  ReadToEnd,
  RecordRoomAtDoor,
  ReturnCode,
  ReturnToDoor,
  SignAgreement,
  SignRecordAtDoor,
  AnswerMonitoringAtDoor,
  WhichDocument,
} from '@cavren/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { type Actor } from '../http/index';
import { readUpload, sendPaper } from '../papers/index';
import { nameOfSigned } from '../signing/index';
import { newToken, sameText } from '../secrets/index';
import { doorService, type AtDoor, type DoorService } from './service';
import { doorStore, type DoorSessionRow } from './store';

declare module '../house/index' {
  interface Services {
    door: DoorService;
  }
}

const COOKIE = 'cavren_door';
/** The browser's own secret, to which codes are bound, and whom it let in before. */
const BROWSER = 'cavren_door_browser';
const KNOWN = 'cavren_door_known';
const INSIDE_S = 2 * 60 * 60;
const MONTH_S = 30 * 24 * 60 * 60;
const done = { done: true as const };
const fewTries = { rateLimit: { max: 30, timeWindow: '1 minute' } };

/** The applicants' own pages: by a code to their phone they come to what is theirs, and to nothing else. */
export const door: Concept = (app, house) => {
  const { services, secure } = house;
  const service = house.offer('door', doorService(house, doorStore(house.db)));

  const keep = (reply: FastifyReply, name: string, value: string, maxAge: number) =>
    void reply.setCookie(name, value, { path: '/api/door', httpOnly: true, sameSite: 'strict', secure, maxAge });
  /** What the pages of the door are told: that somebody may be inside, or that nobody is. */
  const saysInside = (reply: FastifyReply, value: 'yes' | '', maxAge: number) =>
    void reply.setCookie(DOOR_IN_COOKIE, value, { path: '/door', sameSite: 'strict', secure, maxAge });
  function enter(reply: FastifyReply, { token, known }: { token: string; known: string }): void {
    keep(reply, COOKIE, token, INSIDE_S);
    saysInside(reply, 'yes', INSIDE_S);
    keep(reply, KNOWN, known, MONTH_S);
  }
  /** Who asks for a code: a browser is given its secret when it asks for the first time. */
  function asking(request: FastifyRequest, reply: FastifyReply): AtDoor {
    const browser = request.cookies[BROWSER] ?? newToken();
    if (request.cookies[BROWSER] === undefined) keep(reply, BROWSER, browser, MONTH_S);
    return { browser, known: request.cookies[KNOWN] ?? '', address: request.ip };
  }
  const browserOf = (request: FastifyRequest): string => request.cookies[BROWSER] ?? '';

  const sessionOf = async (request: FastifyRequest): Promise<DoorSessionRow | null> => {
    const token = request.cookies[COOKIE];
    return token ? service.session(token) : null;
  };
  /** @param purposes for what they may have come in: whoever is asked about a letting sees nothing of the file. */
  async function inside(request: FastifyRequest, purposes: readonly LinkPurpose[] = ['file']): Promise<DoorSessionRow> {
    const session = await sessionOf(request);
    if (!session || !purposes.includes(session.purpose)) throw PROBLEM.signedOut();
    if (request.method !== 'GET' && !sameText(String(request.headers['x-csrf-token'] ?? ''), session.csrfToken)) throw PROBLEM.csrf();
    return session;
  }
  const actorOf = async (session: DoorSessionRow): Promise<Actor> => ({ kind: 'applicant', id: session.personId, name: (await service.view(session)).name });

  app.post('/api/door/open', { config: fewTries, schema: { body: OpenDoor, response: { 200: DoorGreeting } } }, (request) => service.greet(request.body.token));
  app.post('/api/door/code', { config: fewTries, schema: { body: OpenDoor, response: { 200: Done } } }, async (request, reply) => {
    await service.sendCodeForLink(request.body.token, asking(request, reply));
    return done;
  });
  app.post('/api/door/enter', { config: fewTries, schema: { body: EnterDoor, response: { 200: DoorView } } }, async (request, reply) => {
    const entered = await service.enter(request.body.token, request.body.code, browserOf(request), 'file');
    enter(reply, entered);
    return service.view(entered.session);
  });
  app.post('/api/door/references/enter', { config: fewTries, schema: { body: EnterDoor, response: { 200: DoorReferences } } }, async (request, reply) => {
    const entered = await service.enter(request.body.token, request.body.code, browserOf(request), 'reference');
    enter(reply, entered);
    return services.references.atDoor(entered.session);
  });
  app.get('/api/door/references', { schema: { response: { 200: DoorReferences } } }, async (request) =>
    services.references.atDoor(await inside(request, ['reference'])),
  );
  app.post('/api/door/references', { schema: { body: AnswerReferenceAtDoor, response: { 200: DoorReferences } } }, async (request) => {
    const session = await inside(request, ['reference']);
    await services.references.answerAtDoor(session, request.body);
    return services.references.atDoor(session);
  });
  app.post('/api/door/return', { config: fewTries, schema: { body: ReturnToDoor, response: { 200: Done } } }, async (request, reply) => {
    await service.sendCodeForReturn(request.body.reference, request.body.phone, asking(request, reply));
    return done;
  });
  app.post('/api/door/return/enter', { config: fewTries, schema: { body: ReturnCode, response: { 200: DoorView } } }, async (request, reply) => {
    const { reference, phone, code } = request.body;
    const entered = await service.enterReturning(reference, phone, code, browserOf(request));
    enter(reply, entered);
    return service.view(entered.session);
  });
  app.get('/api/door/products/:code', { schema: { params: ProductCode, response: { 200: PublicProduct } } }, (request) => service.product(request.params.code));
  app.post('/api/door/apply', { config: fewTries, schema: { body: ApplyAtDoor, response: { 201: AppliedAtDoor } } }, async (request, reply) =>
    reply.status(201).send({ reference: await service.apply(request.body, asking(request, reply)) }),
  );
  app.patch('/api/door/details', { schema: { body: DoorDetails, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.changeDetails(session, request.body, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/consents', { schema: { body: GiveConsentAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.giveConsent(session, request.body.kind, request.body.personId, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/consents/withdraw', { schema: { body: GiveConsentAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.withdrawConsent(session, request.body.kind, request.body.personId, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/monitoring', { schema: { body: AnswerMonitoringAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.answerMonitoring(session, request.body);
    return service.view(session);
  });
  app.post('/api/door/offer', { schema: { body: AnswerOfferAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.answerOffer(session, request.body.offerId, request.body.answer, await actorOf(session));
    return service.view(session);
  });
  app.get('/api/door/health', { schema: { response: { 200: DoorHealth } } }, async (request) => service.health(await inside(request)));
  app.post('/api/door/health', { schema: { body: AnswerHealthAtDoor, response: { 200: DoorHealth } } }, async (request) => {
    const session = await inside(request);
    await service.answerHealth(session, request.body, await actorOf(session));
    return service.health(session);
  });
  app.post('/api/door/assistance/read', { schema: { body: AssistanceReadAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.readAssistance(session, request.body.resultId, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/plan', { schema: { body: ChoosePlanAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.choosePlan(session, request.body.plan, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/unit', { schema: { body: HoldUnitAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await services.units.holdAtDoor(session.fileId, session.personId, request.body.unitId, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/round/answer', { schema: { body: AnswerUnitAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await services.rounds.answerAtDoor(session.fileId, session.personId, request.body, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/pay', { config: fewTries, schema: { body: PayAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await services.receipts.payAtDoor(session.fileId, session.personId, request.body, await actorOf(session));
    return service.view(session);
  });
  const RoomParams = z.object({ id: Id });
  app.get('/api/door/record', async (request, reply) => {
    const session = await inside(request);
    const view = await service.view(session);
    if (!view.lease?.record) throw PROBLEM.noRecord();
    return sendPaper(reply, {
      content: await services.handover.recordPdf(session.fileId),
      mediaType: 'application/pdf',
      name: `${view.reference}-condition.pdf`,
    });
  });
  app.post('/api/door/record/rooms/:id', { schema: { params: RoomParams, body: RecordRoomAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await services.handover.roomAtDoor(session.fileId, session.personId, request.params.id, request.body, await actorOf(session));
    return service.view(session);
  });
  app.post('/api/door/record/rooms/:id/pictures', { schema: { params: RoomParams, response: { 201: DoorView } } }, async (request, reply) => {
    const session = await inside(request);
    const actor = await actorOf(session);
    await services.uploadTurns.inTurn(session.fileId, async () =>
      services.handover.picture({ id: session.fileId }, request.params.id, await readUpload(request), session.personId, actor),
    );
    return reply.status(201).send(await service.view(session));
  });
  app.get('/api/door/record/pictures/:id', { schema: { params: RoomParams } }, async (request, reply) => {
    const session = await inside(request);
    return sendPaper(reply, await services.handover.pictureAtDoor(session.fileId, session.personId, request.params.id));
  });
  app.post('/api/door/record/sign', { schema: { body: SignRecordAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await services.handover.signAtDoor(session.fileId, session.personId, request.body.name, await actorOf(session));
    return service.view(session);
  });
  app.get('/api/door/policy/:paper', { schema: { params: z.object({ paper: z.enum(['schedule', 'cards']) }) } }, async (request, reply) => {
    const session = await inside(request);
    return reply.type('application/pdf').send(await service.policyPaper(session, request.params.paper));
  });
  app.post('/api/door/appeal', { schema: { body: AppealAtDoor, response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.appeal(session, request.body.what, await actorOf(session));
    return service.view(session);
  });
  app.get('/api/door/notices/:id', { schema: { params: z.object({ id: Id }) } }, async (request, reply) => {
    const session = await inside(request);
    return reply.type('application/pdf').send(await service.noticePdf(session, request.params.id));
  });
  app.post('/api/door/details/done', { schema: { response: { 200: DoorView } } }, async (request) => {
    const session = await inside(request);
    await service.handBack(session, await actorOf(session));
    return service.view(session);
  });
  /** Who is inside, if anybody: asked once when a page is opened, where nobody is no fault. */
  app.get('/api/door/inside', { schema: { response: { 200: DoorInside } } }, async (request, reply) => {
    const session = await sessionOf(request);
    if (!session) saysInside(reply, '', 0);
    return {
      view: session?.purpose === 'file' ? await service.view(session) : null,
      asked: session?.purpose === 'reference' ? await services.references.atDoor(session) : null,
    };
  });
  app.get('/api/door/me', { schema: { response: { 200: DoorView } } }, async (request) => service.view(await inside(request)));
  app.post('/api/door/leave', { schema: { response: { 200: Done } } }, async (request, reply) => {
    await service.leave(await inside(request, LinkPurpose.options));
    reply.clearCookie(COOKIE, { path: '/api/door' });
    saysInside(reply, '', 0);
    return done;
  });
  app.get('/api/door/agreement', { schema: { querystring: WhichDocument } }, async (request, reply) => {
    const session = await inside(request);
    const view = await service.view(session);
    const { document } = request.query;
    const { signing } = view;
    const mine = signing?.document === document && (signing.state !== 'yours' || signing.readAt !== null);
    // Before it was read it is given page by page, so that what was given is known.
    if (!mine && !view.sealed.some((one) => one.document === document)) throw PROBLEM.pageByPage();
    const { content, sealed } = await services.signing.document(session.fileId, document);
    return sendPaper(reply, { content, mediaType: 'application/pdf', name: nameOfSigned(view.reference, document, sealed) });
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
    const actor = await actorOf(session);
    await services.uploadTurns.inTurn(session.fileId, async () => {
      const upload = await readUpload(request);
      if (upload.conditionKey === null) throw PROBLEM.invalid({}, 'conditionKey');
      return services.papers.add({ id: session.fileId }, upload, session.personId, actor);
    });
    return reply.status(201).send(await service.view(session));
  });
  app.get('/api/door/papers/:id/content', { schema: { params: z.object({ id: Id }) } }, async (request, reply) => {
    const session = await inside(request);
    return sendPaper(reply, await services.papers.content(session.fileId, request.params.id, session.personId));
  });
};
