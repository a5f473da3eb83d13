import { digestOf } from '../../file/history/index';
import type { RoundOffer } from './fields';

/** Who takes part in a draw: the file's reference, and the points of the preferences that count for it. */
export interface DrawEntry {
  reference: string;
  points: number;
}

/** A place on the list. Places are counted from 1. */
export interface Drawn extends DrawEntry {
  number: string;
  rank: number;
}

/** What is published of a seed before anybody can apply, so that nobody can choose it afterwards: its digest. */
export const sealOfSeed = (seed: string): string => digestOf(seed);

/** The SHA-256 digest (FIPS 180-4) of a text in UTF-8, in hexadecimal. */
export type Digest = (text: string) => string;

/**
 * The number that is drawn for a file: the SHA-256 digest, in hexadecimal, of the seed, a colon and the file's reference.
 * Anybody who has the seed works it again.
 */
export const numberOf = (seed: string, reference: string, digest: Digest = digestOf): string => digest(`${seed}:${reference}`);

/** Hexadecimal digits of a number that are compared as one, which is faster; as many as are held exactly. */
const FIRST_DIGITS = 13;

/**
 * The list of a draw: more points first, and among equal points by number, the lowest first. It depends on the seed and on
 * who takes part, not on the order in which they are given; points that are added never lower a place.
 * @param digest another SHA-256 than the one that runs everywhere, where a faster one is at hand.
 * @throws RangeError where somebody takes part twice.
 */
export function drawn(seed: string, entries: readonly DrawEntry[], digest: Digest = digestOf): Drawn[] {
  if (new Set(entries.map(({ reference }) => reference)).size !== entries.length) throw new RangeError('Somebody takes part twice');
  return entries
    .map(({ reference, points }) => {
      const number = numberOf(seed, reference, digest);
      return { reference, points, number, first: Number.parseInt(number.slice(0, FIRST_DIGITS), 16) };
    })
    .sort((a, b) => b.points - a.points || a.first - b.first || (a.number < b.number ? -1 : 1))
    .map(({ reference, points, number }, at) => ({ reference, points, number, rank: at + 1 }));
}

/** Somebody on the list, as far as it matters for whose turn it is. */
export interface Waiter {
  reference: string;
  rank: number;
  /** How many bedrooms were asked for; null where nobody said. */
  bedrooms: number | null;
  /** Whether the file can still be given anything. */
  open: boolean;
  offers: readonly Pick<RoundOffer, 'unitId' | 'state'>[];
}

/** Offers that count as a no: those that were refused, and those that nobody answered. */
export const refusalsOf = (offers: Waiter['offers']): number => offers.filter(({ state }) => state === 'refused' || state === 'lapsed').length;

/** The offer that is open, or that was accepted: as long as there is one nothing else is offered. */
export const standingOffer = <Offer extends Pick<RoundOffer, 'state'>>(offers: readonly Offer[]): Offer | null =>
  offers.find(({ state }) => state === 'open' || state === 'accepted') ?? null;

/** Whether somebody waits for an offer: the file goes on, nothing is offered or accepted, and fewer were refused than end it. */
export const waits = ({ open, offers }: Pick<Waiter, 'open' | 'offers'>, refusalsMost: number): boolean =>
  open && refusalsOf(offers) < refusalsMost && standingOffer(offers) === null;

/**
 * Whose turn it is for a unit: down the list, the first who waits, asked for its size and didn't refuse it already.
 * @returns null where nobody is left for it.
 */
export function turnFor<Who extends Waiter>(unit: { id: string; bedrooms: number }, list: readonly Who[], refusalsMost: number): Who | null {
  const able = list.filter(
    (one) => waits(one, refusalsMost) && one.bedrooms === unit.bedrooms && !one.offers.some(({ unitId, state }) => unitId === unit.id && state !== 'takenBack'),
  );
  return able.reduce<Who | null>((first, one) => (first === null || one.rank < first.rank ? one : first), null);
}
