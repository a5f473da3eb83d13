import { say } from '../../../basis/words/index';
import { total } from '../../../basis/arithmetic/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
export const paymentShock: MeasureKind = {
  label: 'Payment shock',
  means: say('affordability.howMuchHousingAndThis'),
  unit: 'ratio',
  work({ asked, housing, file }) {
    if (!asked) return requestLacks(file);
    if (total(housing) <= 0) return say('affordability.whatHousingCostsNow');
    const then = file.product.amountIs === 'rent' ? [asked] : [...housing, asked];
    return [
      sumLine(say('affordability.housingAndThisRequest'), '+', then),
      sumLine(say('affordability.housingNow'), '÷', housing),
      { label: say('affordability.whatPaidNow'), sign: '−', value: 1, unit: 'ratio' },
    ];
  },
};
