import type { Term } from '../../../basis/arithmetic/index';
import { dateInWords } from '../../../basis/dates/index';
import { proportion, type Minor } from '../../../basis/money/index';
import type { IncomeMethod } from './method';

const year = (label: string, profit: Term, addBack: Minor | null): Term => ({
  label,
  sign: '+',
  value: profit.value + (addBack ?? 0),
  unit: 'money',
  terms: [profit, ...(addBack ? [{ label: 'Put back: taken off without being spent', sign: '+' as const, value: addBack, unit: 'money' as const }] : [])],
});

/**
 * Profit with what was taken off without being spent put back. Two years are averaged when the latest is no lower, else
 * the lower one counts (common practice, no source).
 */
export const accounts: IncomeMethod = {
  code: 'accounts',
  figure: 'profitLatest',
  asks: () => ['yearEnd', 'profitLatest', 'addBackLatest', 'profitBefore', 'addBackBefore'].map((field) => ({ field })),
  work({ yearEnd, addBackLatest, profitBefore, addBackBefore }, from, placeOf) {
    const ended = yearEnd ? ` to ${dateInWords(yearEnd)}` : '';
    const latest = year(`Latest year${ended}`, { ...from, note: 'profit' }, addBackLatest);
    if (profitBefore === null)
      return { monthly: proportion(latest.value, 1, 12), terms: [latest, { label: 'Months in a year', sign: '÷', value: 12, unit: 'count' }] };
    const before = year(
      'Year before',
      { label: 'Profit, as stated', sign: '+', value: profitBefore, unit: 'money', place: placeOf('profitBefore') },
      addBackBefore,
    );
    if (latest.value >= before.value)
      return {
        monthly: proportion(latest.value + before.value, 1, 24),
        terms: [latest, before, { label: 'Months in both years: no lower than before, so the average', sign: '÷', value: 24, unit: 'count' }],
      };
    return {
      monthly: proportion(latest.value, 1, 12),
      terms: [
        latest,
        { ...before, sign: '·', note: 'higher, so it doesn’t count' },
        { label: 'Months in a year: falling, so the lower year', sign: '÷', value: 12, unit: 'count' },
      ],
      ...(before.value > 0 ? { drop: (before.value - latest.value) / before.value } : {}),
    };
  },
};
