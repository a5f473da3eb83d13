import { Decimal } from 'decimal.js';
import type { AssistanceTable } from '../../file/product/index';

/** Decimals of an applicable percentage as a fraction: hundredths of a per cent. */
const DECIMALS = 4;

/**
 * The share of its income that a household is expected to pay: within its band rising in a line from the first to the last
 * share, rounded to one hundredth of a per cent. Source: 26 CFR 1.36B-3(g)(1).
 * @param table bands as fractions of the guideline.
 * @param share the household's income as a fraction of its guideline, not rounded.
 * @returns null where the table has no band for it.
 */
export function applicablePercentage({ bands }: Pick<AssistanceTable, 'bands'>, share: Decimal): number | null {
  const band =
    bands.find(({ from, below }) => share.gte(from) && (below === null || share.lt(below))) ?? bands.find(({ below }) => below !== null && share.eq(below));
  if (!band) return null;
  const { from, below, first, last } = band;
  const rise = below === null ? new Decimal(0) : new Decimal(last).minus(first).times(share.minus(from)).div(new Decimal(below).minus(from));
  return rise.plus(first).toDecimalPlaces(DECIMALS, Decimal.ROUND_HALF_UP).toNumber();
}
