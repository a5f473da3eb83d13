import { FileAnswer, ReleasePayout, SendBackPayout, SettlePayout, VerifyPayout } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { completionService, type CompletionService } from './service';
import { completionStore, NO_PAYOUT, payoutOf } from './store';

declare module '../house/index' {
  interface Services {
    completion: CompletionService;
  }
}

/** Completion: the account verified, the money released, what the bank did settled. */
export const completion: Concept = (app, house) => {
  const store = completionStore(house.db);
  const service = house.offer('completion', completionService(house, store));
  house.plug('filePart', {
    name: 'payout',
    empty: { payout: NO_PAYOUT },
    ofOthers: true,
    restsOn: ({ request: before }, { request: after }) =>
      before.payoutAccount !== after.payoutAccount || before.payoutRouting !== after.payoutRouting || before.payoutName !== after.payoutName,
    async load(fileId, tx) {
      const row = await store.find(fileId, tx);
      if (!row) return { payout: NO_PAYOUT };
      const details = await house.services.detailsStore.load(fileId, tx, ['request']);
      const account = details.request ? await service.accountOf(fileId, { request: details.request }, tx) : null;
      const order = await house.services.payments.newest(fileId, 'payout', tx);
      return { payout: payoutOf(row, account?.digest ?? null, order && house.services.payments.orderOf(order)) };
    },
  });

  app.post('/api/files/:reference/payout/verify', { schema: { params: FileParams, body: VerifyPayout, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'payout.verify');
    return service.verify(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/payout/release', { schema: { params: FileParams, body: ReleasePayout, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'payout.release');
    return service.release(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/payout/settle', { schema: { params: FileParams, body: SettlePayout, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'payout.release');
    return service.settle(request.params.reference, request.body, actor);
  });
  app.post(
    '/api/files/:reference/payout/send-back',
    { schema: { params: FileParams, body: SendBackPayout, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'payout.release');
      return service.sendBack(request.params.reference, request.body.version, request.body.question, actor);
    },
  );
};
