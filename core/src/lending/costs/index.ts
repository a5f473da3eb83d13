export {
  advancesOf,
  annualPercentageRate,
  type CostedPart,
  costOf,
  type Costs,
  type CostsInput,
  costsOf,
  isPlain,
  offerOf,
  paidOutOf,
  partInWords,
  partProblemOf,
  partsGap,
  partTermsOf,
  rateScaleOf,
  requestLacks,
  seasonMonths,
  settlementTerms,
  totalPayableOf,
  unitPeriodOf,
} from './costs';
export { indexOn, rateOf } from './rates';
export { type CostExample, exampleOf } from './example';
