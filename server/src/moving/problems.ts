import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  ended: [409, 'ended', 'moving.ended'],
  fileLocked: [409, 'file-locked', 'moving.fileLocked'],
  noSomebodyWhoCanComeAt: [404, 'not-found', 'moving.noSomebodyWhoCanComeAt'],
  notTheirs: [409, 'not-theirs', 'moving.notTheirs'],
  pathNotClear: [409, 'path-not-clear', 'moving.pathNotClear'],
  phoneMissing: [409, 'phone-missing', 'moving.phoneMissing'],
  stage: [409, 'stage', 'moving.stage'],
});
