import { AnswerUnit, FileAnswer, OfferUnit, OpenRound, PublicRound, Rounds, RoundView, SettleRound } from '@cavren/contract';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { roundsService, type RoundsService } from './service';
import { roundsStore } from './store';

export { sha256Of, type RoundsService } from './service';

declare module '../house/index' {
  interface Services {
    rounds: RoundsService;
  }
}

const RoundParams = z.object({ code: z.string().max(60) });
const EVERY_MS = 60_000;

/** Rounds of applications: their period, their draw, and offers down the list. */
export const rounds: Concept = (app, house) => {
  const service = house.offer('rounds', roundsService(house, roundsStore(house.db)));
  house.plug('filePart', {
    name: 'round',
    empty: { round: null },
    load: async (fileId, tx) => ({ round: await service.standing(fileId, tx) }),
    // It is drawn beside the file.
    ofOthers: true,
    fresh: ({ product }) => product.draw !== null,
    spread: (change, before) => service.follow(change, before),
  });
  house.jobs.handle('rounds.sweep', () => service.sweep());
  house.jobs.every('rounds.sweep', EVERY_MS);

  app.get('/api/rounds', { schema: { response: { 200: Rounds } } }, (request) => {
    staffFor(request, 'file.read');
    return service.all();
  });
  app.post('/api/rounds', { schema: { body: OpenRound, response: { 200: Rounds } } }, (request) => {
    const actor = staffFor(request, 'round.open');
    return service.open(request.body, actor);
  });
  app.get('/api/rounds/:code', { schema: { params: RoundParams, response: { 200: RoundView } } }, (request) => {
    staffFor(request, 'file.read');
    return service.view(request.params.code);
  });
  app.post('/api/rounds/:code/draw', { schema: { params: RoundParams, response: { 200: RoundView } } }, (request) => {
    const actor = staffFor(request, 'round.draw');
    return service.draw(request.params.code, actor);
  });
  app.post('/api/rounds/:code/offers', { schema: { params: RoundParams, body: OfferUnit, response: { 200: RoundView } } }, (request) => {
    const actor = staffFor(request, 'round.offer');
    return service.offer(request.params.code, request.body.unitId, actor);
  });
  app.post('/api/files/:reference/round/answer', { schema: { params: FileParams, body: AnswerUnit, response: { 200: FileAnswer } } }, (request) => {
    const actor = staffFor(request, 'offer.answer');
    return service.answer(request.params.reference, request.body, actor);
  });
  app.post('/api/files/:reference/round/settle', { schema: { params: FileParams, body: SettleRound, response: { 200: FileAnswer } } }, (request) => {
    const actor = staffFor(request, 'file.withdraw');
    const { version, other, reason } = request.body;
    return service.settle(request.params.reference, version, other, reason, actor);
  });
  // What is published, to whoever asks: the seal before, the seed and the list after the draw.
  app.get('/api/door/rounds/:code', { schema: { params: RoundParams, response: { 200: PublicRound } } }, (request) => service.published(request.params.code));
  app.get('/api/door/rounds/:code/list.csv', { schema: { params: RoundParams } }, async (request, reply) =>
    reply
      .type('text/csv; charset=utf-8')
      .header('content-disposition', `attachment; filename="${request.params.code}.csv"`)
      .send(await service.csv(request.params.code)),
  );
};
