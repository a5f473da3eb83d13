import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noPolicy: [404, 'not-found', 'policies.noPolicy'],
  textsEnough: [429, 'texts-enough', 'door.textsEnough'],
  pageByPage: [409, 'read-first', 'door.pageByPage'],
  codeLate: [422, 'code-late', 'door.codeLate'],
  codeLocked: [429, 'code-locked', 'door.codeLocked'],
  codeNotThatOne: [422, 'code-wrong', 'door.codeNotThatOne'],
  codeWrong: [422, 'code-wrong', 'door.codeWrong'],
  agreeFirst: [409, 'agree-first', 'door.agreeFirst'],
  notForBusinesses: [422, 'not-for-businesses', 'door.notForBusinesses'],
  consentFirst: [409, 'consent-first', 'door.consentFirst'],
  csrf: [403, 'csrf', 'door.csrf'],
  invalid: [422, 'invalid', 'door.invalid'],
  linkLate: [410, 'link-late', 'door.linkLate'],
  linkUnknown: [404, 'link-unknown', 'door.linkUnknown'],
  noCostsSheet: [404, 'not-found', 'door.noCostsSheet'],
  noPartThisFile: [404, 'not-found', 'door.noPartThisFile'],
  noProduct: [404, 'not-found', 'door.noProduct'],
  nobodyThere: [503, 'nobody-there', 'door.nobodyThere'],
  notAgreed: [409, 'not-agreed', 'door.notAgreed'],
  notNow: [409, 'not-now', 'door.notNow'],
  onlyYourOwnDetailsCan: [403, 'forbidden', 'door.onlyYourOwnDetailsCan'],
  phoneMissing: [409, 'phone-missing', 'door.phoneMissing'],
  signedOut: [401, 'signed-out', 'door.signedOut'],
  thisApplicationWithUsAt: [403, 'forbidden', 'door.thisApplicationWithUsAt'],
});
