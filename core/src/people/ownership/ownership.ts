import { Decimal } from 'decimal.js';
import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import { say, type Words } from '../../basis/words/index';
import { personName, plays, type FileState } from '../../file/state/index';
import type { FilePerson } from '../people/index';
import type { Stake } from './fields';

type OwnershipInput = Pick<FileState, 'people' | 'stakes'>;

/** Hundredths of a per cent, so that shares add up exactly. */
const hundredths = ({ share }: Pick<Stake, 'share'>): number => Math.round((share ?? 0) * 100);

/** Companies that apply, and those that own a part of them, through as many others as there are. */
export function companiesOf(file: OwnershipInput): FilePerson[] {
  const found: FilePerson[] = [];
  const look = (company: FilePerson): void => {
    if (company.kind !== 'organisation' || found.includes(company)) return;
    found.push(company);
    for (const { ofId, ownerId } of file.stakes)
      if (ofId === company.id) {
        const owner = file.people.find(({ id }) => id === ownerId);
        if (owner) look(owner);
      }
  };
  for (const person of file.people) if (plays(person, ['applicant', 'coApplicant'])) look(person);
  return found;
}

/** What is stated of a company: how much of it is explained, to two decimals of a per cent, and who directs it. */
export function heldOf(file: OwnershipInput, companyId: string): { explained: number; stakes: Stake[]; controllers: FilePerson[] } {
  const stakes = file.stakes.filter(({ ofId }) => ofId === companyId);
  const controllers = file.people.filter(({ id, kind }) => kind === 'person' && stakes.some(({ ownerId, controls }) => controls && ownerId === id));
  return { explained: stakes.reduce((sum, stake) => sum + hundredths(stake), 0) / 100, stakes, controllers };
}

/**
 * The way from an owner back to itself that a share would make, by names; null where it makes none. A company that owns
 * itself through others has no owners that could be found.
 */
export function loopOf(file: OwnershipInput, { ofId, ownerId }: Pick<Stake, 'ofId' | 'ownerId'>, exceptId?: string): string[] | null {
  if (ownerId === null) return null;
  const edges = file.stakes.filter((stake) => stake.id !== exceptId && stake.ownerId !== null);
  const nameOf = (id: string): string => {
    const person = file.people.find((one) => one.id === id);
    return person ? personName(person) : id;
  };
  const walk = (at: string, way: string[]): string[] | null => {
    if (at === ownerId) return [...way, at];
    for (const edge of edges)
      if (edge.ownerId === at && !way.includes(edge.ofId)) {
        const found = walk(edge.ofId, [...way, at]);
        if (found) return found;
      }
    return null;
  };
  // From the company, up through what it owns itself, to its would-be owner.
  const way = ownerId === ofId ? [ofId] : walk(ofId, []);
  return way ? [...way, way[0] ?? ofId].map(nameOf) : null;
}

/** What somebody owns of a company in all: a line for each way, the shares on it multiplied. */
export interface OwnedShare {
  person: FilePerson;
  /** A fraction of one; each way is rounded to six decimals. */
  share: number;
  term: Term;
}

/**
 * What every natural person owns of a company, directly and through others: on each way the shares are multiplied, and the
 * ways are added up (common practice for 31 CFR 1010.230(d)(1), no source). Largest first. A loop is followed once and not again.
 */
export function ownersOf(file: OwnershipInput, companyId: string): OwnedShare[] {
  const ways = new Map<string, Term[]>();
  const walk = (of: string, exact: Decimal, lines: Term[], seen: readonly string[]): void => {
    for (const stake of file.stakes.filter(({ ofId, ownerId, share }) => ofId === of && ownerId !== null && share !== null)) {
      const owner = file.people.find(({ id }) => id === stake.ownerId);
      const company = file.people.find(({ id }) => id === of);
      if (!owner || seen.includes(owner.id)) continue;
      const through = exact.times(hundredths(stake)).div(10_000);
      const line: Term = {
        label: say('ownership.of', { owner: personName(owner), company: company ? personName(company) : of }),
        sign: lines.length === 0 ? '+' : '×',
        value: hundredths(stake) / 10_000,
        unit: 'ratio',
        place: { chapter: 'people', anchor: `${stake.id}.share` },
      };
      if (owner.kind === 'organisation') walk(owner.id, through, [...lines, line], [...seen, owner.id]);
      else {
        const way: Term = {
          label: lines.length === 0 ? say('ownership.direct') : say('ownership.through', { companies: { all: namesOn(file, seen.slice(1)), by: 'comma' } }),
          sign: '+',
          value: roundTo('ratio', through),
          unit: 'ratio',
          terms: [...lines, line],
        };
        ways.set(owner.id, [...(ways.get(owner.id) ?? []), way]);
      }
    }
  };
  walk(companyId, new Decimal(1), [], [companyId]);
  return [...ways]
    .flatMap(([id, terms]) => {
      const person = file.people.find((one) => one.id === id);
      const share = roundTo('ratio', worked(terms));
      return person
        ? [{ person, share, term: { label: personName(person), sign: '+' as const, value: share, unit: 'ratio' as const, personId: id, terms } }]
        : [];
    })
    .sort((a, b) => b.share - a.share);
}

const namesOn = (file: Pick<FileState, 'people'>, ids: readonly string[]): string[] =>
  ids.map((id) => {
    const person = file.people.find((one) => one.id === id);
    return person ? personName(person) : id;
  });

/** What is wrong with the owners of the companies of a file, or still missing of them. */
export interface OwnershipProblem {
  key: string;
  company: FilePerson;
  what: Words;
  why: Words;
  /** The row or person that it is about. */
  anchor: string;
}

export function ownershipProblems(file: OwnershipInput & Pick<FileState, 'product'>): OwnershipProblem[] {
  const { ownersFrom } = file.product;
  const why = say('ownership.everybodyFrom', { ownersFrom });
  return companiesOf(file).flatMap<OwnershipProblem>((company) => {
    const name = personName(company);
    const { explained, stakes, controllers } = heldOf(file, company.id);
    const at = (key: string, what: Words, anchor = `stakes.${company.id}`): OwnershipProblem => ({ key: `${key}:${company.id}`, company, what, why, anchor });
    const found: OwnershipProblem[] = [];
    if (explained > 100) found.push(at('ownersOver', say('ownership.moreThanWhole', { name, explained })));
    else if (explained < 100) found.push(at('owners', say('ownership.notExplained', { name, left: Math.round((100 - explained) * 100) / 100 })));
    const unnamed = stakes.find(({ ownerId, others, share }) => ownerId === null && (others === null || (share ?? 0) >= ownersFrom) && share !== null);
    if (unnamed)
      found.push(
        at(
          'unnamed',
          unnamed.others === null
            ? say('ownership.whoOwns', { name, share: unnamed.share ?? 0 })
            : say('ownership.tooLargeForOthers', { name, others: unnamed.others, ownersFrom }),
          `${unnamed.id}.ownerId`,
        ),
      );
    if (controllers.length === 0) found.push(at('controller', say('ownership.nobodyDirects', { name })));
    if (!plays(company, ['applicant', 'coApplicant'])) return found;
    for (const { person, share } of ownersOf(file, company.id))
      if (share * 100 >= ownersFrom && !plays(person, NAMED_ROLES))
        found.push(
          at(`named:${person.id}`, say('ownership.ownsSoNamed', { person: personName(person), share: { percent: share }, name }), `${person.id}.role`),
        );
    return found;
  });
}

/** Roles in which an owner is asked for their details and checked. */
const NAMED_ROLES = ['beneficialOwner', 'applicant', 'coApplicant', 'guarantor'] as const;
