import { always, describeDetail, percent, person, text, yesNo, type RowOf } from '../../basis/detail/index';

/** Who owns how much of a company, or directs it. */
export const STAKE = describeDetail({
  word: 'share of a company',
  chapter: 'people',
  part: 'stakes',
  table: 'stake',
  fields: {
    ofId: always(person('Company'), ''),
    /** Nobody in the file: small holders together, named in words. */
    ownerId: person('Owner'),
    others: text('Others, in words', 120, { hint: 'Small holders together, such as “eleven crew members”' }),
    share: percent('Share'),
    /** Has a significant responsibility to manage or direct it (31 CFR 1010.230(d)(2)). */
    controls: yesNo('Directs it'),
  },
});
export type Stake = RowOf<typeof STAKE>;
