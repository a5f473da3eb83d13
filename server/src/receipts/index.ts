import { FileAnswer, GiveBack, Id, SettleReceipt, TakePayment } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { receiptService, type ReceiptService } from './service';
import { receiptStore } from './store';

declare module '../house/index' {
  interface Services {
    receipts: ReceiptService;
  }
}

/** What files charge before something is handed over, as it is paid and given back. */
export const receipts: Concept = (app, house) => {
  const service = house.offer('receipts', receiptService(house, receiptStore(house.db)));
  house.plug('filePart', {
    name: 'receipts',
    empty: { receipts: [] },
    load: async (fileId, tx) => ({ receipts: await service.receiptsOf(fileId, tx) }),
  });
  app.post('/api/files/:reference/receipts', { schema: { params: FileParams, body: TakePayment, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'receipt.take');
    return service.take(request.params.reference, request.body, actor);
  });
  app.post('/api/files/:reference/receipts/back', { schema: { params: FileParams, body: GiveBack, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'receipt.giveBack');
    return service.giveBack(request.params.reference, request.body, actor);
  });
  app.post(
    '/api/files/:reference/receipts/:id/settle',
    { schema: { params: FileParams.extend({ id: Id }), body: SettleReceipt, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'receipt.giveBack');
      return service.settle(request.params.reference, request.params.id, request.body, actor);
    },
  );
};
