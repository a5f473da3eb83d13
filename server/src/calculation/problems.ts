import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noDecision: [404, 'not-found', 'calculation.noDecision'],
});
