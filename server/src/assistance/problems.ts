import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  notAsked: [409, 'not-asked', 'assistance.notAskedFor'],
  lacks: [409, 'blocked', 'assistance.lacks'],
  given: [409, 'given', 'assistance.givenAlready'],
  noResult: [404, 'not-found', 'assistance.noResult'],
  changed: [409, 'changed', 'assistance.resultChanged'],
  read: [409, 'read', 'assistance.readAlready'],
  planBarred: [409, 'blocked', 'assistance.planBarred'],
  noPlan: [422, 'invalid', 'assistance.noPlan'],
});
