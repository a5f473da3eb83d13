import { inForceOn, type IsoDate } from '../../basis/dates/index';
import type { PartRate, PartTerms } from '../../credit/parts/index';
import type { PartOffer, PlacePack } from '../../file/product/index';

/**
 * The rate at which an offer begins: its own, or of one that follows an index the index's value in force on the day of the
 * advance with its margin, within its bounds. It is taken to stay so (12 CFR 1026.17(c)(1), comment 8 and 10, from memory).
 * @returns the rate as a fraction of at most eight decimals, and what it rests on where it follows an index.
 */
export function rateOf({ annualRate, follows }: PartOffer, indices: PlacePack['indices'], on: IsoDate): { annualRate: number; follows: PartRate | null } {
  const index = follows ? indices[follows.index] : undefined;
  const value = index ? inForceOn(index.values, on) : null;
  if (!follows || !index || !value) return { annualRate, follows: null };
  const { margin, floor, cap, resetMonths } = follows;
  return {
    annualRate: within(value.rate + margin, floor, cap),
    follows: { label: index.label, of: value.from, index: value.rate, margin, resetMonths, floor: floor ?? null, cap: cap ?? null },
  };
}

/** A rate no lower than a floor and no higher than a cap, in at most eight decimals. */
const within = (rate: number, floor?: number | null, cap?: number | null): number => Number(Math.min(cap ?? Infinity, Math.max(floor ?? 0, rate)).toFixed(8));

/** The rate of a part when rates are higher by a fraction: no higher than its cap. */
export const dearerRate = ({ annualRate, follows }: Pick<PartTerms, 'annualRate' | 'follows'>, added: number): number =>
  within(annualRate + added, 0, follows?.cap);
