import { say } from '../../../basis/words/index';
import { premiumLacks, premiumOf } from '../../../insuring/premium/index';
import { type MeasureKind } from './measure';
export const premium: MeasureKind = {
  label: 'Premium',
  means: say('affordability.premiumEachPayment'),
  unit: 'money',
  work: ({ file, today }) => premiumOf(file, today)?.eachTerms ?? premiumLacks(file, today) ?? say('cover.whoIsCovered'),
};
