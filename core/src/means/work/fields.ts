import { always, choice, date, describeDetail, person, phone, text, type RowOf } from '../../basis/detail/index';

export const WORK_KIND_LABEL = {
  employed: 'Employed',
  selfEmployed: 'Self-employed',
  studying: 'Studying',
  caring: 'Caring at home',
  unemployed: 'Without work',
  retired: 'Retired',
} as const;

/** A job, or a time without one. */
export const WORK = describeDetail({
  word: 'time of work',
  chapter: 'income',
  part: 'works',
  table: 'work',
  owner: 'personId',
  rowsBy: 'applicant',
  fields: {
    personId: always(person('Who'), ''),
    kind: choice('What', WORK_KIND_LABEL, { by: 'applicant' }),
    employer: text('Employer', 120, { by: 'applicant' }),
    position: text('As', 80, { by: 'applicant' }),
    phone: phone('Their phone', { by: 'applicant' }),
    since: date('Since', { by: 'applicant', month: 'first' }),
    until: date('Until', { by: 'applicant', month: 'last', ask: 'Until (empty while it lasts)' }),
  },
});
export type Work = RowOf<typeof WORK>;
