import { say, type Words } from '../../../basis/words/index';
import { since, type Term } from '../../../basis/arithmetic/index';
import { addDays, monthsBack, type IsoDate } from '../../../basis/dates/index';
import { proportion, type Minor } from '../../../basis/money/index';
import type { IncomeMethod, StatedIncome } from './method';

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

const YEARS = [
  { profit: 'profitLatest', addBack: 'addBackLatest' },
  { profit: 'profitBefore', addBack: 'addBackBefore' },
  { profit: 'profitThird', addBack: 'addBackThird' },
  { profit: 'profitFourth', addBack: 'addBackFourth' },
] as const;

/** How many years of accounts are given, one after the other from the latest back. */
export function yearsGiven(stated: Pick<StatedIncome, (typeof YEARS)[number]['profit']>): number {
  const missing = YEARS.findIndex(({ profit }) => stated[profit] == null);
  return missing === -1 ? YEARS.length : missing;
}

/**
 * Profit with what was taken off without being spent put back, for up to four years one after the other: the average of all
 * that are given, or the latest year where that is lower; accounts of a business that is under a year old are counted over
 * the months that it has been going (common practice, no source).
 */
export const accounts: IncomeMethod = {
  code: 'accounts',
  figure: 'profitLatest',
  asks: (stated) => [
    { field: 'yearEnd' },
    // A year further back is asked for once the one after it is given; two always are.
    ...YEARS.slice(0, Math.min(YEARS.length, Math.max(2, yearsGiven(stated) + 1))).flatMap(({ profit, addBack }) => [{ field: profit }, { field: addBack }]),
  ],
  work(stated, from, placeOf) {
    const { since: began, yearEnd, worksAs } = stated;
    const ended = yearEnd ? { day: yearEnd } : 'none';
    const latest = year(say('income.latestYearEnded', { ended }), { ...from, note: say('income.profit') }, stated.addBackLatest, placeOf('addBackLatest'));
    const months = monthsCovered(began, yearEnd);
    if (months < 12 && since({ worksAs }, 3))
      return {
        monthly: proportion(latest.value, 1, months),
        terms: [latest, { label: say('income.monthsSinceItBegan', { months }), sign: '÷', value: months, unit: 'count' }],
      };
    const earlier = YEARS.slice(1, Math.max(1, yearsGiven(stated))).map(({ profit, addBack }, at) =>
      year(
        say('income.yearsBefore', { years: at + 1 }),
        { label: say('income.profitAsStated'), sign: '+', value: stated[profit] ?? 0, unit: 'money', place: placeOf(profit) },
        stated[addBack] ?? null,
        placeOf(addBack),
      ),
    );
    const [before] = earlier;
    if (!before) return { monthly: proportion(latest.value, 1, 12), terms: [latest, { label: say('income.monthsYear'), sign: '÷', value: 12, unit: 'count' }] };
    const count = earlier.length + 1;
    const all = earlier.reduce((sum, { value }) => sum + value, latest.value);
    const fell = before.value > 0 && latest.value < before.value ? { drop: (before.value - latest.value) / before.value } : {};
    if (latest.value * count >= all)
      return {
        monthly: proportion(all, 1, 12 * count),
        terms: [latest, ...earlier, { label: say('income.monthsOfYearsAverage', { count }), sign: '÷', value: 12 * count, unit: 'count' }],
        ...fell,
      };
    return {
      monthly: proportion(latest.value, 1, 12),
      terms: [
        latest,
        ...earlier.map((term): Term => ({ ...term, sign: '·', note: say('income.averageHigherSoLatest', { count }) })),
        { label: say('income.monthsYearLatestIsLower'), sign: '÷', value: 12, unit: 'count' },
      ],
      ...fell,
    };
  },
};
