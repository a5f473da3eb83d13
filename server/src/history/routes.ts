import { PROBLEM } from './problems';
import { HistoryPage, PageQuery, StatedBy } from '@cavren/contract';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { historyStore, type HistoryStore } from './store';

declare module '../house/index' {
  interface Services {
    historyStore: HistoryStore;
  }
}

/** What was done to a file, page by page from its newest entry, and who stated each of its values last. */
export const history: Concept = (app, { db, offer, services }) => {
  const store = offer('historyStore', historyStore(db));
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
      return { items, total: row.historyLength, page, size, chainProblem: problem };
    },
  );
  app.get('/api/files/:reference/stated-by', { schema: { params: FileParams, response: { 200: StatedBy } } }, async (request) => {
    staffFor(request, 'file.read');
    return { stated: await store.statedBy((await fileOf(request.params.reference)).id) };
  });
};
