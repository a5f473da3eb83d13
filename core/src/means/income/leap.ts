import type { Minor } from '../../basis/money/index';

/** So many times what was stated, or a share of it as small, is more likely another period than another income; common practice, no source. */
const LEAP = 3;

/**
 * Whether what a paper shows is so far from what was stated that somebody has to say that it is meant: a month's pay where an
 * hour's was stated, say.
 * @param stated in the period that the income is stated in; null where nothing was stated, from which nothing leaps.
 */
export function leaps(stated: Minor | null, shown: Minor): boolean {
  if (stated === null || stated === 0) return false;
  const ratio = Math.abs(shown / stated);
  return Math.sign(shown) !== Math.sign(stated) || ratio > LEAP || ratio < 1 / LEAP;
}
