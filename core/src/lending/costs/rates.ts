import type { IsoDate } from '../../basis/dates/index';
import type { PartRate } from '../../credit/parts/index';
import type { PartOffer, PlacePack, RateIndex } from '../../file/product/index';

/** The value of an index that is in force on a day; its first one before that. */
export function indexOn({ values }: RateIndex, on: IsoDate): RateIndex['values'][number] | null {
  return [...values].reverse().find(({ from }) => from <= on) ?? values[0] ?? null;
}

/**
 * The rate at which an offer begins: its own, or of one that follows an index the index's value in force on the day of the
 * advance with its margin, within its bounds. It is taken to stay so (12 CFR 1026.17(c)(1), comment 8 and 10, from memory).
 * @returns the rate as a fraction of at most eight decimals, and what it rests on where it follows an index.
 */
export function rateOf({ annualRate, follows }: PartOffer, indices: PlacePack['indices'], on: IsoDate): { annualRate: number; follows: PartRate | null } {
  const index = follows ? indices[follows.index] : undefined;
  const value = index ? indexOn(index, on) : null;
  if (!follows || !index || !value) return { annualRate, follows: null };
  const { margin, floor, cap, resetMonths } = follows;
  return {
    annualRate: within(value.rate + margin, floor, cap),
    follows: { label: index.label, of: value.from, index: value.rate, margin, resetMonths, floor: floor ?? null, cap: cap ?? null },
  };
}

/** A rate no lower than a floor and no higher than a cap, in at most eight decimals. */
export const within = (rate: number, floor?: number | null, cap?: number | null): number =>
  Number(Math.min(cap ?? Infinity, Math.max(floor ?? 0, rate)).toFixed(8));
