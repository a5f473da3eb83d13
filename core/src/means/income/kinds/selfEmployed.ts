import { say } from '../../../basis/words/index';
import { accounts } from '../methods/accounts';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const selfEmployed: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Self-employment',
  meaning: say('income.profitTradeOnesOwnIts'),
  method: ({ profitLatest, amount }) => (profitLatest !== null || amount === null ? accounts : rate),
  earned: 'trade',
  ofBusiness: true,
};
