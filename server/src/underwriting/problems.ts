import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  locked: [409, 'file-locked', 'underwriting.locked'],
  notAsked: [404, 'not-found', 'underwriting.notAsked'],
  noQuestion: [422, 'invalid', 'underwriting.noQuestion'],
  lacks: [422, 'invalid', 'underwriting.lacks'],
  noDetails: [422, 'invalid', 'underwriting.noDetails'],
  unknownMedication: [422, 'invalid', 'underwriting.unknownMedication'],
  future: [422, 'invalid', 'underwriting.future'],
  noCover: [404, 'not-found', 'underwriting.noCover'],
  notYet: [409, 'stage', 'underwriting.notYet'],
  healthOpen: [409, 'health-open', 'underwriting.healthOpen'],
});
