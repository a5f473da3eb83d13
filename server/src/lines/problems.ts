import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noLines: [409, 'no-lines', 'lines.noLinesOfProduct'],
  nothingToSend: [409, 'nothing-to-send', 'lines.nothingToSend'],
  notWhole: [409, 'line-not-whole', 'lines.notWhole'],
  stage: [409, 'stage', 'lines.stage'],
});
