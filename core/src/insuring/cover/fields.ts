import { always, choice, date, decimal, describeDetail, listed, money, person, type RowOf } from '../../basis/detail/index';

export const TOBACCO_LABEL = { no: 'No tobacco', yes: 'Tobacco' } as const;

/** What one person is covered for; plans, occupations, waiting times and times of benefit are the product's. */
export const COVER = describeDetail({
  word: 'cover',
  chapter: 'cover',
  part: 'covers',
  table: 'cover',
  owner: 'personId',
  fields: {
    personId: always(person('Who is covered'), ''),
    plan: listed('Plan', 40),
    /** What is paid a month while they can't work. */
    benefit: money('Benefit a month'),
    /** Days off work before anything is paid. */
    waitingDays: listed('Waiting days', 8),
    /** Months for which it is paid at most. */
    benefitMonths: listed('Paid for months', 8),
    occupation: listed('Occupation', 40),
    tobacco: choice('Tobacco in the last year', TOBACCO_LABEL),
    height: decimal(
      'Height',
      {
        form: 'Give the height in centimetres',
        least: [50, 'Give the height in centimetres'],
        most: [260, 'Give the height in centimetres'],
      },
      { unit: 'centimetres' },
    ),
    weight: decimal(
      'Weight',
      { form: 'Give the weight in kilograms', least: [2, 'Give the weight in kilograms'], most: [400, 'Give the weight in kilograms'] },
      { unit: 'kilograms' },
    ),
    /** By what they come in without questions about their health, of the product's list, and the day of it; underwritten where nothing is said. */
    enrolment: listed('Comes in by', 40),
    enrolmentOn: date('Day of it'),
    /** What other cover would pay a month for the same. */
    otherCover: money('Other cover a month'),
  },
});
export type Cover = RowOf<typeof COVER>;

/** Something that is added to somebody's cover, of the product's list. */
export const RIDER = describeDetail({
  word: 'rider',
  chapter: 'cover',
  part: 'riders',
  table: 'rider',
  owner: 'personId',
  fields: {
    personId: always(person('Added to the cover of'), ''),
    code: listed('Rider', 40),
  },
});
export type CoverRider = RowOf<typeof RIDER>;
