import { say } from '../../../basis/words/index';
import type { Term } from '../../../basis/arithmetic/index';
import { FREQUENCY_LABEL, toMonthly, WEEKS_A_YEAR } from '../../../basis/frequency/index';
import { minor, proportion } from '../../../basis/money/index';
import type { AskedField, IncomeMethod } from './method';

/** An amount each time, so many times a year; hourly by hours and weeks. */
export const rate: IncomeMethod = {
  code: 'rate',
  figure: 'amount',
  asks: ({ frequency }) => [
    { field: 'amount', label: 'Stated amount' },
    { field: 'frequency' },
    ...(frequency === 'hourly' ? HOURLY : frequency === 'daily' ? DAILY : frequency === 'monthly' ? [{ field: 'extraMonths' }] : []),
  ],
  work({ frequency, hoursPerWeek, daysPerWeek, weeksPerYear, extraMonths }, from) {
    const perWeek = frequency === 'daily' ? daysPerWeek : hoursPerWeek;
    const byWeek = frequency === 'hourly' || frequency === 'daily';
    if (frequency === null || (byWeek && perWeek === null)) return null;
    const weeks = weeksPerYear ?? WEEKS_A_YEAR;
    const { monthly, perYear } = toMonthly(minor(from.value), frequency, perWeek, weeks);
    const extra = frequency === 'monthly' ? (extraMonths ?? 0) : 0;
    const times: Term[] = byWeek
      ? [
          { label: frequency === 'daily' ? say('income.daysWeek') : say('income.hoursWeek'), sign: '×', value: perWeek ?? 0, unit: 'count' },
          { label: say('income.weeksPaidYear'), sign: '×', value: weeks, unit: 'count' },
        ]
      : [
          {
            label: extra > 0 ? say('income.monthsPayYearWithMore', { extra }) : say('income.timesYear'),
            sign: '×',
            value: perYear + extra,
            unit: 'count',
          },
        ];
    return {
      monthly: extra > 0 ? proportion(from.value, 12 + extra, 12) : monthly,
      terms: [{ ...from, note: FREQUENCY_LABEL[frequency] }, ...times, { label: say('income.monthsYear'), sign: '÷', value: 12, unit: 'count' }],
    };
  },
};

const HOURLY: readonly AskedField[] = [{ field: 'hoursPerWeek' }, { field: 'weeksPerYear' }];
const DAILY: readonly AskedField[] = [{ field: 'daysPerWeek' }, { field: 'weeksPerYear' }];
