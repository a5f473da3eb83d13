import { say, type Words } from '../../basis/words/index';
import { parsePhoneNumberFromString as parsePhoneNumber, type CountryCode } from 'libphonenumber-js';
import { parse as parseLines } from 'mrz';
import { validate as auAbn } from 'stdnum/lib/cjs/au/abn.js';
import { validate as auTfn } from 'stdnum/lib/cjs/au/tfn.js';
import { validate as deIdnr } from 'stdnum/lib/cjs/de/idnr.js';
import { validate as frNif } from 'stdnum/lib/cjs/fr/nif.js';
import { validate as frNir } from 'stdnum/lib/cjs/fr/nir.js';
import { validate as gbNino } from 'stdnum/lib/cjs/gb/nino.js';
import { validate as gbUtr } from 'stdnum/lib/cjs/gb/utr.js';
import { validate as iePps } from 'stdnum/lib/cjs/ie/pps.js';
import { validate as inAadhaar } from 'stdnum/lib/cjs/in/aadhaar.js';
import { validate as inPan } from 'stdnum/lib/cjs/in/pan.js';
import { validate as nzIrd } from 'stdnum/lib/cjs/nz/ird.js';
import { validate as usEin } from 'stdnum/lib/cjs/us/ein.js';
import { validate as usSsn } from 'stdnum/lib/cjs/us/ssn.js';
import { luhnChecksumValidate, verhoeffValidate } from 'stdnum/lib/cjs/util/checksum.js';
import { isIsoDate } from '../dates/index';

/** Whether a row of digits ends in its Luhn check digit (ISO/IEC 7812-1, annex B). Blanks and dashes are ignored. */
export function isLuhn(text: string): boolean {
  const digits = digitsOf(text);
  return /^\d{2,}$/.test(digits) && luhnChecksumValidate(digits);
}

/**
 * Whether nine digits are a routing number: they begin with a Federal Reserve district's, 01 to 12, or those that stand for
 * them, 21 to 32 and 61 to 72, with 00 for the government and 80 for travelers checks; and weights 3, 7, 1 give a multiple
 * of ten.
 * Source: ABA Routing Number Policy, from memory; also 12 CFR 229 appendix A, which lists the numbers.
 */
export function isRoutingNumber(text: string): boolean {
  const digits = digitsOf(text);
  if (!/^(0\d|1[0-2]|2[1-9]|3[0-2]|6[1-9]|7[0-2]|80)\d{7}$/.test(digits) || digits === '000000000') return false;
  const weights = [3, 7, 1];
  const total = [...digits].reduce((value, digit, at) => value + Number(digit) * (weights[at % 3] ?? 0), 0);
  return total % 10 === 0;
}

export interface NumberProblem {
  /** What is wrong and what would be right, as a sentence. */
  message: Words;
}

/** How a kind of identity or tax number is built, in words for the one who keys it. */
interface NumberRule {
  label: string;
  /** What a right one looks like. */
  form: string;
  source: string;
  check: (compact: string) => 'length' | 'form' | 'checkDigits' | null;
}

/** The library has a module for each country's number; the whole of it, for a hundred countries, is almost as large as the rest of the core. */
function byLibrary(validate: typeof usSsn): NumberRule['check'] {
  return (compact) => {
    const result = validate(compact);
    if (result.isValid) return null;
    const { name } = result.error;
    return name === 'InvalidLength' ? 'length' : name === 'InvalidChecksum' ? 'checkDigits' : 'form';
  };
}

/** ITIN: nine digits that begin with 9; the fourth and fifth are 50 to 65, 70 to 88, 90 to 92 or 94 to 99. */
const individualTaxNumber: NumberRule['check'] = (compact) => {
  if (!/^\d{9}$/.test(compact)) return 'length';
  return /^9\d\d(5\d|6[0-5]|7\d|8[0-8]|9[0-2]|9[4-9])\d{4}$/.test(compact) ? null : 'form';
};

/** Kinds of identity and tax number that a place pack may name, by country and kind. */
export const NUMBER_KINDS = {
  'us-ssn': {
    label: 'Social Security number',
    form: 'nine digits; the first three are never 000, 666 or 900 to 999, the middle two never 00, the last four never 0000',
    source: '20 CFR 422.103; SSA, “Social Security Number Randomization”, 2011',
    check: byLibrary(usSsn),
  },
  'us-itin': {
    label: 'Individual taxpayer number (ITIN)',
    form: 'nine digits that begin with 9, with 50 to 65, 70 to 88, 90 to 92 or 94 to 99 in the fourth and fifth place',
    source: 'IRS Internal Revenue Manual 3.21.263',
    check: individualTaxNumber,
  },
  'us-ein': {
    label: 'Employer number (EIN)',
    form: 'two digits of a campus prefix and seven more, like 12-3456789',
    source: 'IRS, “How EINs are assigned and valid EIN prefixes”',
    check: byLibrary(usEin),
  },
  'gb-nino': {
    label: 'National Insurance number',
    form: 'two letters, six digits and a letter A to D; D, F, I, Q, U and V are never in the first pair',
    source: 'HMRC National Insurance Manual NIM39110',
    check: byLibrary(gbNino),
  },
  'gb-utr': {
    label: 'Unique taxpayer reference',
    form: 'ten digits, the first of which checks the others',
    source: 'HMRC, check-digit rule by weights 6 7 8 9 10 5 4 3 2, modulus 11',
    check: byLibrary(gbUtr),
  },
  'in-aadhaar': {
    label: 'Twelve-digit identity number',
    form: 'twelve digits, the first 2 to 9, the last a Verhoeff check digit',
    source: 'UIDAI circular on the number’s structure; J. Verhoeff, “Error Detecting Decimal Codes”, 1969',
    check: byLibrary(inAadhaar),
  },
  'in-pan': {
    label: 'Permanent account number (PAN)',
    form: 'five letters, four digits and a letter; the fourth letter says the kind of holder',
    source: 'Income-tax Rules 1962, rule 114',
    check: byLibrary(inPan),
  },
  'nz-ird': {
    label: 'Inland Revenue number',
    form: 'eight or nine digits between 10-000-000 and 150-000-000, the last a check digit',
    source: 'Inland Revenue, “Resident withholding tax specification”, check-digit validation',
    check: byLibrary(nzIrd),
  },
  'au-tfn': {
    label: 'Tax file number',
    form: 'eight or nine digits with a check digit of modulus 11',
    source: 'Australian Taxation Office, TFN check-digit algorithm',
    check: byLibrary(auTfn),
  },
  'au-abn': {
    label: 'Business number (ABN)',
    form: 'eleven digits, the first two of which check the others by modulus 89',
    source: 'Australian Business Register, “Format of the ABN”',
    check: byLibrary(auAbn),
  },
  'ie-pps': {
    label: 'Personal public service number',
    form: 'seven digits, a check letter, and often a second letter',
    source: 'Social Welfare Consolidation Act 2005; check letter by modulus 23',
    check: byLibrary(iePps),
  },
  'de-idnr': {
    label: 'Steuer-Identifikationsnummer',
    form: 'eleven digits, one digit two or three times among the first ten, the last by ISO 7064 MOD 11,10',
    source: 'Steueridentifikationsnummerverordnung; ISO/IEC 7064',
    check: byLibrary(deIdnr),
  },
  'fr-nif': {
    label: 'Numéro fiscal',
    form: 'thirteen digits that begin with 0 to 3, the last three a check by modulus 511',
    source: 'European Commission, TIN structure by country: France',
    check: byLibrary(frNif),
  },
  'fr-nir': {
    label: 'Numéro de sécurité sociale',
    form: 'thirteen characters and a two-digit key, 97 less the number modulo 97',
    source: 'Décret 82-103, INSEE',
    check: byLibrary(frNir),
  },
} as const satisfies Record<string, NumberRule>;
export type IdentityNumberKind = keyof typeof NUMBER_KINDS;

/**
 * What is wrong with an identity or tax number of a kind, or null; the rule of each kind and its source stand in
 * {@link NUMBER_KINDS}. Social Security numbers of the areas 900 to 999 are never issued; Cavren takes them, so that
 * demo files can use numbers that belong to nobody, only when `allowUnissued` is set.
 */
export function identityNumberProblem(kind: IdentityNumberKind, text: string, allowUnissued = false): NumberProblem | null {
  const compact = normalizeNumber(text);
  const { label, form, check } = NUMBER_KINDS[kind];
  if (kind === 'us-ssn') {
    if (!/^\d{9}$/.test(compact)) return { message: say('numbers.socialSecurityNumberHasNine', { length: compact.replace(/\D/g, '').length }) };
    if (allowUnissued && /^9\d\d(?!00)\d\d(?!0000)\d{4}$/.test(compact)) return null;
    if (!/^(?!000|666|9)\d{3}(?!00)\d{2}(?!0000)\d{4}$/.test(compact))
      return { message: say('numbers.thisOne', { label, what: say('numbers.isNotBuiltLikeThis'), form }) };
  }
  const wrong = check(compact);
  if (wrong === null) return null;
  const what = {
    length: say('numbers.hasAnotherLength'),
    form: say('numbers.isNotBuiltLikeThis'),
    checkDigits: say('numbers.doesntFitItsCheckDigit'),
  }[wrong];
  return { message: say('numbers.thisOne', { label, what, form }) };
}

/** Whether a row of digits ends in its Verhoeff check digit (J. Verhoeff, “Error Detecting Decimal Codes”, 1969). */
export function isVerhoeff(text: string): boolean {
  const digits = digitsOf(text);
  return /^\d{2,}$/.test(digits) && verhoeffValidate(digits);
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
  /** Two-digit year as printed, YYMMDD; with `<` for what of it is unknown. */
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
    // Doc 9303 part 3, 4.7: what of a birth date is unknown is filled with <.
    if (date === birthDate && date.includes('<')) continue;
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

/** Writes an E.164 number as the place writes its own, and others with their country code. */
export function writePhone(number: string, region: string): string {
  const parsed = parsePhoneNumber(number);
  if (!parsed) return number;
  return parsed.country === region || parsed.countryCallingCode === parsePhoneNumber('5550100', { defaultCountry: region as CountryCode })?.countryCallingCode
    ? parsed.formatNational()
    : parsed.formatInternational();
}

/**
 * Reads a phone number as people type it, in the place's own way or with a country code.
 * @returns the number as +country and digits (ITU-T E.164), or null when no number of that country has this length.
 */
export function readPhone(text: string, region: string): string | null {
  const parsed = parsePhoneNumber(text, { defaultCountry: region as CountryCode, extract: false });
  return parsed?.isPossible() ? parsed.number : null;
}
