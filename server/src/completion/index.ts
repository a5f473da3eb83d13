import { FileAnswer, ReleasePayout, SendBackPayout, SettlePayout, VerifyPayout } from '@cavren/contract';
import { NO_PAYOUT } from '@cavren/core';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { accountNamed, completionService, type CompletionService } from './service';
import { completionStore, payoutOf } from './store';

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
    empty: { payout: NO_PAYOUT, payeePayouts: [] },
    ofOthers: true,
    restsOn: ({ request: before, payees: then }, { request: after, payees: now }) =>
      before.payoutAccount !== after.payoutAccount || before.payoutRouting !== after.payoutRouting || before.payoutName !== after.payoutName || then !== now,
    async load(fileId, tx) {
      const rows = await store.all(fileId, tx);
      if (rows.length === 0) return { payout: NO_PAYOUT, payeePayouts: [] };
      const details = await house.services.detailsStore.load(fileId, tx, rows.some(({ payeeId }) => payeeId !== null) ? ['request', 'payee'] : ['request']);
      const known = await Promise.all(
        rows.map(async (row) => {
          const to = details.request && accountNamed({ request: details.request, payees: details.payees ?? [] }, row.payeeId);
          const account = to && (await service.accountOf(fileId, to, tx));
          const order = await house.services.payments.newest(fileId, 'payout', row.payeeId, tx);
          return { payeeId: row.payeeId, state: payoutOf(row, account?.digest ?? null, order && house.services.payments.orderOf(order)) };
        }),
      );
      return {
        payout: known.find(({ payeeId }) => payeeId === null)?.state ?? NO_PAYOUT,
        payeePayouts: known.flatMap(({ payeeId, state }) => (payeeId === null ? [] : [{ ...state, payeeId }])),
      };
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
