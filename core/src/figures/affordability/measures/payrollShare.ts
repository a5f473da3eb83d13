import { roundTo, worked } from '../../../basis/arithmetic/index';
import { payrollTerms } from '../../../lending/business/index';
import { type MeasureKind } from './measure';
import { amountTerm } from './lines';
export const payrollShare: MeasureKind = {
  label: 'Share of payroll loan',
  means: 'The amount over the largest loan by payroll: a month’s average payroll, capped for each person, times the product’s multiple.',
  unit: 'ratio',
  work({ file }) {
    const { amount } = file.request;
    const lines = payrollTerms(file);
    if (amount === null || amount <= 0) return 'the amount';
    if (!lines) return 'the payroll';
    const most = roundTo('money', worked(lines));
    if (most <= 0) return 'somebody who is paid';
    return [amountTerm(amount), { label: 'Largest loan by payroll', sign: '÷', value: most, unit: 'money', terms: lines }];
  },
};
