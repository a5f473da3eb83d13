import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  notAsked: [404, 'not-found', 'references.notAsked'],
  noReferee: [409, 'no-referee', 'references.noReferee'],
  unreachable: [409, 'unreachable', 'references.unreachable'],
  reachedAlike: [409, 'reached-alike', 'references.reachedAlike'],
  asked: [409, 'asked', 'references.asked'],
  answered: [409, 'answered', 'references.alreadyAnswered'],
  past: [409, 'reference-past', 'references.past'],
  ended: [409, 'ended', 'checks.ended'],
  consentMissing: [409, 'consent-missing', 'checks.consentMissing'],
});
