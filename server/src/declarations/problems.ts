import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  chooseOneAnswers: [422, 'invalid', 'declarations.chooseOneAnswersProblem'],
  ended: [409, 'ended', 'declarations.ended'],
  fileLocked: [409, 'file-locked', 'declarations.fileLocked'],
  noQuestion: [404, 'not-found', 'declarations.noQuestion'],
  nothingEnds: [409, 'nothing-ends', 'declarations.nothingEnds'],
});
