import { PROBLEM } from './problems';
import { HistoryPage, PageQuery, SealedDayCopy, SealedDayPage, StatedBy } from '@cavren/contract';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { sealedDays, type SealedDays } from './days';
import { historyStore, type HistoryStore } from './store';

declare module '../house/index' {
  interface Services {
    historyStore: HistoryStore;
    sealedDays: SealedDays;
  }
}

const DAY_MS = 24 * 60 * 60 * 1000;

/** What was done to a file, page by page from its newest entry, and who stated each of its values last. */
export const history: Concept = async (app, house) => {
  const { db, jobs, offer, services } = house;
  const store = offer('historyStore', historyStore(db));
  const days = offer('sealedDays', await sealedDays(house));
  jobs.handle('history.seal', () => days.seal());
  jobs.handle('history.stamp', (subject) => days.stamp(Number(subject)), { untilDone: true });
  jobs.every('history.seal', DAY_MS);
  const fileOf = async (reference: string) => {
    const row = await services.fileStore.byReference(reference);
    if (!row) throw PROBLEM.noFile();
    return row;
  };

  app.get(
    '/api/files/:reference/history',
    { schema: { params: FileParams, querystring: z.object(PageQuery), response: { 200: HistoryPage } } },
    async (request) => {
      staffFor(request, 'history.read');
      const row = await fileOf(request.params.reference);
      const { page, size } = request.query;
      const newest = row.historyLength - (page - 1) * size;
      const [items, problem] = [await store.before(row.id, newest + 1, size), await store.problemSince(row.id, row.historyLength)];
      return { items, total: row.historyLength, page, size, chainProblem: problem, sealed: await days.sealedUpTo(row.id) };
    },
  );
  app.get('/api/sealed-days', { schema: { querystring: z.object(PageQuery), response: { 200: SealedDayPage } } }, async (request) => {
    staffFor(request, 'sealedDays.read');
    const { page, size } = request.query;
    return { ...(await days.page((page - 1) * size, size)), page, size };
  });
  app.get(
    '/api/sealed-days/:sequence',
    { schema: { params: z.object({ sequence: z.coerce.number().int().min(1) }), response: { 200: SealedDayCopy } } },
    async (request) => {
      staffFor(request, 'sealedDays.read');
      const copy = await days.copy(request.params.sequence);
      if (!copy) throw PROBLEM.noSuchDay();
      return copy;
    },
  );
  app.get('/api/files/:reference/stated-by', { schema: { params: FileParams, response: { 200: StatedBy } } }, async (request) => {
    staffFor(request, 'file.read');
    return { stated: await store.statedBy((await fileOf(request.params.reference)).id) };
  });
};
