import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const subsidy: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Rent subsidy',
  meaning: say('income.paidStateTowardsRent'),
  method: () => rate,
  offRent: true,
};
