import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  ended: [409, 'ended', 'decision.ended'],
  noOffers: [422, 'invalid', 'decision.noOffers'],
  noStop: [404, 'not-found', 'decision.noStop'],
  notApproved: [409, 'not-approved', 'decision.notApproved'],
  nothingProposed: [409, 'nothing-proposed', 'decision.nothingProposed'],
  proposedAlready: [409, 'proposed-already', 'decision.proposedAlready'],
  reasonMissing: [422, 'invalid', 'decision.reasonMissing'],
  tooManyReasons: [422, 'invalid', 'decision.tooManyReasons'],
  answered: [409, 'answered', 'decision.answered'],
  chooseReasonsFromList: [422, 'invalid', 'decision.chooseReasonsFromList'],
  noQuestion: [404, 'not-found', 'decision.noQuestion'],
  pathNotClear: [409, 'path-not-clear', 'decision.pathNotClear'],
});
