export { allowanceFor, onBands, regionTax, takeHome, type TakeHome, taxTableOn, type YearlyEarnings } from './tax';
