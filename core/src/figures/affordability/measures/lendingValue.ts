import { total } from '../../../basis/arithmetic/index';
import { lendingValueTerms } from '../../../lending/securities/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { owedAtFirst } from './lines';
export const lendingValue: MeasureKind = {
  label: 'Share of lending value',
  means: 'What is owed at first over what the securities may be lent on (common practice, no source).',
  unit: 'ratio',
  work(base) {
    const values = lendingValueTerms(base.file);
    const owed = owedAtFirst(base);
    if (!owed) return 'the amount';
    return total(values) > 0 ? [owed, sumLine('May be lent on the securities', '÷', values)] : 'securities that can be lent on';
  },
};
