import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  notLet: [409, 'not-let', 'leaving.notLet'],
  stage: [409, 'stage', 'leaving.stage'],
  given: [409, 'given', 'leaving.given'],
  notYours: [422, 'invalid', 'leaving.notYours'],
  notYet: [422, 'invalid', 'leaving.notYet'],
  beforeKeys: [422, 'invalid', 'leaving.beforeKeys'],
  beforeGiven: [422, 'invalid', 'leaving.beforeGiven'],
  notReached: [422, 'invalid', 'leaving.notReached'],
  noNotice: [409, 'no-notice', 'leaving.noNotice'],
  over: [409, 'over', 'leaving.over'],
  promised: [409, 'unit-taken', 'leaving.promised'],
});
