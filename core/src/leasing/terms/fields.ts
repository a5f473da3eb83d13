import { describeDetail, listed, text, whole, type RowOf } from '../../basis/detail/index';

/** Something that is let beside a unit, of the product's list: a space for a car, a store, a meter. */
export const LEASE_EXTRA = describeDetail({
  word: 'extra',
  chapter: 'unit',
  part: 'leaseExtras',
  table: 'lease_extra',
  fields: {
    code: listed('What', 40),
    count: whole('How many', { least: 1, most: 20 }),
  },
});
export type LeaseExtra = RowOf<typeof LEASE_EXTRA>;

/** A fee that isn't asked for, and why. */
export const FEE_WAIVER = describeDetail({
  word: 'waiver',
  chapter: 'unit',
  part: 'feeWaivers',
  table: 'fee_waiver',
  fields: {
    code: listed('Fee', 40),
    reason: text('Why it is waived', 200),
  },
});
export type FeeWaiver = RowOf<typeof FEE_WAIVER>;
