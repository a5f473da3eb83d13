export { type EvidenceDifference, evidenceDifferences, evidenceExplained } from './evidence';
export { EXPLANATION, INCOME, type Explanation, type Income, SETTLEMENT, type Settlement } from './fields';
export { settled } from './settlements';
export {
  comesMonthly,
  type CountedIncome,
  countIncome,
  countIncomes,
  evidencedAmount,
  fieldsAsked,
  figureFieldOf,
  type IncomeInput,
  type IncomeQuestion,
  isGrossedUp,
  methodOf,
  sourceName,
  statedFigure,
  withSheets,
  workQuestions,
  type YearToDate,
  yearToDateOf,
} from './income';
export { INCOME_KIND_LABEL, INCOME_KINDS, type IncomeKind, type KindOfIncome, kindOfIncome, KINDS_OF_INCOME } from './kinds/index';
export { type AskedField } from './methods/method';
export { leaps } from './leap';
