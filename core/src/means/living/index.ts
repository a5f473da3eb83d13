export { benchmarkFor, guidelineFor, livingCosts, type LivingCosts, residualFor, strictestResidual } from './living';
