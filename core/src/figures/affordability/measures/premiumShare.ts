import { total } from '../../../basis/arithmetic/index';
import { say } from '../../../basis/words/index';
import { premiumLacks, premiumOf } from '../../../insuring/premium/index';
import { incomeLine, NO_INCOME } from './lines';
import { type MeasureKind } from './measure';
export const premiumShare: MeasureKind = {
  label: 'Premium, share of income',
  means: say('affordability.premiumShareOfIncome'),
  unit: 'ratio',
  work(base) {
    const { file, today } = base;
    const premium = premiumOf(file, today);
    if (!premium) return premiumLacks(file, today) ?? say('cover.whoIsCovered');
    if (total(base.income) <= 0) return NO_INCOME;
    return [
      { label: say('cover.payable', { mode: premium.mode.label }), sign: '+', value: premium.each, unit: 'money', terms: premium.eachTerms },
      { label: say('cover.paymentsAYear'), sign: '×', value: premium.mode.perYear, unit: 'count' },
      { label: say('affordability.monthsYear'), sign: '÷', value: 12, unit: 'count' },
      incomeLine(base, '÷'),
    ];
  },
};
