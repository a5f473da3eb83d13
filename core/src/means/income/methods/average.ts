import { say } from '../../../basis/words/index';
import { proportion } from '../../../basis/money/index';
import type { IncomeMethod } from './method';

/** All that came over some months, over those months. */
export const average: IncomeMethod = {
  code: 'average',
  figure: 'amount',
  asks: () => [{ field: 'amount', label: 'Received in all', ask: 'How much came in all' }, { field: 'monthsSeen' }],
  work({ monthsSeen: months }, from) {
    if (months === null || months < 1) return null;
    return {
      monthly: proportion(from.value, 1, months),
      terms: [
        { ...from, note: say('income.allCameMonths', { months }) },
        { label: say('income.monthsOverWhichCame'), sign: '÷', value: months, unit: 'count' },
      ],
    };
  },
};
