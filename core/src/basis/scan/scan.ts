import { isIsoDate, type IsoDate } from '../dates/index';
import { readTravelDocument } from '../numbers/index';

/** What was read from an identity paper; null where it doesn't say. */
export interface Scan {
  kind: 'travelDocument' | 'licence';
  fullName: string;
  /** Null where the paper doesn't say all of it. */
  birthDate: IsoDate | null;
  expiresOn: IsoDate | null;
  documentNumber: string;
  line: string | null;
  town: string | null;
  region: string | null;
  postalCode: string | null;
}

/**
 * Reads what a reader at the counter types in: the machine-readable lines of a passport or card (ICAO Doc 9303), or the
 * text of the two-dimensional barcode of a North American driving licence or identity card (AAMVA DL/ID Card Design
 * Standard, annex D: elements DAQ, DCS, DAC, DAD, DBB, DBA, DAG, DAI, DAJ, DAK, DCG; of version 1 the whole name DAA, last
 * name first, and dates with the year first; of versions 2 and 3 the given names together, DCT).
 * @throws RangeError in a sentence when it is neither, a check digit is wrong, or a date doesn't exist.
 */
export function readScan(text: string, today: IsoDate): Scan {
  return /ANSI |AAMVA|^D[A-Z]{2}/m.test(text) && /DCS|DAC|DBB|DAA|DAB/.test(text) ? readLicence(text) : readLines(text, today);
}

function readLines(text: string, today: IsoDate): Scan {
  const lines = text
    .toUpperCase()
    .split(/\s*\n\s*/)
    .map((line) => line.replace(/\s/g, ''))
    .filter(Boolean);
  if (lines.length < 2) throw new RangeError('These are neither the two or three lines of a passport or card, nor the barcode of a licence.');
  const { firstNames, lastName, birthDate, expiryDate, documentNumber } = readTravelDocument(lines);
  return {
    kind: 'travelDocument',
    fullName: [firstNames, lastName].map(inWords).filter(Boolean).join(' '),
    birthDate: birthDate.includes('<') ? null : withCentury(birthDate, today, 0),
    expiresOn: withCentury(expiryDate, today, 50),
    documentNumber,
    line: null,
    town: null,
    region: null,
    postalCode: null,
  };
}

/** A two-digit year lies in the hundred years that end so many years after today. */
function withCentury(digits: string, today: IsoDate, yearsAhead: number): IsoDate {
  const [yy = '', month = '', day = ''] = digits.match(/\d\d/g) ?? [];
  const newest = `${Number(today.slice(0, 4)) + yearsAhead}${today.slice(4)}`;
  for (const century of [Number(newest.slice(0, 2)), Number(newest.slice(0, 2)) - 1]) {
    const date = `${century}${yy}-${month}-${day}`;
    if (date <= newest) return existing(date);
  }
  throw new RangeError(`There is no date ${digits}`);
}

function existing(date: string): IsoDate {
  if (!isIsoDate(date)) throw new RangeError(`There is no date ${date}`);
  return date;
}

/** Papers print names in capitals; they are written as people write them. */
function inWords(name: string): string {
  return name
    .toLowerCase()
    .replace(/(^|[\s'’-])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toUpperCase())
    .trim();
}

function readLicence(text: string): Scan {
  const found = new Map<string, string>();
  // The first element stands directly behind the name of its part, DL or ID.
  for (const [, code = '', value = ''] of text.matchAll(/(?:^|[\n\r]|DL|ID)(D[A-D][A-Z])([^\n\r]*)/g)) if (!found.has(code)) found.set(code, value.trim());
  const part = (code: string): string | null => found.get(code)?.replace(/^(NONE|unavl)$/i, '') || null;
  // Version 1 wrote last, first and middle name as one, or as DAB, DAC and DAD.
  const whole = (part('DAA') ?? '').split(',').map((name) => name.trim());
  const family = part('DCS') ?? part('DAB') ?? (whole[0] || null);
  const given = part('DAC') ?? part('DCT') ?? whole[1] ?? null;
  const middle = part('DAD') ?? whole[2] ?? null;
  const number = part('DAQ');
  const born = part('DBB');
  if (!family || !number || !born) throw new RangeError('The barcode lacks the name, the number or the birth date.');
  const country = part('DCG') ?? 'USA';
  const date = (digits: string): IsoDate => {
    const yearFirst = country === 'CAN' || /^(19|20)/.test(digits);
    const [first, second, third] = yearFirst
      ? [digits.slice(0, 4), digits.slice(4, 6), digits.slice(6, 8)]
      : [digits.slice(4, 8), digits.slice(0, 2), digits.slice(2, 4)];
    return existing(`${first}-${second}-${third}`);
  };
  const expires = part('DBA');
  const postal = part('DAK');
  return {
    kind: 'licence',
    fullName: [given, middle, family]
      .filter((name): name is string => name !== null && name !== '')
      .map((name) => inWords(name.replace(/,/g, ' ')))
      .join(' '),
    birthDate: date(born),
    expiresOn: expires ? date(expires) : null,
    documentNumber: number,
    line: part('DAG') && inWords(part('DAG') ?? ''),
    town: part('DAI') && inWords(part('DAI') ?? ''),
    region: part('DAJ'),
    postalCode: postal?.replace(/^(\d{5})0000$/, '$1').replace(/^(\d{5})(\d{4})$/, '$1-$2') ?? null,
  };
}
