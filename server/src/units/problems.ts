import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noStock: [404, 'not-found', 'units.noStock'],
  noPicture: [404, 'not-found', 'units.noPicture'],
  noUnit: [404, 'not-found', 'units.noUnit'],
  notLet: [409, 'not-let', 'units.notLet'],
  stage: [409, 'stage', 'units.stage'],
  locked: [409, 'file-locked', 'units.locked'],
  datesMissing: [409, 'dates-missing', 'units.datesMissing'],
  nothingHeld: [409, 'nothing-held', 'units.nothingHeld'],
  byDraw: [409, 'by-draw', 'units.byDraw'],
  notYours: [403, 'forbidden', 'units.notYours'],
});
