import { say } from '../../../basis/words/index';
import { roundTo, worked, type Term } from '../../../basis/arithmetic/index';
import { minor } from '../../../basis/money/index';
import type { IncomeMethod } from './method';

/** A share of a capital. */
export const ofCapital: IncomeMethod = {
  code: 'yield',
  figure: 'capital',
  asks: () => [{ field: 'capital' }, { field: 'yieldRate' }],
  work({ yieldRate }, from, placeOf) {
    if (yieldRate === null) return null;
    const terms: Term[] = [
      { ...from, note: say('income.what') },
      { label: say('income.yieldYear'), sign: '×', value: yieldRate, unit: 'ratio', place: placeOf('yieldRate') },
      { label: say('income.monthsYear'), sign: '÷', value: 12, unit: 'count' },
    ];
    return { monthly: minor(roundTo('money', worked(terms))), terms };
  },
};
