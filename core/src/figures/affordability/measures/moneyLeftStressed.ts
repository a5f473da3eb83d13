import { say } from '../../../basis/words/index';
import { requestLacks } from '../../../lending/costs/index';
import { stressedTerm } from '../asked';
import { type MeasureKind } from './measure';
import { leftOver } from './moneyLeft';
export const moneyLeftStressed: MeasureKind = {
  label: 'Left at stressed rate',
  means: say('affordability.sameWithPaymentAtStressed'),
  unit: 'money',
  work(base) {
    if (!base.asked) return requestLacks(base.file);
    return leftOver(base, base.costs ? stressedTerm(base.costs) : base.asked);
  },
};
