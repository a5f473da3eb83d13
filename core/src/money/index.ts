import { Decimal } from 'decimal.js';

declare const minorBrand: unique symbol;
/** A whole number of a currency's minor units (cents for USD). Always a safe integer. */
export type Minor = number & { readonly [minorBrand]: true };

/** The largest amount that any field takes: 9,999,999,999.99 in a currency with two decimals. */
export const MAX_AMOUNT = 999_999_999_999 as Minor;

/**
 * Brands a number as minor units.
 * @throws RangeError when the number is not a safe integer.
 */
export function minor(value: number): Minor {
  if (!Number.isSafeInteger(value)) throw new RangeError(`${value} is not a whole number of minor units`);
  return value as Minor;
}

/** Sum of amounts in minor units; exact. @throws RangeError past the safe integers. */
export function sum(amounts: readonly Minor[]): Minor {
  return minor(amounts.reduce<number>((total, amount) => total + amount, 0));
}

/** Rounds an exact amount of minor units to a whole one: half away from zero (common practice, no source). */
export function roundMinor(value: Decimal): Minor {
  return minor(value.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber());
}

/**
 * Reads an amount as people type it: digits, grouping marks, blanks, a currency sign, one decimal point.
 * @returns minor units, or null when the text is no amount (letters, two points, more decimals than the currency has).
 */
export function parseMoney(text: string, decimals = 2): Minor | null {
  const cleaned = text.replace(/[\s,_'’$€£]/g, '');
  const match = /^(-?)(\d{1,15})(?:\.(\d*))?$/.exec(cleaned);
  if (!match) return null;
  const [, sign, whole = '0', fraction = ''] = match;
  if (fraction.length > decimals) return null;
  const value = Number(whole + fraction.padEnd(decimals, '0'));
  return Number.isSafeInteger(value) ? minor(sign ? -value : value) : null;
}

const formatters = new Map<string, Intl.NumberFormat>();

/** Shows minor units in the place's way of writing, with the currency's decimals: 1234567 → "12,345.67". */
export function formatMoney(amount: Minor, options: { locale?: string; decimals?: number; currency?: string } = {}): string {
  const { locale = 'en-US', decimals = 2, currency } = options;
  const key = `${locale}|${decimals}|${currency ?? ''}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.NumberFormat(locale, {
      minimumFractionDigits: decimals,
      maximumFractionDigits: decimals,
      ...(currency ? { style: 'currency', currency, currencyDisplay: 'narrowSymbol' } : {}),
    });
    formatters.set(key, formatter);
  }
  return formatter.format(amount / 10 ** decimals);
}
