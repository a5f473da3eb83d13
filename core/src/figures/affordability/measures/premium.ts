import { say } from '../../../basis/words/index';
import { askedLacks } from '../asked';
import { type MeasureKind } from './measure';
export const premium: MeasureKind = {
  label: 'Premium',
  means: say('affordability.premiumEachPayment'),
  unit: 'money',
  work: (base) => base.premium?.eachTerms ?? askedLacks(base.file, base.today),
};
