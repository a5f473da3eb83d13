export { COVER_LINE, type CoverLine, INTEREST, type Interest, INTEREST_KIND_LABEL, LINE_FIELDS, type LineValues, worthOf } from './fields';
export {
  interestsIn,
  isCertified,
  lineCost,
  type LineCost,
  lineCosts,
  lineName,
  lineProblems,
  linesLack,
  lineTotals,
  type LineTotals,
  sumProblem,
  WEEKS_OF_TERM,
} from './lines';
export { missingLineRates, readLineRates } from './rates';
export { type LineStanding, linesToSend, linesToWithdraw, lineValues, newestOf, standingOf } from './versions';
