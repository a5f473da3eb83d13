import { say } from '../../../basis/words/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME } from './lines';
export const residualIncome: MeasureKind = {
  label: 'Residual income',
  means: say('affordability.incomeAfterTaxLessObligations'),
  unit: 'money',
  work({ net, asked, kept, file }) {
    if (!net) return say('affordability.taxTablePlace');
    if (!asked) return requestLacks(file);
    if (net.length === 0) return NO_INCOME;
    return [sumLine(say('affordability.incomeMonthAfterTax'), '+', net), sumLine(say('affordability.obligationsStay'), '−', kept), { ...asked, sign: '−' }];
  },
};
