import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  notInsured: [409, 'not-insured', 'earnings.notInsured'],
  issued: [409, 'issued', 'earnings.issued'],
});
