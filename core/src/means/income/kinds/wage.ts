import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const wage: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Wage',
  meaning: say('income.whatEmployerPaysForAgreed'),
  method: () => rate,
  earned: 'job',
  isPay: true,
  mayBeUntaxed: false,
};
