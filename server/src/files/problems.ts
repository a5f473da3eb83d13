import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noFile: [404, 'not-found', 'files.noFile'],
  busy: [503, 'busy', 'files.busy'],
});
