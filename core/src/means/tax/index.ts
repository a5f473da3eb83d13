export { allowanceFor, onBands, takeHome, type TakeHome, taxTableOn, type YearlyEarnings } from './tax';
