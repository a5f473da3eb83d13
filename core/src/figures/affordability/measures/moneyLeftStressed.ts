import { say } from '../../../basis/words/index';
import { requestLacks } from '../../../lending/costs/index';
import { since } from '../../../basis/arithmetic/index';
import { dearerDebtTerms } from '../../../means/commitments/index';
import { stressedTerm, sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { leftOver } from './moneyLeft';
export const moneyLeftStressed: MeasureKind = {
  label: 'Left at stressed rate',
  means: say('affordability.sameWithPaymentAtStressed'),
  unit: 'money',
  work(base) {
    if (!base.asked) return requestLacks(base.file);
    const left = leftOver(base, base.costs ? stressedTerm(base.costs) : base.asked);
    const added = base.costs ? Math.max(0, ...base.costs.parts.map(({ offer }) => offer.stressAdded)) : 0;
    if (!Array.isArray(left) || added === 0 || !since(base.file, 3)) return left;
    const dearer = dearerDebtTerms(base.file, base.today, added);
    return dearer.length === 0 ? left : [...left, sumLine(say('affordability.variableDebtsDearer'), '−', dearer)];
  },
};
