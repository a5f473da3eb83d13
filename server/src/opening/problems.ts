import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  giveDateOnWhichPaper: [422, 'invalid', 'opening.giveDateOnWhichPaper'],
  onlyApplicantsBeginAtFront: [422, 'invalid', 'opening.onlyApplicantsBeginAtFront'],
  roundTaken: [409, 'round-taken', 'opening.roundTaken'],
  thereNoSuchProduct: [422, 'invalid', 'opening.thereNoSuchProduct'],
  tooYoung: [422, 'invalid', 'opening.tooYoung'],
  thisEntryWasMergedInto: [422, 'invalid', 'opening.thisEntryWasMergedInto'],
  thisPersonNotRegister: [422, 'invalid', 'opening.thisPersonNotRegister'],
});
