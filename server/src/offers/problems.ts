import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  cantEndBeforeBegins: [422, 'invalid', 'offers.cantEndBeforeBegins'],
  chooseOneIntakeOfficers: [422, 'invalid', 'offers.chooseOneIntakeOfficers'],
  thereNoPlace: [422, 'invalid', 'offers.thereNoPlace'],
  thisNumberSCertificate: [422, 'invalid', 'offers.thisNumberSCertificate'],
  thisNumberWasTakenJust: [422, 'invalid', 'offers.thisNumberWasTakenJust'],
});
