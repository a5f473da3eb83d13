import { say } from '../../../basis/words/index';
import { total } from '../../../basis/arithmetic/index';
import { requestLacks } from '../../../lending/costs/index';
import { type MeasureKind } from './measure';
import { NO_INCOME, incomeLine } from './lines';
export const rentCover: MeasureKind = {
  label: 'Rent cover',
  means: say('affordability.howManyTimesIncomeCounts'),
  unit: 'times',
  work(base) {
    if (!base.asked) return requestLacks(base.file);
    if (base.asked.value <= 0) return say('affordability.rentIsntWhollySubsidised');
    return total(base.income) > 0 ? [incomeLine(base, '+'), { ...base.asked, sign: '÷' }] : NO_INCOME;
  },
};
