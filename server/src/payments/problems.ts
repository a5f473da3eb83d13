import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  nothingToSettle: [409, 'nothing-to-settle', 'payments.nothingToSettle'],
  open: [409, 'payment-open', 'payments.open'],
});
