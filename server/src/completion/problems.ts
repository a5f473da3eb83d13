import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  accountChanged: [409, 'account-changed', 'completion.accountChanged'],
  accountMissing: [409, 'account-missing', 'completion.accountMissing'],
  consentMissing: [409, 'consent-missing', 'completion.consentMissing'],
  pathNotClear: [409, 'path-not-clear', 'completion.pathNotClear'],
  released: [409, 'released', 'completion.released'],
});
