import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const subsidy: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Rent subsidy',
  meaning: 'Paid by the state towards the rent.',
  method: () => rate,
  offRent: true,
};
