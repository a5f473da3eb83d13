import { AnswerHealth, FileAnswer, HealthNext, MakeUnderwriting, UnderwritingSheet } from '@cavren/contract';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { underwritingService, type UnderwritingService } from './service';
import { underwritingStore } from './store';

declare module '../house/index' {
  interface Services {
    underwriting: UnderwritingService;
  }
}

/** Health behind a wall: answers that only who gave them and who underwrites can read, and what was underwritten. */
export const underwriting: Concept = (app, house) => {
  const store = underwritingStore(house.db, house.secrets);
  const service = house.offer('underwriting', underwritingService(house, store));
  house.plug('filePart', {
    name: 'health',
    empty: { health: [] },
    load: async (fileId, tx) => ({ health: await store.health(fileId, tx) }),
    // Whoever leaves a file takes along what they said.
    async spread(change, before) {
      const gone = before.people.filter(({ id }) => !change.file.people.some((person) => person.id === id));
      const said = gone.filter(({ id }) => before.health.some(({ personId }) => personId === id));
      for (const { id } of said) await store.forget(change.row.id, id, change.tx);
      if (said.length > 0) await change.reload('health');
    },
  });
  house.plug('filePart', {
    name: 'underwritings',
    empty: { underwritings: [] },
    load: async (fileId, tx) => ({ underwritings: await store.outcomes(fileId, tx) }),
  });

  app.get('/api/files/:reference/health', { schema: { params: FileParams, response: { 200: z.array(HealthNext) } } }, async (request) => {
    staffFor(request, 'health.ask');
    return service.next(request.params.reference);
  });
  app.post('/api/files/:reference/health', { schema: { params: FileParams, body: AnswerHealth, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'health.ask');
    const { version, personId, ...said } = request.body;
    return house.services.files.change({ reference: request.params.reference }, { version, actor }, (change) => service.answer(change, personId, said));
  });
  app.post('/api/files/:reference/underwriting/read', { schema: { params: FileParams, response: { 200: z.array(UnderwritingSheet) } } }, async (request) => {
    const actor = staffFor(request, 'health.read');
    return service.sheets(request.params.reference, actor);
  });
  app.post('/api/files/:reference/underwriting', { schema: { params: FileParams, body: MakeUnderwriting, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'underwriting.make');
    return service.underwrite(request.params.reference, request.body, actor, actor.me.authority);
  });
};
