import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  agreementAstray: [500, 'agreement-astray', 'signing.agreementAstray'],
  nameNotTheirs: [422, 'name-not-theirs', 'signing.nameNotTheirs'],
  noMark: [404, 'not-found', 'signing.noMark'],
  noPage: [404, 'not-found', 'signing.noPage'],
  pagesNotRead: [409, 'read-first', 'signing.pagesNotRead'],
  agreementOut: [409, 'agreement-out', 'signing.agreementOut'],
  chooseOneAnswers: [422, 'invalid', 'signing.chooseOneAnswers'],
  consentFirst: [409, 'consent-first', 'signing.consentFirst'],
  consentWithdrawn: [409, 'consent-withdrawn', 'signing.consentWithdrawn'],
  drawYourSignatureAgainThis: [422, 'invalid', 'signing.drawYourSignatureAgainThis'],
  drawYourSignatureBox: [422, 'invalid', 'signing.drawYourSignatureBox'],
  noAgreement: [404, 'not-found', 'signing.noAgreement'],
  noAgreementForYou: [404, 'not-found', 'signing.noAgreementForYou'],
  noFile: [404, 'not-found', 'signing.noFile'],
  noSigner: [404, 'not-found', 'signing.noSigner'],
  notYourTurn: [409, 'not-your-turn', 'signing.notYourTurn'],
  nothingOut: [409, 'nothing-out', 'signing.nothingOut'],
  nothingToSign: [409, 'nothing-to-sign', 'signing.nothingToSign'],
  pathNotClear: [409, 'path-not-clear', 'signing.pathNotClear'],
  phoneMissing: [409, 'phone-missing', 'signing.phoneMissing'],
  readFirst: [409, 'read-first', 'signing.readFirst'],
  signedAlready: [409, 'signed-already', 'signing.signedAlready'],
  tooLate: [409, 'too-late', 'signing.tooLate'],
});
