import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  csrf: [403, 'csrf', 'session.csrf'],
  signInPause: [429, 'sign-in-pause', 'session.signInPause'],
  signInWrong: [401, 'sign-in-wrong', 'session.signInWrong'],
  signedOut: [401, 'signed-out', 'session.signedOut'],
});
