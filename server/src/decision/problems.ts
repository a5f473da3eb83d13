import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  answered: [409, 'answered', 'decision.answered'],
  chooseReasonsFromList: [422, 'invalid', 'decision.chooseReasonsFromList'],
  noQuestion: [404, 'not-found', 'decision.noQuestion'],
  pathNotClear: [409, 'path-not-clear', 'decision.pathNotClear'],
});
