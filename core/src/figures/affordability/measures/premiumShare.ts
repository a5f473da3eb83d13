import { total } from '../../../basis/arithmetic/index';
import { say } from '../../../basis/words/index';
import { askedLacks } from '../asked';
import { incomeLine, NO_INCOME } from './lines';
import { type MeasureKind } from './measure';
export const premiumShare: MeasureKind = {
  label: 'Premium, share of income',
  means: say('affordability.premiumShareOfIncome'),
  unit: 'ratio',
  work(base) {
    if (!base.asked) return askedLacks(base.file, base.today);
    return total(base.income) > 0 ? [base.asked, incomeLine(base, '÷')] : NO_INCOME;
  },
};
