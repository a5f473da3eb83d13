import { say, type Words } from '../../basis/words/index';
import { daysBetween, parseDate, type DateOrder, type IsoDate } from '../../basis/dates/index';
import { compareNames, isWordsLeft, nameWords, slipsBetween } from '../../basis/names/index';
import { readPhone } from '../../basis/numbers/index';
import { readReference } from '../../basis/reference/index';

/** What somebody looks for in the register. */
export interface PersonWish {
  name: string | null;
  birthDate: IsoDate | null;
  number: string | null;
  phone: string | null;
  email: string | null;
  reference: string | null;
}

/**
 * Reads one line of search: a file reference, an e-mail address, a phone number, a date and an identity number are
 * recognised by their form, whatever else is left is the name. Digits that could be a phone and a number are looked for
 * as both.
 */
export function readSearch(text: string, place: { dateOrder: DateOrder; phoneRegion: string }, today: IsoDate): PersonWish {
  const wish: PersonWish = { name: null, birthDate: null, number: null, phone: null, email: null, reference: null };
  let rest = ` ${text.replace(/\s+/g, ' ').trim()} `;
  const take = (pattern: RegExp, use: (found: string) => boolean): void => {
    rest = rest.replace(pattern, (match: string) => (use(match.trim()) ? ' ' : match));
  };
  take(/\s[^\s@]+@[^\s@]+\.[^\s@]+(?=\s)/, (found) => ((wish.email = found.toLowerCase()), true));
  take(
    /\s[A-Za-z\d]{3}[- ]?[A-Za-z\d]{3}[- ]?[A-Za-z\d](?=\s)/,
    (found) => ((wish.reference = /\d/.test(found) ? readReference(found) : null), wish.reference !== null),
  );
  take(/\s\d{1,4}[./-]\d{1,2}[./-]\d{2,4}(?=\s)|\s\d{1,2}\.? \p{L}{3,9},? \d{4}(?=\s)|\s\p{L}{3,9} \d{1,2},? \d{4}(?=\s)/u, (found) => {
    wish.birthDate = parseDate(found, place.dateOrder, today);
    return wish.birthDate !== null;
  });
  take(/\s\+?\(?\d[\d\s().-]{5,18}\d(?=\s)/, (found) => {
    const digits = found.replace(/\D/g, '');
    if (digits.length < 7) return false;
    wish.phone = readPhone(found, place.phoneRegion);
    if (!found.startsWith('+') && !found.includes('(')) wish.number = digits;
    return wish.phone !== null || wish.number !== null;
  });
  take(/\s(?=[A-Za-z\d-]*\d[A-Za-z\d-]*\d)[A-Za-z\d-]{6,20}(?=\s)/, (found) => ((wish.number ??= found.replace(/-/g, '').toUpperCase()), true));
  const name = rest.replace(/\s+/g, ' ').trim();
  wish.name = nameWords(name).length > 0 ? name : null;
  return wish;
}

/** What the register knows of somebody, as far as a search needs it. */
export interface Known {
  names: string[];
  birthDate: string | null;
  phone: string | null;
  email: string | null;
}

/** How well somebody in the register fits a search. */
export interface Fit {
  /** Greater is better; only the order of scores means something. */
  score: number;
  /** strong: nobody should be entered again beside them without a reason. */
  strength: 'strong' | 'likely' | 'weak';
  reasons: Words[];
}

const LIKE = 0.8;
const VERY_LIKE = 0.92;
/** What a birth date that is one figure off adds: more than none, less than the right one. */
const NEAR_DATE = 0.2;

/**
 * How well a person fits what is looked for, with the reasons in words. Cavren's own weights over the published name
 * measure: an equal number outweighs everything, then name with birth date, then phone and e-mail.
 * Strong: the same number; or a name very much alike with the same birth date, phone or e-mail.
 * @param sameNumber whether the hash of a number looked for is that of one of theirs.
 */
export function fitOf(wish: PersonWish, known: Known, sameNumber: boolean): Fit | null {
  const reasons: Words[] = [];
  let score = 0;
  if (sameNumber) {
    score += 3;
    reasons.push(say('persons.sameIdentityOrTaxNumber'));
  }
  const name = wish.name === null ? null : bestName(wish.name, known.names);
  if (name) {
    if (name.score >= LIKE) score += name.score;
    reasons.push(name.score >= LIKE ? nameReason(wish.name ?? '', name) : say('persons.anotherName'));
  }
  const facts: ['birthDate' | 'phone' | 'email', string | null, string | null, number, number][] = [
    ['birthDate', wish.birthDate, known.birthDate, 0.6, -0.25],
    ['phone', wish.phone, known.phone, 0.5, 0],
    ['email', wish.email, known.email?.toLowerCase() ?? null, 0.5, 0],
  ];
  let agreeing = 0;
  let otherDate = false;
  for (const [kind, wanted, found, plus, minus] of facts) {
    if (wanted === null || found === null) continue;
    const same = wanted === found;
    if (same) agreeing += 1;
    score += same ? plus : minus;
    if (same) reasons.push(say('persons.sameEMail', { kind }));
    else if (kind === 'birthDate') {
      const near = slipsBetween(wanted, found) === 1;
      if (near) score += NEAR_DATE - minus;
      otherDate = !near;
      reasons.push(near ? say('persons.birthDateOneFigureOff') : say('persons.anotherBirthDate'));
    }
  }
  const named = name !== null && name.score >= LIKE;
  if (!sameNumber && !named && !(wish.name === null && agreeing > 0)) return null;
  const alike = name !== null && name.score >= VERY_LIKE && !otherDate;
  const strong = sameNumber || (alike && agreeing > 0);
  return { score: Math.round(score * 1000) / 1000, strength: strong ? 'strong' : alike || agreeing > 0 ? 'likely' : 'weak', reasons };
}

function bestName(wanted: string, names: readonly string[]): { score: number; name: string; reasons: Words[] } {
  return names
    .map((name) => ({ name, ...compareNames(wanted, name) }))
    .reduce((best, next) => (next.score > best.score ? next : best), { score: 0, name: '', reasons: [] as Words[] });
}

function nameReason(wanted: string, { name, score, reasons }: { name: string; score: number; reasons: Words[] }): Words {
  if (score === 1) return reasons[0] ?? say('persons.sameName');
  const slips = slipsBetween(nameWords(wanted).join(' '), nameWords(name).join(' '));
  if (slips === 1) return say('persons.nameOneLetterOff');
  if (reasons.length === 0) return say('persons.similarName');
  return say('persons.reasons', { reasons: { all: reasons.map((reason) => (isWordsLeft(reason) ? say('persons.partName') : reason)), by: 'comma' } });
}

/** Whether details of that day are too old for a product and must be asked again. */
export function areDetailsOld(from: IsoDate, maxDays: number, today: IsoDate): boolean {
  return daysBetween(from, today) > maxDays;
}
