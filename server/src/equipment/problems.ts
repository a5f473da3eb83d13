import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  notThis: [409, 'not-leased', 'equipment.notThis'],
  noItem: [404, 'not-found', 'equipment.noItem'],
  notYet: [409, 'stage', 'equipment.notYet'],
  delivered: [409, 'delivered', 'equipment.delivered'],
  ahead: [422, 'invalid', 'equipment.ahead'],
});
