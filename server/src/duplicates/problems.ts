import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noPersonRegister: [404, 'not-found', 'duplicates.noPersonRegister'],
  noQuestion: [404, 'not-found', 'duplicates.noQuestion'],
  roundTaken: [409, 'round-taken', 'duplicates.roundTaken'],
  settled: [409, 'settled', 'duplicates.settled'],
  thereNothingReviewHere: [409, 'settled', 'duplicates.thereNothingReviewHere'],
  twiceInFile: [409, 'twice-in-file', 'duplicates.twiceInFile'],
});
