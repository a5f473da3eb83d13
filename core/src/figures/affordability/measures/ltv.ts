import type { Term } from '../../../basis/arithmetic/index';
import { type Base } from '../base';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { pledged, owedAtFirst } from './lines';
export const ltv: MeasureKind = {
  label: 'Loan-to-value',
  means: 'What is owed at first over the value of the securities, or over the price where there are none (common practice, no source).',
  unit: 'ratio',
  work: (base) => overPledged(base, []),
};

/** What is owed at first, with what stands before it, over what it is measured against. */
export function overPledged(base: Base, before: Term[]): Term[] | string {
  const owed = owedAtFirst(base);
  if (!owed) return 'the amount';
  const value = pledged(base.file);
  if (!value) return base.file.securities.length > 0 ? 'the value of the securities' : 'the price';
  return [before.length > 0 ? sumLine('Owed on the securities', '+', [owed, ...before]) : owed, value];
}
