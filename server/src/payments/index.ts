import type { Concept } from '../house/index';
import { paymentService, type PaymentService } from './service';
import { paymentStore } from './store';

declare module '../house/index' {
  interface Services {
    payments: PaymentService;
  }
}
export { type Account, accountOf, wholeAccount } from './account';
export type { PaymentPurpose } from './service';
export type { PaymentRow } from './store';

/** Orders to the bank, whatever they pay: kept first, carried out once, settled with what the bank says that it did. */
export const payments: Concept = (_app, house) => {
  house.offer('payments', paymentService(house, paymentStore(house.db)));
};
