import { always, date, describeDetail, listed, percent, person, type RowOf } from '../../basis/detail/index';
import type { IsoDate } from '../../basis/dates/index';

/** A preference that somebody claims in a round, of the product's list. */
export const PREFERENCE = describeDetail({
  word: 'preference',
  chapter: 'unit',
  part: 'preferences',
  table: 'preference_claim',
  owner: 'personId',
  rowsBy: 'applicant',
  most: 12,
  fields: {
    personId: always(person('Whose'), ''),
    code: listed('Preference', 30, { by: 'applicant' }),
    /** Of the hours that somebody works, how much is worked there. */
    hoursThere: percent('Share of hours worked there', { by: 'applicant' }),
    paperOn: date('Date of its paper'),
  },
});
export type Preference = RowOf<typeof PREFERENCE>;

/** A unit that was offered to whose turn it was. */
export interface RoundOffer {
  id: string;
  unitId: string;
  unit: string;
  offeredAt: string;
  /** The last day on which it can be answered. */
  answerBy: IsoDate;
  /** lapsed: nobody answered in time; takenBack: it could no longer be had. */
  state: 'open' | 'accepted' | 'refused' | 'lapsed' | 'takenBack';
  answeredAt: string | null;
  /** Why it was refused, where that was said. */
  reason: string | null;
}

/** Where a file stands in the round of applications that it takes part in. */
export interface RoundStanding {
  code: string;
  name: string;
  opensOn: IsoDate;
  /** The last day on which somebody can apply. */
  closesOn: IsoDate;
  drawnAt: string | null;
  /** What was drawn: null before, and for who wasn't in it. */
  number: string | null;
  points: number | null;
  rank: number | null;
  /** How many were drawn. */
  of: number | null;
  offers: RoundOffer[];
}
