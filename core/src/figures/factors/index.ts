export { ALONGSIDE_QUESTION, DEBTS_QUESTION, type RepaymentFactor, repaymentFactors } from './factors';
