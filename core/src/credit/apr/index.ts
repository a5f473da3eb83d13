export {
  RATE_METHODS,
  type RateMethod,
  actuarialRate,
  type DatedAmount,
  directiveRate,
  effectiveRate,
  type PlacedAmount,
  regulationZRate,
  type UnitPeriod,
  unitPeriods,
  unitPeriodsInYear,
  yearsFrom,
} from './apr';
