import { say } from '../../../basis/words/index';
import { roundTo, worked } from '../../../basis/arithmetic/index';
import { payrollTerms } from '../../../lending/business/index';
import { type MeasureKind } from './measure';
import { amountTerm } from './lines';
export const payrollShare: MeasureKind = {
  label: 'Share of payroll loan',
  means: say('affordability.amountOverLargestLoanPayroll'),
  unit: 'ratio',
  work({ file }) {
    const { amount } = file.request;
    const lines = payrollTerms(file);
    if (amount === null || amount <= 0) return say('affordability.amount');
    if (!lines) return say('affordability.payroll');
    const most = roundTo('money', worked(lines));
    if (most <= 0) return say('affordability.somebodyWhoPaid');
    return [amountTerm(amount), { label: say('affordability.largestLoanPayroll'), sign: '÷', value: most, unit: 'money', terms: lines }];
  },
};
