import { total } from '../../../basis/arithmetic/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME, incomeLine } from './lines';
export const dtiAfter: MeasureKind = {
  label: 'Debt-to-income after',
  means: 'Debt obligations a month, with this request, over the income that counts (12 CFR 1026.43(c)(7)).',
  unit: 'ratio',
  work(base) {
    if (!base.asked) return requestLacks(base.file);
    return total(base.income) > 0 ? [sumLine('Obligations a month', '+', [...base.kept, base.asked]), incomeLine(base, '÷')] : NO_INCOME;
  },
};
