import { FileAnswer, TakeBackNotice, TakeNotice } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { leavingService } from './service';
import { leavingStore } from './store';

/** The end of a let: notice that is given, and taken back. */
export const leaving: Concept = (app, house) => {
  const store = leavingStore(house.db);
  const service = leavingService(house, store);
  house.plug('filePart', {
    name: 'leaseNotices',
    empty: { leaseNotices: [] },
    load: async (fileId, tx) => ({ leaseNotices: await store.load(fileId, tx) }),
  });

  app.post('/api/files/:reference/lease-notice', { schema: { params: FileParams, body: TakeNotice, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'leaseNotice.take');
    return service.take(request.params.reference, request.body, actor);
  });
  app.post(
    '/api/files/:reference/lease-notice/back',
    { schema: { params: FileParams, body: TakeBackNotice, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'leaseNotice.take');
      return service.takeBack(request.params.reference, request.body, actor);
    },
  );
};
