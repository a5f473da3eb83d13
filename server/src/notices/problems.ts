import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noNotice: [404, 'not-found', 'notices.noNotice'],
  notMade: [409, 'not-made', 'notices.notMade'],
  nothingMissing: [409, 'nothing-missing', 'notices.nothingMissing'],
  openAlready: [409, 'notice-open', 'notices.openAlready'],
  ended: [409, 'ended', 'notices.ended'],
});
