export {
  calculate,
  type Calculation,
  calculationInput,
  type FileFigures,
  isWhole,
  recalculate,
  type Recalculation,
  type Rules,
  verdictUnder,
  withCosts,
  withCounts,
} from './calculation';
