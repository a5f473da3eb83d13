import { total } from '../../../basis/arithmetic/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
export const paymentShock: MeasureKind = {
  label: 'Payment shock',
  means: 'By how much housing and this request take more than housing takes now (common practice, no source).',
  unit: 'ratio',
  work({ asked, housing, file }) {
    if (!asked) return requestLacks(file);
    if (total(housing) <= 0) return 'what housing costs now';
    const then = file.product.amountIs === 'rent' ? [asked] : [...housing, asked];
    return [
      sumLine('Housing and this request', '+', then),
      sumLine('Housing now', '÷', housing),
      { label: 'What is paid now', sign: '−', value: 1, unit: 'ratio' },
    ];
  },
};
