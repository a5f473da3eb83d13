import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noStaff: [404, 'not-found', 'staff.noStaff'],
  taken: [422, 'invalid', 'staff.taken'],
  yourself: [409, 'yourself', 'staff.yourself'],
  lastPolicy: [409, 'last-policy', 'staff.lastPolicy'],
  hasEnded: [422, 'invalid', 'staff.hasEnded'],
  notAnOfficer: [422, 'invalid', 'staff.notAnOfficer'],
  notCertified: [422, 'invalid', 'staff.notCertified'],
  theirsAlready: [409, 'theirs-already', 'staff.theirsAlready'],
  hasFiles: [409, 'has-files', 'staff.hasFiles'],
  fileEnded: [409, 'ended', 'staff.fileEnded'],
});
