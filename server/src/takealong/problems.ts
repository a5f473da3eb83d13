import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noCalculationCosts: [404, 'not-found', 'takealong.noCalculationCosts'],
  requestIncomplete: [409, 'request-incomplete', 'takealong.requestIncomplete'],
});
