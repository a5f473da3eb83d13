import { always, choice, date, describeDetail, listed, money, person, text, type RowOf } from '../../basis/detail/index';

export const BECOMES_LABEL = { replaced: 'Ends for this cover', kept: 'Goes on beside it' } as const;

/** A cover that somebody has elsewhere, as its papers say it; benefits and waiting times are any, not those of our list. */
export const OTHER_POLICY = describeDetail({
  word: 'existing cover',
  chapter: 'cover',
  part: 'otherPolicies',
  table: 'other_policy',
  owner: 'personId',
  fields: {
    personId: always(person('Whose'), ''),
    insurer: text('Insurer', 120),
    address: text('Address of the insurer', 200),
    number: text('Number of the policy', 60),
    becomes: choice('What becomes of it', BECOMES_LABEL),
    endsOn: date('Its last day'),
    benefit: money('Benefit a month'),
    waitingDays: listed('Waiting days', 8),
    benefitMonths: listed('Paid for months', 8),
    premium: money('Premium a month'),
    leavesOut: text('What it leaves out', 400),
    why: text('Why it is replaced', 400),
  },
});
export type OtherPolicy = RowOf<typeof OTHER_POLICY>;
