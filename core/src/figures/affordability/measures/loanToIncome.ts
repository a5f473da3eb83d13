import { say } from '../../../basis/words/index';
import { requestLacks } from '../../../lending/costs/index';
import { type MeasureKind } from './measure';
import { amountTerm, yearOf, NO_INCOME } from './lines';
export const loanToIncome: MeasureKind = {
  label: 'Loan-to-income',
  means: say('affordability.amountOverYearlyIncomeCounts'),
  unit: 'times',
  work(base) {
    const { amount } = base.file.request;
    if (amount === null || amount <= 0) return requestLacks(base.file);
    return base.gross > 0 ? [amountTerm(amount), yearOf(base, '÷')] : NO_INCOME;
  },
};
