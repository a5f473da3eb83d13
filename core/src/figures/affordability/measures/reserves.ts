import { say } from '../../../basis/words/index';
import { reserveTerms } from '../../../means/worth/index';
import { livingCosts } from '../../../means/living/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
export const reserves: MeasureKind = {
  label: 'Months of reserves',
  means: say('affordability.howManyMonthsAllOutgoings'),
  unit: 'months',
  work({ asked, kept, size, region, file }) {
    if (!asked) return requestLacks(file);
    // Reserves are for when income is gone, so living costs are held against the benchmark of no income here.
    const living = livingCosts(file, { size, region, yearlyIncome: 0 });
    const out = sumLine(say('affordability.outgoingsMonth'), '÷', [...kept, { ...living.counted, sign: '+' }, asked]);
    return out.value > 0 ? [sumLine(say('affordability.liquidAssetsAreLeft'), '+', reserveTerms(file)), out] : say('affordability.whatGoesOutEachMonth');
  },
};
