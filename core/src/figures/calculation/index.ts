export {
  calculate,
  type Calculation,
  CALCULATION_VERSION,
  calculationInput,
  type FileFigures,
  isWhole,
  recalculate,
  type Recalculation,
  type Rules,
  verdictUnder,
  withCosts,
} from './calculation';
