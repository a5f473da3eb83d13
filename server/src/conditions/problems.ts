import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  exceptionAnswered: [409, 'exception-answered', 'conditions.exceptionAnswered'],
  exceptionAsked: [409, 'exception-asked', 'conditions.exceptionAsked'],
  fourEyes: [409, 'four-eyes', 'conditions.fourEyes'],
  noException: [404, 'not-found', 'conditions.noException'],
  nothingToExcuse: [409, 'nothing-to-excuse', 'conditions.nothingToExcuse'],
});
