import { accounts } from '../methods/accounts';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const selfEmployed: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Self-employment',
  meaning: 'The profit of a trade of one’s own, by its accounts; a stated rate only where the product takes one.',
  method: ({ profitLatest, amount }) => (profitLatest !== null || amount === null ? accounts : rate),
  earned: 'trade',
  ofBusiness: true,
};
