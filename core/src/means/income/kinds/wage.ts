import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const wage: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Wage',
  meaning: 'What an employer pays for the agreed hours.',
  method: () => rate,
  earned: 'job',
  isPay: true,
  mayBeUntaxed: false,
};
