import { say } from '../../../basis/words/index';
import { priorChargeTerms } from '../../../lending/securities/index';
import { type MeasureKind } from './measure';
import { overPledged } from './ltv';
export const combinedLtv: MeasureKind = {
  label: 'Combined loan-to-value',
  means: say('affordability.whatOwedAtFirstAnd'),
  unit: 'ratio',
  work: (base) => overPledged(base, priorChargeTerms(base.file)),
};
