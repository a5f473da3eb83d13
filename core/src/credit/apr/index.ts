export {
  RATE_METHODS,
  type RateMethod,
  actuarialRate,
  type DatedAmount,
  directiveRate,
  directiveScale,
  effectiveRate,
  type PlacedAmount,
  rateOn,
  type RateScale,
  regulationZRate,
  regulationZScale,
  type UnitPeriod,
  unitPeriods,
  unitPeriodsInYear,
  yearsFrom,
} from './apr';
export { type CreditLaw } from './law';
export { directiveScaleThen, regulationZScaleThen } from './earlier';
export { unitPeriodFor } from './unit';
