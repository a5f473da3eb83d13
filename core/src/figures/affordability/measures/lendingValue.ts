import { say } from '../../../basis/words/index';
import { total } from '../../../basis/arithmetic/index';
import { lendingValueTerms } from '../../../lending/securities/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { owedAtFirst } from './lines';
export const lendingValue: MeasureKind = {
  label: 'Share of lending value',
  means: say('affordability.whatOwedAtFirstOver'),
  unit: 'ratio',
  work(base) {
    const values = lendingValueTerms(base.file);
    const owed = owedAtFirst(base);
    if (!owed) return say('affordability.amount');
    return total(values) > 0 ? [owed, sumLine(say('affordability.mayLentOnSecurities'), '÷', values)] : say('affordability.securitiesCanLentOn');
  },
};
