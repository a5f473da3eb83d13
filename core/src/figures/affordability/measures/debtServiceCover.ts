import { BUSINESS_DEBTS } from '../../../means/commitments/index';
import { kindOfIncome } from '../../../means/income/index';
import { newestYear, cashForDebtMonthly } from '../../../lending/business/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
export const debtServiceCover: MeasureKind = {
  label: 'Debt service cover',
  means: 'What the business earns over what it owes a month, with this request (common practice, no source).',
  unit: 'times',
  work({ file, counted, kept, asked }) {
    if (!asked) return requestLacks(file);
    const year = newestYear(file);
    const earned = year ? [cashForDebtMonthly(year)] : counted.filter(({ income }) => kindOfIncome(income.kind)?.ofBusiness).map(({ counted: line }) => line);
    if (earned.length === 0) return 'an income or accounts of a business';
    const owed = kept.filter(({ place }) => {
      const debt = place?.chapter === 'commitments' ? file.debts.find(({ id }) => place.anchor.startsWith(`${id}.`)) : undefined;
      return debt !== undefined && BUSINESS_DEBTS.includes(debt.kind ?? '');
    });
    const service = sumLine('Debt service a month', '÷', [...owed, asked]);
    return service.value > 0 ? [sumLine('What the business earns a month', '+', earned), service] : 'a payment to cover';
  },
};
