import { say } from '../../../basis/words/index';
import { BUSINESS_DEBTS } from '../../../means/commitments/index';
import { kindOfIncome } from '../../../means/income/index';
import { newestYear, cashForDebtMonthly } from '../../../lending/business/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
export const debtServiceCover: MeasureKind = {
  label: 'Debt service cover',
  means: say('affordability.whatBusinessEarnsOverWhat'),
  unit: 'times',
  work({ file, counted, kept, asked }) {
    if (!asked) return requestLacks(file);
    const year = newestYear(file);
    const earned = year ? [cashForDebtMonthly(year)] : counted.filter(({ income }) => kindOfIncome(income.kind)?.ofBusiness).map(({ counted: line }) => line);
    if (earned.length === 0) return say('affordability.incomeOrAccountsBusiness');
    const owed = kept.filter(({ place }) => {
      const debt = place?.chapter === 'commitments' ? file.debts.find(({ id }) => place.anchor.startsWith(`${id}.`)) : undefined;
      return debt !== undefined && BUSINESS_DEBTS.includes(debt.kind ?? '');
    });
    const service = sumLine(say('affordability.debtServiceMonth'), '÷', [...owed, asked]);
    return service.value > 0 ? [sumLine(say('affordability.whatBusinessEarnsMonth'), '+', earned), service] : say('affordability.paymentCover');
  },
};
