import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  tooManyOfOne: [409, 'too-many', 'details.tooManyOfOne'],
  tooManyRows: [409, 'too-many', 'details.tooManyRows'],
  applicantStays: [409, 'applicant-stays', 'details.applicantStays'],
  lineSent: [409, 'line-sent', 'details.lineSent'],
  noNumber: [404, 'not-found', 'details.noNumber'],
  noRow: [404, 'not-found', 'details.noRow'],
  personHasRecord: [409, 'person-has-record', 'details.personHasRecord'],
  personHasRows: [409, 'person-has-rows', 'details.personHasRows'],
  thisPersonFileAlready: [422, 'invalid', 'details.thisPersonFileAlready'],
});
