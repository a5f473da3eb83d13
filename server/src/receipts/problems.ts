import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  nothingOwed: [409, 'nothing-owed', 'receipts.nothingOwed'],
  nothing: [422, 'invalid', 'receipts.nothing'],
  tooMuch: [422, 'invalid', 'receipts.tooMuch'],
  open: [409, 'payment-open', 'receipts.open'],
  ended: [409, 'ended', 'receipts.ended'],
  running: [409, 'not-ended', 'receipts.running'],
  nothingBack: [409, 'nothing-back', 'receipts.nothingBack'],
  accountMissing: [409, 'account-missing', 'receipts.accountMissing'],
  cardWrong: [422, 'invalid', 'receipts.cardWrong'],
  cardRefused: [409, 'card-refused', 'receipts.cardRefused'],
  serviceAway: [503, 'service-away', 'receipts.serviceAway'],
  overCounter: [422, 'invalid', 'receipts.overCounter'],
  noReceipt: [404, 'not-found', 'receipts.noReceipt'],
  notYours: [403, 'forbidden', 'receipts.notYours'],
});
