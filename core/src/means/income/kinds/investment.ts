import { ofCapital } from '../methods/yield';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const investment: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Investment',
  meaning: 'Interest and dividends: what a capital yields.',
  method: ({ capital, amount }) => (capital !== null || amount === null ? ofCapital : rate),
};
