import { problems } from './problem';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  bytesLost: [410, 'bytes-lost', 'http.bytesLost'],
  noRoom: [507, 'no-room', 'http.noRoom'],
  taken: [409, 'taken', 'http.taken'],
  unfitText: [422, 'invalid', 'http.unfitText'],
  otherHost: [421, 'other-host', 'http.otherHost'],
  notFound: [404, 'not-found', 'http.notFound'],
  signedOut: [401, 'signed-out', 'http.signedOut'],
  yourRoleMayNotDo: [403, 'forbidden', 'http.yourRoleMayNotDo'],
});
