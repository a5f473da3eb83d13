import { say, type Words } from '../../basis/words/index';
import { RELATION_LABEL } from '../people/index';
import type { Home } from '../home/index';
import type { FilePerson, Relation, RelationKind } from '../people/index';
import { yearsBetween, type IsoDate } from '../../basis/dates/index';
import { applicantOf, personName, plays, type FileState } from '../../file/state/index';
import { countedShare } from '../roles/index';
import { samePlace } from '../../basis/paste/index';
import type { HouseholdRule, ProductDefinition } from '../../file/product/index';

const INVERSE: Record<RelationKind, RelationKind> = {
  spouse: 'spouse',
  partner: 'partner',
  child: 'parent',
  parent: 'child',
  sibling: 'sibling',
  grandparent: 'grandchild',
  grandchild: 'grandparent',
  guardian: 'ward',
  ward: 'guardian',
  stepParent: 'stepChild',
  stepChild: 'stepParent',
  inLaw: 'inLaw',
  formerSpouse: 'formerSpouse',
  cousin: 'cousin',
  businessPartner: 'businessPartner',
  other: 'other',
};

/** What the second is to the first, when the first is this to the second: the inverse of child is parent. */
export const inverseOf = (kind: RelationKind): RelationKind => INVERSE[kind];

/** What one person is to another, read from either side; null when nothing is stated. */
export function relationBetween(relations: readonly Relation[], personId: string, toId: string): RelationKind | null {
  const stated = relations.find((relation) => relation.personId === personId && relation.toId === toId);
  if (stated) return stated.kind;
  const turned = relations.find((relation) => relation.personId === toId && relation.toId === personId);
  return turned ? inverseOf(turned.kind) : null;
}

/** Everybody related to a person, with what they are to them. */
export function relationsOf(relations: readonly Relation[], personId: string): { id: string; otherId: string; kind: RelationKind }[] {
  return relations.flatMap((relation) => {
    if (relation.toId === personId) return [{ id: relation.id, otherId: relation.personId, kind: relation.kind }];
    return relation.personId === personId ? [{ id: relation.id, otherId: relation.toId, kind: inverseOf(relation.kind) }] : [];
  });
}

/** How many generations above the other: a parent 1, a grandparent 2, a child −1; 0 for those of one age, null where it says nothing. */
const GENERATIONS: Record<RelationKind, number | null> = {
  spouse: 0,
  partner: 0,
  sibling: 0,
  child: -1,
  parent: 1,
  grandparent: 2,
  grandchild: -2,
  guardian: 1,
  ward: -1,
  stepParent: 1,
  stepChild: -1,
  inLaw: null,
  formerSpouse: null,
  cousin: null,
  businessPartner: null,
  other: null,
};

export interface HouseholdProblem {
  key: string;
  what: Words;
  why: Words;
  personId: string;
  relationId: string | null;
}

type Related = Pick<FileState, 'people' | 'relations'>;

/**
 * Everything that can't be true of a set of relations: somebody related to themselves, two relations between two people,
 * more spouses than the rule allows, an elder who is no older than the younger, and generations that run in a circle.
 */
export function householdProblems({ people, relations }: Related, rule: Pick<HouseholdRule, 'spouses'>): HouseholdProblem[] {
  const problems: HouseholdProblem[] = [];
  const byId = new Map(people.map((person) => [person.id, person]));
  const name = (id: string): Words => {
    const person = byId.get(id);
    return person ? personName(person) : say('household.somebody');
  };
  const seen = new Map<string, Relation>();
  for (const relation of relations) {
    const { id, personId, toId, kind } = relation;
    if (personId === toId) {
      problems.push({
        key: `self:${id}`,
        what: say('household.relatedThemselves', { personId: name(personId) }),
        why: say('household.relationBetweenTwoPeople'),
        personId,
        relationId: id,
      });
      continue;
    }
    const pair = [personId, toId].sort().join(' ');
    const before = seen.get(pair);
    if (before)
      problems.push({
        key: `twice:${id}`,
        what: say('household.andAreRelatedTwice', { personId: name(personId), toId: name(toId) }),
        why: say('household.twoPeopleHaveOneRelation'),
        personId,
        relationId: id,
      });
    seen.set(pair, before ?? relation);
    const above = GENERATIONS[kind];
    const elder = byId.get(above !== null && above > 0 ? personId : toId);
    const younger = byId.get(above !== null && above > 0 ? toId : personId);
    if (above && elder?.birthDate && younger?.birthDate && elder.birthDate >= younger.birthDate)
      problems.push({
        key: `age:${id}`,
        what: say('household.cantWhoOlder', {
          elder: personName(elder),
          relation: RELATION_LABEL[above > 0 ? kind : inverseOf(kind)].toLowerCase(),
          younger: personName(younger),
        }),
        why: say('household.birthDatesAndRelationsMust'),
        personId: elder.id,
        relationId: id,
      });
  }
  for (const person of people) {
    const spouses = relationsOf(relations, person.id).filter(({ kind }) => kind === 'spouse' || kind === 'partner');
    if (spouses.length > rule.spouses)
      problems.push({
        key: `spouses:${person.id}`,
        what: say('household.hasSpousesOrPartners', {
          person: personName(person),
          count: spouses.length,
          spouses: { all: spouses.map(({ otherId }) => name(otherId)), by: 'and' },
        }),
        why: say('household.thisProductAllows', { spouses: rule.spouses }),
        personId: person.id,
        relationId: spouses.at(-1)?.id ?? null,
      });
  }
  const circle = generationsOf({ people, relations }).broken;
  if (circle)
    problems.push({
      key: `circle:${circle.id}`,
      what: say('household.generationsRunCircleAtAnd', { personId: name(circle.personId), toId: name(circle.toId) }),
      why: say('household.nobodyCanTheirOwnAncestor'),
      personId: circle.personId,
      relationId: circle.id,
    });
  return problems;
}

/** What a new or changed relation would make impossible, as one sentence, or null. Problems that were there before don't count. */
export function relationProblem(file: Related & { product: Pick<ProductDefinition, 'household'> }, wish: Relation): Words | null {
  const others = file.relations.filter(({ id }) => id !== wish.id);
  const before = new Set(householdProblems({ people: file.people, relations: others }, file.product.household).map(({ key }) => key));
  const found = householdProblems({ people: file.people, relations: [...others, wish] }, file.product.household).find(({ key }) => !before.has(key));
  return found ? say('household.whatWhy', { what: found.what, why: found.why }) : null;
}

/**
 * The generation of each person, 0 for the first of each related group, children one lower. Guardians and wards say
 * nothing about blood, but are drawn like parents and children.
 * @returns the generation by person, and the first relation that contradicts the others, if any.
 */
export function generationsOf({ people, relations }: Related): { of: Map<string, number>; broken: Relation | null } {
  const of = new Map<string, number>();
  let broken: Relation | null = null;
  const usable = relations.filter(({ kind, personId, toId }) => GENERATIONS[kind] !== null && personId !== toId);
  for (const start of people) {
    if (of.has(start.id)) continue;
    of.set(start.id, 0);
    const open = [start.id];
    for (let here = open.shift(); here !== undefined; here = open.shift()) {
      const own = of.get(here) ?? 0;
      for (const relation of usable) {
        if (relation.personId !== here && relation.toId !== here) continue;
        const up = GENERATIONS[relation.kind] ?? 0;
        const other = relation.personId === here ? relation.toId : relation.personId;
        const expected = relation.personId === here ? own + up : own - up;
        const known = of.get(other);
        if (known === undefined) {
          of.set(other, expected);
          open.push(other);
        } else if (known !== expected) broken ??= relation;
      }
    }
  }
  return { of, broken };
}

/** Where a person lives now: their own address without an end, else that of whom they live with. */
export function homeNow(file: Pick<FileState, 'people' | 'homes'>, personId: string): Home | null {
  const passed = new Set<string>();
  let here: string | null = personId;
  while (here !== null && !passed.has(here)) {
    const current: string = here;
    passed.add(current);
    const own = file.homes.find((home) => home.personId === current && home.until === null && home.line !== null);
    if (own) return own;
    here = file.people.find(({ id }) => id === current)?.livesWith ?? null;
  }
  return null;
}

/** People by the place where they live now, in the order of the people; those without one stand alone. */
export function livingTogether(file: Pick<FileState, 'people' | 'homes'>): { home: Home | null; people: FilePerson[] }[] {
  const groups: { home: Home | null; people: FilePerson[] }[] = [];
  for (const person of file.people) {
    const home = homeNow(file, person.id);
    const known = home ? groups.find((group) => group.home !== null && (group.home === home || samePlace(group.home, home))) : undefined;
    if (known) known.people.push(person);
    else groups.push({ home, people: [person] });
  }
  return groups;
}

export interface HouseholdMember {
  personId: string;
  counts: boolean;
  why: Words;
}

export interface Household {
  members: HouseholdMember[];
  /** How many people count in the household. */
  size: number;
  /** Incomes that don't count because of who has them. */
  leftOut: { incomeId: string; personId: string; why: Words }[];
}

const OUTSIDE_ROLES = ['contact', 'emergencyContact', 'referee', 'beneficialOwner', 'beneficiary', 'guarantor'] as const;
const LIVING_ROLES = ['applicant', 'coApplicant', 'householdMember', 'dependant'] as const;

/**
 * Who counts in the household of the applicant, and whose income is left out, each with the reason. Applicants and
 * co-applicants count; household members and dependants count when they live where the applicant lives (or nothing is
 * known of where they live); who is only a contact, referee, owner, beneficiary or guarantor doesn't.
 */
export function householdOf(file: Pick<FileState, 'people' | 'homes' | 'incomes' | 'product'>, today: IsoDate): Household {
  const applicant = applicantOf(file);
  const here = applicant ? homeNow(file, applicant.id) : null;
  const members = file.people.filter(({ kind }) => kind === 'person').map((person) => memberOf(file, person, here));
  const leftOut = file.incomes.flatMap((income) => {
    const person = file.people.find(({ id }) => id === income.personId);
    const why = person ? incomeBar(file.product, person, income.kind, today) : null;
    return why === null ? [] : [{ incomeId: income.id, personId: income.personId, why }];
  });
  return { members, size: members.filter(({ counts }) => counts).length, leftOut };
}

function memberOf(file: Pick<FileState, 'people' | 'homes'>, person: FilePerson, here: Home | null): HouseholdMember {
  const personId = person.id;
  if (plays(person, ['applicant', 'coApplicant'])) return { personId, counts: true, why: 'applies' };
  if (!plays(person, LIVING_ROLES))
    return { personId, counts: false, why: plays(person, OUTSIDE_ROLES) ? say('household.notHousehold') : say('household.noRoleHousehold') };
  const home = homeNow(file, personId);
  if (home && here && home !== here && !samePlace(home, here)) return { personId, counts: false, why: say('household.livesElsewhere') };
  return { personId, counts: true, why: home && here ? say('household.livesWithApplicant') : say('household.takenLiveWithApplicant') };
}

const EARNED = ['wage', 'overtime', 'bonus', 'commission', 'selfEmployed'];
/** The age from which somebody is of age here. */
const OF_AGE = 18;

/** Why an income doesn't count because of who has it, or null when it does. */
export function incomeBar(product: Pick<ProductDefinition, 'household'>, person: FilePerson, kind: string | null, today: IsoDate): Words | null {
  const { earningsNotCountedOf } = product.household;
  if (countedShare(product, person, 'income') === 0) return say('household.onlyIncomeWhoAppliesCounts');
  if (kind === null || !EARNED.includes(kind) || plays(person, ['applicant'])) return null;
  if (earningsNotCountedOf.includes('fullTimeStudent') && person.studies === 'fullTime') return say('household.fullTimeStudentsEarningsDont');
  if (earningsNotCountedOf.includes('minor') && person.birthDate !== null && yearsBetween(person.birthDate, today) < OF_AGE)
    return say('household.minorsEarningsDontCount');
  return null;
}

/** Adults who live with the applicant and don't apply, where the product says that all must. */
export function adultsWhoMustApply(file: Pick<FileState, 'people' | 'homes' | 'incomes' | 'product'>, today: IsoDate): FilePerson[] {
  if (!file.product.household.adultsMustApply) return [];
  const counting = new Set(
    householdOf(file, today)
      .members.filter(({ counts }) => counts)
      .map(({ personId }) => personId),
  );
  return file.people.filter(
    (person) =>
      counting.has(person.id) && !plays(person, ['applicant', 'coApplicant']) && person.birthDate !== null && yearsBetween(person.birthDate, today) >= OF_AGE,
  );
}
