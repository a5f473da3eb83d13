import { always, describeDetail, money, person, type RowOf } from '../../basis/detail/index';

/** Which part of the rent one of several who share pays. */
export const RENT_SHARE = describeDetail({
  word: 'part of the rent',
  chapter: 'unit',
  part: 'rentShares',
  table: 'rent_share',
  owner: 'personId',
  fields: {
    personId: always(person('Who pays it'), ''),
    amount: money('Part of the rent a month'),
  },
});
export type RentShare = RowOf<typeof RENT_SHARE>;
