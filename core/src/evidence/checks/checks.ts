import { say, type Words } from '../../basis/words/index';
import { addMonths, type IsoDate } from '../../basis/dates/index';
import type { CheckKind, RecordKind, RecordRule } from '../../file/product/index';
import type { Answer } from '../../people/declarations/index';
import { KINDS_OF_CHECK } from './kinds/index';
import type { FilePerson } from '../../people/people/index';
import { digestOf } from '../../file/history/index';
import { plays, type Check, type FileState, type Finding } from '../../file/state/index';
import { compareNames, nameWords, slipsBetween } from '../../basis/names/index';

/** What a register holds about somebody; null where it holds nothing. */
export interface RegisterRecord {
  fullName: string | null;
  birthDate: string | null;
}

export interface FieldComparison {
  code: 'number' | 'name' | 'birthDate';
  label: Words;
  stated: Words | null;
  found: Words | null;
  agrees: boolean;
  score: number | null;
  reasons: Words[];
}

/** An entry of a watchlist. */
export interface WatchlistEntry {
  name: string;
  aliases: string[];
  birthDate: string | null;
  list: string;
  reference: string;
}

export interface Candidate<Entry extends WatchlistEntry = WatchlistEntry> {
  entry: Entry;
  score: number;
  reasons: Words[];
}

/** At and above this score a watchlist entry is put before a person to decide. Common practice, no source. */
export const CANDIDATE_SCORE = 0.85;

/** Every name under which somebody is known on papers: the present one first, then those of before. */
export const namesOf = ({ fullName, formerNames }: Pick<FilePerson, 'fullName' | 'formerNames'>): string[] =>
  [fullName ?? '', ...(formerNames ?? '').split(';')].map((name) => name.trim()).filter((name, at) => at === 0 || name !== '');

/** A digest of what a check would be about: another name, birth date or number makes earlier checks count no more. */
export function checkSubject({ fullName, formerNames, birthDate, idNumber }: Subject): string {
  const facts = [nameWords(fullName ?? ''), birthDate, idNumber && [idNumber.tail, idNumber.mark ?? null]];
  // Only where there are any, so that checks of before former names were asked for go on.
  return `${WHOLE}${factsDigest(formerNames ? [...facts, nameWords(formerNames)] : facts)}`;
}

type Subject = Pick<FilePerson, 'fullName' | 'formerNames' | 'birthDate' | 'idNumber'>;
/** Begins the digest of a check that is bound to the whole of a number; those of before were bound to its end. */
const WHOLE = 'k';
const factsDigest = (facts: unknown): string => digestOf(JSON.stringify(facts)).slice(0, 31);

/** Whether a check was about a person as stated now. */
function isAbout({ askedAbout }: Pick<Check, 'askedAbout'>, person: Subject): boolean {
  if (askedAbout.startsWith(WHOLE)) return askedAbout === checkSubject(person);
  return askedAbout.startsWith(factsDigest([nameWords(person.fullName ?? ''), person.birthDate, person.idNumber?.tail ?? null]));
}

/** Holds the stated details against the register's, field by field. Names agree when all words are the same in any order. */
export function compareWithRegister(stated: { fullName: string | null; birthDate: string | null }, found: RegisterRecord | null): FieldComparison[] {
  if (!found)
    return [
      {
        code: 'number',
        label: say('checks.identityNumber'),
        stated: say('checks.asGiven'),
        found: say('checks.notRegister'),
        agrees: false,
        score: null,
        reasons: [say('checks.registerHasNobodyUnderThis')],
      },
    ];
  const names = compareNames(stated.fullName ?? '', found.fullName ?? '');
  return [
    {
      code: 'name',
      label: say('checks.name'),
      stated: stated.fullName,
      found: found.fullName,
      agrees: names.score === 1,
      score: names.score,
      reasons: names.reasons,
    },
    {
      code: 'birthDate',
      label: say('checks.birthDate'),
      stated: stated.birthDate,
      found: found.birthDate,
      agrees: stated.birthDate === found.birthDate,
      score: null,
      reasons: dateReasons(stated.birthDate, found.birthDate),
    },
  ];
}

function dateReasons(stated: string | null, found: string | null): Words[] {
  if (stated === found) return [say('checks.sameDay')];
  if (!stated || !found) return [say('checks.oneDatesMissing')];
  const [yearA, monthA, dayA] = stated.split('-');
  const [yearB, monthB, dayB] = found.split('-');
  if (yearA === yearB && monthA === dayB && dayA === monthB) return [say('checks.dayAndMonthExchanged')];
  const differing = [yearA !== yearB && say('checks.year'), monthA !== monthB && say('checks.month'), dayA !== dayB && say('checks.day')].filter(
    (part) => part !== false,
  );
  return [say('checks.differ', { parts: { all: differing, by: 'and' } })];
}

/**
 * The entries that resemble a person, best first: the best of name and aliases by {@link compareNames}; an equal birth
 * date adds 0.05, one that is a figure off takes away 0.03 but hides nobody, and a different one takes away 0.1. Cavren's own weights over the published word measure.
 */
export function watchlistCandidates<Entry extends WatchlistEntry>(
  person: { fullName: string; birthDate: string | null },
  entries: readonly Entry[],
): Candidate<Entry>[] {
  return entries
    .map((entry) => scoreEntry(person, entry))
    .filter(({ score }) => score >= CANDIDATE_SCORE)
    .sort((a, b) => b.score - a.score || a.entry.reference.localeCompare(b.entry.reference));
}

function scoreEntry<Entry extends WatchlistEntry>(person: { fullName: string; birthDate: string | null }, entry: Entry): Candidate<Entry> {
  const names = [entry.name, ...entry.aliases].map((name) => ({ name, ...compareNames(person.fullName, name) }));
  const best = names.reduce((left, right) => (right.score > left.score ? right : left));
  const reasons = [best.name === entry.name ? 'name' : say('checks.alias', { bestName: best.name })].map((which) =>
    say('checks.whichReasons', { which, reasons: best.reasons.length > 0 ? { all: best.reasons, by: 'comma' } : say('checks.someLettersCommon') }),
  );
  let score = best.score;
  if (entry.birthDate && person.birthDate) {
    const same = entry.birthDate === person.birthDate;
    const near = !same && slipsBetween(entry.birthDate, person.birthDate) === 1;
    // One wrong figure lowers what the name alone makes of it, and doesn't take it off the list.
    score = near ? Math.max(score - 0.03, Math.min(score, CANDIDATE_SCORE)) : score + (same ? 0.05 : -0.1);
    reasons.push(
      same
        ? say('checks.sameBirthDate')
        : near
          ? say('checks.birthDateOneFigureOffList', { birthDate: { day: entry.birthDate } })
          : say('checks.birthDateDiffersList', { birthDate: { day: entry.birthDate } }),
    );
  } else {
    reasons.push(say('checks.listGivesNoBirthDate'));
  }
  return { entry, score: Math.round(Math.min(1, Math.max(0, score)) * 1000) / 1000, reasons };
}

/** The checks that a product wants of a file's people: whom, and by which of its rules. A company is checked by others. */
export const wantedChecks = ({
  product,
  people,
}: Pick<FileState, 'product' | 'people'>): { person: FilePerson; rule: FileState['product']['checks'][number] }[] =>
  product.checks.flatMap((rule) =>
    people.filter((person) => plays(person, rule.roles) && [person.kind, 'both'].includes(KINDS_OF_CHECK[rule.kind].of)).map((person) => ({ person, rule })),
  );

/** The latest check of a kind about a person as stated now; earlier ones about other details don't count. */
export function currentCheck(file: Pick<FileState, 'checks'>, person: FilePerson, kind: Check['kind']): Check | null {
  return (
    file.checks
      .filter((check) => check.personId === person.id && check.kind === kind && isAbout(check, person))
      .sort((a, b) => b.askedAt.localeCompare(a.askedAt))[0] ?? null
  );
}

/** Whether a finding stands in nobody's way: it agrees, or was settled in the way that clears it. */
export const isCleared = (kind: CheckKind, { agrees, resolution }: Pick<Finding, 'agrees' | 'resolution'>): boolean =>
  agrees || resolution === KINDS_OF_CHECK[kind].resolutions[0];

/** Whether nothing of a check is left to settle. */
export const isSettled = (check: Check): boolean => check.state === 'answered' && check.findings.every((finding) => isCleared(check.kind, finding));

/** Words of what a check needs to know of somebody and doesn't yet. */
export const lackedBy = (kind: CheckKind, person: FilePerson): Words[] => KINDS_OF_CHECK[kind].needs.filter(({ of }) => !of(person)).map(({ word }) => word);

/** What a register of courts and landlords holds about a name. */
export interface PublicRecord {
  of: RecordKind;
  name: string;
  birthDate: string | null;
  on: IsoDate;
  court: string;
  reference: string;
}

/** A record that may be about somebody, and whether they declared something of its kind. */
export interface RecordFound {
  record: PublicRecord;
  declared: boolean;
  score: number;
  reasons: Words[];
}

/**
 * The records that a product looks for and that resemble somebody, the most alike first: of its kinds and within its years
 * before today; what nobody asked about is left out, so that it is never kept. Names are compared as those of watchlists are.
 */
export function recordsFound(
  person: { fullName: string; birthDate: string | null },
  records: readonly PublicRecord[],
  { rules, answers, today }: { rules: readonly RecordRule[]; answers: readonly Pick<Answer, 'question' | 'value'>[]; today: IsoDate },
): RecordFound[] {
  const asked = records.flatMap((record) => {
    const rule = rules.find((one) => one.of === record.of);
    if (!rule || record.on < addMonths(today, -12 * rule.years)) return [];
    const { name, birthDate, court: list, reference } = record;
    const declared = answers.some(({ question, value }) => question === rule.question && value === 'yes');
    return [{ name, aliases: [], birthDate, list, reference, record, declared }];
  });
  return watchlistCandidates(person, asked).map(({ entry: { record, declared }, score, reasons }) => ({ record, declared, score, reasons }));
}
