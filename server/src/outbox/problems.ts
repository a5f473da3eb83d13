import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noLetter: [404, 'not-found', 'outbox.noLetter'],
});
