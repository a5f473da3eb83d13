import { say } from '../../../basis/words/index';
import { askedLacks, premiumYearTerms } from '../asked';
import { type MeasureKind } from './measure';
export const premiumYear: MeasureKind = {
  label: 'Premium a year',
  means: say('affordability.premiumYearAllPayments'),
  unit: 'money',
  work: (base) => (base.premium ? premiumYearTerms(base.premium) : askedLacks(base.file, base.today)),
};
