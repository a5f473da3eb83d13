import { say, type Words } from '../../../basis/words/index';
import type { Term } from '../../../basis/arithmetic/index';
import { type Base } from '../base';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { pledged, owedAtFirst } from './lines';
export const ltv: MeasureKind = {
  label: 'Loan-to-value',
  means: say('affordability.whatOwedAtFirstOver2'),
  unit: 'ratio',
  work: (base) => overPledged(base, []),
};

/** What is owed at first, with what stands before it, over what it is measured against. */
export function overPledged(base: Base, before: Term[]): Term[] | Words {
  const owed = owedAtFirst(base);
  if (!owed) return say('affordability.amount');
  const value = pledged(base.file);
  if (!value) return base.file.securities.length > 0 ? say('affordability.valueSecurities2') : say('affordability.price2');
  return [before.length > 0 ? sumLine(say('affordability.owedOnSecurities'), '+', [owed, ...before]) : owed, value];
}
