import { say, type Words } from '../../../basis/words/index';
import { since, type Term } from '../../../basis/arithmetic/index';
import { addDays, monthsBack, type IsoDate } from '../../../basis/dates/index';
import { proportion, type Minor } from '../../../basis/money/index';
import type { IncomeMethod } from './method';

/** Months that accounts cover: a year, or since the business began where that is less; at least one. */
function monthsCovered(began: IsoDate | null, yearEnd: IsoDate | null): number {
  if (began === null || yearEnd === null || began > yearEnd) return 12;
  return Math.min(12, Math.max(1, monthsBack(began, addDays(yearEnd, 1))));
}

const year = (label: Words, profit: Term, addBack: Minor | null, place: NonNullable<Term['place']>): Term => ({
  label,
  sign: '+',
  value: profit.value + (addBack ?? 0),
  unit: 'money',
  terms: [profit, ...(addBack ? [{ label: say('income.addedBackTakenOffWithout'), sign: '+' as const, value: addBack, unit: 'money' as const, place }] : [])],
});

/**
 * Profit with what was taken off without being spent put back. Two years are averaged when the latest is no lower, else
 * the lower one counts; accounts of a business that is under a year old are counted over the months that it has been
 * going (common practice, no source).
 */
export const accounts: IncomeMethod = {
  code: 'accounts',
  figure: 'profitLatest',
  asks: () => ['yearEnd', 'profitLatest', 'addBackLatest', 'profitBefore', 'addBackBefore'].map((field) => ({ field })),
  work({ since: began, yearEnd, addBackLatest, profitBefore, addBackBefore, worksAs }, from, placeOf) {
    const ended = yearEnd ? { day: yearEnd } : 'none';
    const latest = year(say('income.latestYearEnded', { ended }), { ...from, note: say('income.profit') }, addBackLatest, placeOf('addBackLatest'));
    const months = monthsCovered(began, yearEnd);
    if (months < 12 && since({ worksAs }, 3))
      return {
        monthly: proportion(latest.value, 1, months),
        terms: [latest, { label: say('income.monthsSinceItBegan', { months }), sign: '÷', value: months, unit: 'count' }],
      };
    if (profitBefore === null)
      return { monthly: proportion(latest.value, 1, 12), terms: [latest, { label: say('income.monthsYear'), sign: '÷', value: 12, unit: 'count' }] };
    const before = year(
      say('income.yearBefore'),
      { label: say('income.profitAsStated'), sign: '+', value: profitBefore, unit: 'money', place: placeOf('profitBefore') },
      addBackBefore,
      placeOf('addBackBefore'),
    );
    if (latest.value >= before.value)
      return {
        monthly: proportion(latest.value + before.value, 1, 24),
        terms: [latest, before, { label: say('income.monthsBothYearsNoLower'), sign: '÷', value: 24, unit: 'count' }],
      };
    return {
      monthly: proportion(latest.value, 1, 12),
      terms: [
        latest,
        { ...before, sign: '·', note: say('income.higherSoDoesntCount') },
        { label: say('income.monthsYearFallingSoLower'), sign: '÷', value: 12, unit: 'count' },
      ],
      ...(before.value > 0 ? { drop: (before.value - latest.value) / before.value } : {}),
    };
  },
};
