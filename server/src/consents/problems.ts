import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  consentThere: [409, 'consent-there', 'consents.consentThere'],
  consentWithdrawn: [409, 'consent-withdrawn', 'consents.consentWithdrawn'],
  noConsent: [404, 'not-found', 'consents.noConsent'],
  noPersonWhomThisConsentAsked: [404, 'not-found', 'consents.noPersonWhomThisConsentAsked'],
  nothingToAgreeTo: [409, 'nothing-to-agree-to', 'consents.nothingToAgreeTo'],
  thisTextNotThereLanguage: [422, 'invalid', 'consents.thisTextNotThereLanguage'],
});
