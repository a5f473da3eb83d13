import { say } from '../../../basis/words/index';
import { premiumLacks, premiumOf } from '../../../insuring/premium/index';
import { type MeasureKind } from './measure';
export const premiumYear: MeasureKind = {
  label: 'Premium a year',
  means: say('affordability.premiumYearAllPayments'),
  unit: 'money',
  work({ file, today }) {
    const premium = premiumOf(file, today);
    if (!premium) return premiumLacks(file, today) ?? say('cover.whoIsCovered');
    return [
      { label: say('cover.payable', { mode: premium.mode.label }), sign: '+', value: premium.each, unit: 'money', terms: premium.eachTerms },
      { label: say('cover.paymentsAYear'), sign: '×', value: premium.mode.perYear, unit: 'count' },
    ];
  },
};
