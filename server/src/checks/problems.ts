import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  ended: [409, 'ended', 'checks.ended'],
  checkWaiting: [409, 'check-waiting', 'checks.checkWaiting'],
  consentMissing: [409, 'consent-missing', 'checks.consentMissing'],
  findingSettled: [409, 'finding-settled', 'checks.findingSettled'],
  noFinding: [404, 'not-found', 'checks.noFinding'],
  nothingToAsk: [409, 'nothing-to-ask', 'checks.nothingToAsk'],
  noPersonWhomThisCheckAbout: [404, 'not-found', 'checks.noPersonWhomThisCheckAbout'],
  resolutionUnfit: [409, 'resolution-unfit', 'checks.resolutionUnfit'],
  watchlistEntryDecidedComplianceReviewer: [403, 'forbidden', 'checks.watchlistEntryDecidedComplianceReviewer'],
});
