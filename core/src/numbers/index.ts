import { isValidIBAN, electronicFormatIBAN } from 'ibantools';
import { parsePhoneNumberFromString as parsePhoneNumber, type CountryCode } from 'libphonenumber-js';
import { parse as parseLines } from 'mrz';
import { stdnum } from 'stdnum';
import { luhnChecksumValidate } from 'stdnum/lib/cjs/util/checksum.js';
import { isIsoDate } from '../dates/index';

/** Whether a row of digits ends in its Luhn check digit (ISO/IEC 7812-1, annex B). Blanks and dashes are ignored. */
export function isLuhn(text: string): boolean {
  const digits = digitsOf(text);
  return /^\d{2,}$/.test(digits) && luhnChecksumValidate(digits);
}

/**
 * Whether nine digits are a routing number: weights 3, 7, 1 give a multiple of ten.
 * Source: ABA Routing Number Policy; also 12 CFR 229 appendix A, which lists the numbers.
 */
export function isRoutingNumber(text: string): boolean {
  const digits = digitsOf(text);
  if (!/^\d{9}$/.test(digits) || digits === '000000000') return false;
  const weights = [3, 7, 1];
  const total = [...digits].reduce((value, digit, at) => value + Number(digit) * (weights[at % 3] ?? 0), 0);
  return total % 10 === 0;
}

/** Whether the text is an IBAN of a country that uses it, with its length and check digits (ISO 13616-1). */
export function isIban(text: string): boolean {
  return isValidIBAN(electronicFormatIBAN(text) ?? '');
}

export interface NumberProblem {
  /** What is wrong and what would be right, as a sentence. */
  message: string;
}

/** Kinds of identity number that a place pack may name. */
export type IdentityNumberKind = 'us-ssn';

/**
 * What is wrong with an identity number of a kind, or null. US Social Security number: nine digits; the area is not 000
 * or 666, the group not 00, the serial not 0000 (20 CFR 422.103; SSA, "Social Security Number Randomization", 2011).
 * Areas 900 to 999 are never issued as such a number; Cavren takes them, so that demo files can use numbers that belong
 * to nobody, only when `allowUnissued` is set.
 */
export function identityNumberProblem(kind: IdentityNumberKind, text: string, allowUnissued = false): NumberProblem | null {
  return PROBLEM_OF[kind](text, allowUnissued);
}

const PROBLEM_OF: Record<IdentityNumberKind, (text: string, allowUnissued: boolean) => NumberProblem | null> = { 'us-ssn': socialSecurityNumberProblem };

function socialSecurityNumberProblem(text: string, allowUnissued: boolean): NumberProblem | null {
  const digits = digitsOf(text);
  if (!/^\d{9}$/.test(digits)) return { message: `A Social Security number has nine digits; this one has ${digits.length}.` };
  if (allowUnissued && /^9\d\d(?!00)\d\d(?!0000)\d{4}$/.test(digits)) return null;
  const known = stdnum['US']?.['ssn'];
  if (!known?.validate(digits).isValid)
    return {
      message:
        'No Social Security number is built like this: the first three digits are never 000, 666 or 900 to 999, the middle two never 00, the last four never 0000.',
    };
  return null;
}

/** The digits and letters of a number as it is compared and hashed: no blanks, no dashes, capitals. */
export function normalizeNumber(text: string): string {
  return text.replace(/[\s.\-/]/g, '').toUpperCase();
}

function digitsOf(text: string): string {
  return text.replace(/[\s-]/g, '');
}

export interface TravelDocument {
  documentNumber: string;
  lastName: string;
  firstNames: string;
  /** Two-digit year as printed, YYMMDD. */
  birthDate: string;
  expiryDate: string;
}

/**
 * Reads the machine-readable lines of a passport or card and checks every check digit (ICAO Doc 9303, parts 3 to 6).
 * The issuing state is not judged: Doc 9303's own specimens carry the invented state UTO.
 * @throws RangeError naming the first field whose check digit or form is wrong, or a date that doesn't exist.
 */
export function readTravelDocument(lines: readonly string[]): TravelDocument {
  const read = readLines(lines);
  const wrong = read.details.find((detail) => !detail.valid && detail.field !== 'issuingState' && detail.field !== 'nationality');
  if (wrong) throw new RangeError(`${wrong.label}: ${wrong.error ?? 'not as Doc 9303 asks'}`);
  const { documentNumber, lastName, firstName, birthDate, expirationDate } = read.fields;
  if (!documentNumber || !lastName || !birthDate || !expirationDate) throw new RangeError('The lines lack a number, a name or a date');
  for (const date of [birthDate, expirationDate]) {
    if (!isIsoDate(`20${date.slice(0, 2)}-${date.slice(2, 4)}-${date.slice(4, 6)}`)) throw new RangeError(`There is no date ${date}`);
  }
  return { documentNumber, lastName, firstNames: firstName ?? '', birthDate, expiryDate: expirationDate };
}

function readLines(lines: readonly string[]) {
  try {
    return parseLines([...lines]);
  } catch (error) {
    throw new RangeError(`These are not the lines of a travel document: ${error instanceof Error ? error.message : String(error)}`, { cause: error });
  }
}

/**
 * Reads a phone number as people type it, in the place's own way or with a country code.
 * @returns the number as +country and digits (ITU-T E.164), or null when no number of that country has this length.
 */
export function readPhone(text: string, region: string): string | null {
  const parsed = parsePhoneNumber(text, { defaultCountry: region as CountryCode, extract: false });
  return parsed?.isPossible() ? parsed.number : null;
}
