import { Decimal } from 'decimal.js';

/** Centimetres of an inch and kilograms of a pound, exact. Source: international yard and pound agreement of 1959 (15 U.S.C. 204 note; NIST Handbook 44, appendix C). */
const CM_PER_INCH = '2.54';
const KG_PER_POUND = '0.45359237';
const INCHES_PER_FOOT = 12;
const POUNDS_PER_STONE = 14;

/** A way of writing: what is said in it, and what one of the first and of the second number come to. */
type Form = readonly [written: RegExp, first: Decimal.Value, second: Decimal.Value];
const number = String.raw`(\d{1,4}(?:[.,]\d{1,2})?)`;
const written = (units: string, smaller?: string): RegExp =>
  new RegExp(`^${number}\\s*${units}${smaller === undefined ? '()' : `\\s*(?:${number}\\s*${smaller})?`}$`, 'i');
const LENGTHS: readonly Form[] = [
  [written(`(?:ft|feet|foot|['’′])`, `(?:in|inch|inches|["”″]|'')?`), new Decimal(CM_PER_INCH).times(INCHES_PER_FOOT), CM_PER_INCH],
  [written(`(?:in|inch|inches|["”″])`), CM_PER_INCH, 0],
  [written('m'), 100, 0],
  [written('(?:cm)?'), 1, 0],
];
const MASSES: readonly Form[] = [
  [written('(?:st|stone)', '(?:lb|lbs|pounds)?'), new Decimal(KG_PER_POUND).times(POUNDS_PER_STONE), KG_PER_POUND],
  [written(String.raw`(?:lb|lbs|pound|pounds)\.?`), KG_PER_POUND, 0],
  [written('(?:kg)?'), 1, 0],
];

function readIn(forms: readonly Form[], text: string): number | null {
  const as = (found: string | undefined): Decimal => new Decimal((found || '0').replace(',', '.'));
  for (const [form, first, second] of forms) {
    const found = form.exec(text.trim());
    if (found) return as(found[1]).times(first).plus(as(found[2]).times(second)).toDecimalPlaces(2, Decimal.ROUND_HALF_UP).toNumber();
  }
  return null;
}

/**
 * A length as people of a place write it, in centimetres: “180”, “1.8 m”, “5 ft 11”, “5'11"”, “71 in”. Rounded to hundredths.
 * @returns null where it can't be read.
 */
export const readLength = (text: string): number | null => readIn(LENGTHS, text);

/**
 * A weight as people of a place write it, in kilograms: “82”, “82.5 kg”, “181 lb”, “12 st 9”. Rounded to hundredths.
 * @returns null where it can't be read.
 */
export const readMass = (text: string): number | null => readIn(MASSES, text);

/** A length in feet and whole inches: 180 cm → 5 feet 11. */
export function inFeet(centimetres: number): { feet: number; inches: number } {
  const inches = new Decimal(centimetres).div(CM_PER_INCH).toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();
  return { feet: Math.floor(inches / INCHES_PER_FOOT), inches: inches % INCHES_PER_FOOT };
}

/** A weight in whole pounds: 82 kg → 181. */
export const inPounds = (kilograms: number): number => new Decimal(kilograms).div(KG_PER_POUND).toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();
