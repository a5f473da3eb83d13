import { say } from '../../../basis/words/index';
import { ofCapital } from '../methods/yield';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const investment: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Investment',
  meaning: say('income.interestAndDividendsWhatCapital'),
  method: ({ capital, amount }) => (capital !== null || amount === null ? ofCapital : rate),
};
