import { priorChargeTerms } from '../../../lending/securities/index';
import { type MeasureKind } from './measure';
import { overPledged } from './ltv';
export const combinedLtv: MeasureKind = {
  label: 'Combined loan-to-value',
  means:
    'What is owed at first and all charges that stand before it, over the value of the securities, or over the price where there are none (common practice, no source).',
  unit: 'ratio',
  work: (base) => overPledged(base, priorChargeTerms(base.file)),
};
