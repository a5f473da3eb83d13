import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME } from './lines';
export const residualIncome: MeasureKind = {
  label: 'Residual income',
  means: 'Income after tax less obligations and this request, against a table by region, family and loan (38 CFR 36.4340(e)).',
  unit: 'money',
  work({ net, asked, kept, file }) {
    if (!net) return 'a tax table of the place';
    if (!asked) return requestLacks(file);
    if (net.length === 0) return NO_INCOME;
    return [sumLine('Income a month after tax', '+', net), sumLine('Obligations that stay', '−', kept), { ...asked, sign: '−' }];
  },
};
