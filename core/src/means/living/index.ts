export { benchmarkFor, guidelineFor, livingCosts, type LivingCosts, residualFor } from './living';
