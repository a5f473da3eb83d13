import { Decimal } from 'decimal.js';

/** Centimetres of an inch and kilograms of a pound, exact. Source: international yard and pound agreement of 1959 (15 U.S.C. 204 note; NIST Handbook 44, appendix C). */
const CM_PER_INCH = '2.54';
const KG_PER_POUND = '0.45359237';
const INCHES_PER_FOOT = 12;
const POUNDS_PER_STONE = 14;

const number = String.raw`(\d{1,4}(?:[.,]\d{1,2})?)`;
const FEET = new RegExp(String.raw`^${number}\s*(?:ft|feet|foot|['’′])\s*(?:${number}\s*(?:in|inch|inches|["”″]|'')?)?$`, 'i');
const INCHES = new RegExp(String.raw`^${number}\s*(?:in|inch|inches|["”″])$`, 'i');
const METRES = new RegExp(String.raw`^${number}\s*m$`, 'i');
const CENTIMETRES = new RegExp(String.raw`^${number}\s*(?:cm)?$`, 'i');
const POUNDS = new RegExp(String.raw`^${number}\s*(?:lb|lbs|pound|pounds)\.?$`, 'i');
const STONES = new RegExp(String.raw`^${number}\s*(?:st|stone)\s*(?:${number}\s*(?:lb|lbs|pounds)?)?$`, 'i');
const KILOGRAMS = new RegExp(String.raw`^${number}\s*(?:kg)?$`, 'i');

const as = (text: string | undefined): Decimal => new Decimal((text ?? '0').replace(',', '.'));
const rounded = (value: Decimal): number => value.toDecimalPlaces(2, Decimal.ROUND_HALF_UP).toNumber();
const found = (text: string, form: RegExp): RegExpExecArray | null => form.exec(text.trim());

/**
 * A length as people of a place write it, in centimetres: “180”, “1.8 m”, “5 ft 11”, “5'11"”, “71 in”. Rounded to hundredths.
 * @returns null where it can't be read.
 */
export function readLength(text: string): number | null {
  const feet = found(text, FEET);
  if (feet) return rounded(as(feet[1]).times(INCHES_PER_FOOT).plus(as(feet[2])).times(CM_PER_INCH));
  const inches = found(text, INCHES);
  if (inches) return rounded(as(inches[1]).times(CM_PER_INCH));
  const metres = found(text, METRES);
  if (metres) return rounded(as(metres[1]).times(100));
  const centimetres = found(text, CENTIMETRES);
  return centimetres ? rounded(as(centimetres[1])) : null;
}

/**
 * A weight as people of a place write it, in kilograms: “82”, “82.5 kg”, “181 lb”, “12 st 9”. Rounded to hundredths.
 * @returns null where it can't be read.
 */
export function readMass(text: string): number | null {
  const stones = found(text, STONES);
  if (stones) return rounded(as(stones[1]).times(POUNDS_PER_STONE).plus(as(stones[2])).times(KG_PER_POUND));
  const pounds = found(text, POUNDS);
  if (pounds) return rounded(as(pounds[1]).times(KG_PER_POUND));
  const kilograms = found(text, KILOGRAMS);
  return kilograms ? rounded(as(kilograms[1])) : null;
}

/** A length in feet and whole inches: 180 cm → 5 feet 11. */
export function inFeet(centimetres: number): { feet: number; inches: number } {
  const inches = new Decimal(centimetres).div(CM_PER_INCH).toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();
  return { feet: Math.floor(inches / INCHES_PER_FOOT), inches: inches % INCHES_PER_FOOT };
}

/** A weight in whole pounds: 82 kg → 181. */
export const inPounds = (kilograms: number): number => new Decimal(kilograms).div(KG_PER_POUND).toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();
