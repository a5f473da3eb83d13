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

/**
 * amount × numerator ÷ denominator, rounded once to a whole number, half away from zero; exact for any whole numbers.
 * @throws RangeError when a number is not whole, the denominator is not above zero, or the result is past the safe integers.
 */
export function proportion(amount: number, numerator: number, denominator: number): Minor {
  if (!(denominator > 0)) throw new RangeError('The denominator must be above zero');
  const product = amount * numerator;
  if (Number.isSafeInteger(product) && Math.abs(product) < Number.MAX_SAFE_INTEGER / 2 - denominator) {
    const size = Math.floor((2 * Math.abs(product) + denominator) / (2 * denominator));
    return minor(product < 0 && size !== 0 ? -size : size);
  }
  const exact = BigInt(amount) * BigInt(numerator);
  const divisor = BigInt(denominator);
  const size = Number(((exact < 0n ? -exact : exact) * 2n + divisor) / (divisor * 2n));
  return minor(exact < 0n ? -size : size);
}

const FACTOR_SCALE = 1_000_000;

/**
 * amount × factor, rounded once to a whole number, half away from zero.
 * @param factor a decimal fraction with at most six decimals, such as a share or a number of hours.
 */
export function scaled(amount: number, factor: number): Minor {
  return proportion(amount, Math.round(factor * FACTOR_SCALE), FACTOR_SCALE);
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

/** Writes amounts in a place's way, with the sign of its currency. */
export const moneyIn =
  ({ currency, locale }: { currency: string; locale: string }) =>
  (amount: number): string =>
    formatMoney(minor(amount), { currency, locale });
