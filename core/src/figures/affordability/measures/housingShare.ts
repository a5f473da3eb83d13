import { say } from '../../../basis/words/index';
import { requestLacks } from '../../../lending/costs/index';
import { total } from '../../../basis/arithmetic/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME, incomeLine } from './lines';
export const housingShare: MeasureKind = {
  label: 'Housing cost share',
  means: say('affordability.whatHousingTakesIncomeCounts'),
  unit: 'ratio',
  work(base) {
    if (total(base.income) <= 0) return NO_INCOME;
    const cost = base.file.product.amountIs === 'rent' ? base.asked : sumLine(say('affordability.housingMonth'), '+', base.housing);
    return cost ? [cost, incomeLine(base, '÷')] : requestLacks(base.file);
  },
};
