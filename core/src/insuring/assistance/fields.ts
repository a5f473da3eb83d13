import { always, choice, date, describeDetail, listed, money, person, text, type RowOf } from '../../basis/detail/index';
import type { Minor } from '../../basis/money/index';
import type { Words } from '../../basis/words/index';

export const CHANGE_DIRECTION_LABEL = { more: 'More', less: 'Less' } as const;

/** Something that will change what somebody has in the year that is covered, and stands in no income of the file yet. */
export const YEAR_CHANGE = describeDetail({
  word: 'expected change',
  chapter: 'assistance',
  part: 'yearChanges',
  table: 'year_change',
  owner: 'personId',
  fields: {
    personId: always(person('Whose'), ''),
    what: text('What changes', 120),
    direction: choice('Brings', CHANGE_DIRECTION_LABEL),
    monthly: money('A month'),
    since: date('From', { month: 'first' }),
  },
});
export type YearChange = RowOf<typeof YEAR_CHANGE>;

/** What is taken off somebody's income of the year before it counts; which there are, the product says. */
export const DEDUCTION = describeDetail({
  word: 'deduction',
  chapter: 'assistance',
  part: 'deductions',
  table: 'deduction',
  owner: 'personId',
  fields: {
    personId: always(person('Whose'), ''),
    code: listed('Deduction', 40),
    yearly: money('In the year'),
  },
});
export type Deduction = RowOf<typeof DEDUCTION>;

/** What a result says, as it is kept with a file and shown to who has to read it. */
export interface AssistanceFigures {
  year: number;
  size: number;
  income: Minor;
  guideline: Minor;
  /** Fractions. */
  share: number;
  percentage: number | null;
  expected: Minor | null;
  benchmark: { plan: string; amount: Minor } | null;
  most: Minor;
  covered: { name: Words; why: Words | null }[];
}
