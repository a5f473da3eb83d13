import { total, type Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { CoverRules, RateTable } from '../../file/product/index';
import { personName } from '../../file/state/index';
import { ageAt, bandAt, bodyMassOf, chosenOf, classOf, coveredName, startOf, type Cover, type CoverInput } from '../cover/index';
import { rateOf, ratesOn } from '../rates/index';
import { count, sum } from '../steps/index';
import { underwritingOf } from '../underwriting/index';

/** A year's premium of one person covered. */
export interface PersonCost {
  coverId: string;
  personId: string;
  term: Term;
}

/** The class of the rates where a product tells no occupations apart. */
export const ANY_CLASS = 'all';

/** Classes of which a product's rates are asked. */
export const classesOf = ({ occupations }: Pick<CoverRules, 'occupations'>): string[] =>
  occupations.length === 0 ? [ANY_CLASS] : [...new Set(occupations.flatMap(({ class: name }) => (name === null ? [] : [name])))];

/** One of a list as it was chosen; nothing of what has no list. */
const ofList = (list: readonly number[], chosen: string | null): number | null => (list.length === 0 ? 0 : chosenOf(list, chosen));

/** What lacks before everybody's premium can be worked; null where nothing does. */
export function personsLack(file: CoverInput, rules: CoverRules, today: IsoDate): Words | null {
  const table = ratesOn(rules.rates, startOf(file, today));
  if (!table) return say('cover.ratesForStart');
  for (const cover of file.covers) {
    const lack = lackOf(file, rules, table, cover, today);
    if (lack !== null) return lack;
  }
  return null;
}

function lackOf(file: CoverInput, rules: CoverRules, table: RateTable, cover: Cover, today: IsoDate): Words | null {
  const person = file.people.find(({ id }) => id === cover.personId);
  const name = coveredName(file, cover);
  const lack = (what: string): Words => say('cover.lacks', { name, what });
  if (!person?.birthDate) return lack('birthDate');
  if (rules.benefit && (cover.benefit === null || cover.benefit <= 0)) return lack('benefit');
  if (!rules.plans.some(({ code }) => code === cover.plan)) return lack('plan');
  if (ofList(rules.waitingDays, cover.waitingDays) === null) return lack('waitingDays');
  if (ofList(rules.benefitMonths, cover.benefitMonths) === null) return lack('benefitMonths');
  if (rules.occupations.length > 0 && !classOf(rules, cover.occupation)) return lack('occupation');
  return rateFor(file, rules, table, cover, today) === null ? say('cover.noRate', { name }) : null;
}

/** The rate of somebody's cell at their age when cover begins. */
function rateFor(file: CoverInput, rules: CoverRules, table: RateTable, cover: Cover, today: IsoDate): { rate: number; age: number; class: string } | null {
  const birthDate = file.people.find(({ id }) => id === cover.personId)?.birthDate;
  const name = rules.occupations.length === 0 ? ANY_CLASS : classOf(rules, cover.occupation);
  const waitingDays = ofList(rules.waitingDays, cover.waitingDays);
  const benefitMonths = ofList(rules.benefitMonths, cover.benefitMonths);
  if (!birthDate || !name || waitingDays === null || benefitMonths === null) return null;
  const age = ageAt(birthDate, startOf(file, today), rules.age);
  const rate = rateOf(table, { class: name, waitingDays, benefitMonths }, age);
  return rate === null ? null : { rate, age, class: name };
}

/**
 * A year's premium of one person. Where a benefit is paid: the rate for each hundred of benefit a month; where the plan
 * meets what care costs: the rate of a year at their age. That times the plan's factor, rounded; then each rider and loading
 * as a share of that or per mille of a year's benefit, rounded. The product's own loadings stand until somebody has
 * underwritten them, whose loading takes their place. Whole minor units, half away from zero at each line (common practice,
 * no source).
 */
function personTerm(file: CoverInput, rules: CoverRules, table: RateTable, cover: Cover, today: IsoDate): Term | null {
  const person = file.people.find(({ id }) => id === cover.personId);
  const found = rateFor(file, rules, table, cover, today);
  const plan = rules.plans.find(({ code }) => code === cover.plan);
  if (!person || !found || !plan || (rules.benefit && cover.benefit === null)) return null;
  const anchor = (field: string) => ({ chapter: 'cover', anchor: `${cover.id}.${field}` });
  const benefit: Term = { label: say('cover.benefitMonth'), sign: '+', value: cover.benefit ?? 0, unit: 'money', place: anchor('benefit') };
  const read = { table: say('cover.rateTable', { code: table.code, source: table.source, from: { day: table.from } }) };
  const { class: name, age, rate } = found;
  const first: Term[] = rules.benefit
    ? [
        benefit,
        count(say('cover.ofAHundred'), '÷', 100),
        count(say('cover.rateOf', { class: name, age, waitingDays: cover.waitingDays ?? '', months: cover.benefitMonths ?? '' }), '×', rate, read),
      ]
    : [count(say('cover.rateAtAge', { age }), '+', rate, read), count(say('cover.minorUnits'), '×', 100)];
  const base = sum(say('cover.atTheRate'), '+', [
    ...first,
    ...(plan.factor === 1 ? [] : [count(say('cover.planFactor', { plan: plan.label }), '×', plan.factor, { place: anchor('plan') })]),
  ]);
  const loading = (label: Words, share: number, field: string): Term[] =>
    share === 0 ? [] : [sum(label, '+', [base, count(say('cover.share', { share: { percent: share } }), '×', share)], { place: anchor(field) })];
  const perMille = (label: Words, mille: number, field: string): Term[] =>
    mille === 0
      ? []
      : [
          sum(
            label,
            '+',
            [benefit, count(say('cover.monthsYear'), '×', 12), count(say('cover.perMille'), '×', mille), count(say('cover.perMilleOf'), '÷', 1000)],
            { place: anchor(field) },
          ),
        ];
  const riders = file.riders
    .filter(({ personId }) => personId === cover.personId)
    .flatMap(({ code }) => rules.riders.filter((rider) => rider.code === code))
    .flatMap(({ label, share, perMille: mille }) => [...loading(label, share ?? 0, 'personId'), ...perMille(label, mille ?? 0, 'personId')]);
  const said = underwritingOf(file, cover);
  const index = bodyMassOf(cover);
  const band = bandAt(rules.bodyMass, index);
  const terms = [
    base,
    ...riders,
    ...(said
      ? [
          ...loading(say('cover.underwritten', { by: said.by }), said.loading, 'personId'),
          ...perMille(say('cover.underwritten', { by: said.by }), said.perMille, 'personId'),
        ]
      : [
          ...loading(say('cover.tobacco'), cover.tobacco === 'yes' ? rules.tobacco : 0, 'tobacco'),
          ...loading(say('cover.bodyMass', { index: index ?? 0 }), band?.share ?? 0, 'weight'),
        ]),
  ];
  return { label: personName(person), sign: '+', value: total(terms), unit: 'money', terms, personId: person.id };
}

/**
 * A year's premium of each of some covers, in their order. Of children more than the product charges for, the oldest are
 * charged and the others cost nothing (as 45 CFR 147.102(c)(1) has it of three under 21, from memory).
 * @param covers those of the file, or as they would be.
 * @returns null while one of them can't be worked, or there is none.
 */
export function personCosts(file: CoverInput, rules: CoverRules, covers: readonly Cover[], today: IsoDate): PersonCost[] | null {
  const table = ratesOn(rules.rates, startOf(file, today));
  if (!table || covers.length === 0) return null;
  const free = notCharged(file, rules, covers, today);
  const costs = covers.flatMap((cover): PersonCost[] => {
    const term = personTerm(file, rules, table, cover, today);
    if (!term) return [];
    const charged = free.has(cover.id) ? { ...term, value: 0, terms: [{ ...term, sign: '·' as const, label: notChargedFor(rules) }] } : term;
    return [{ coverId: cover.id, personId: cover.personId, term: charged }];
  });
  return costs.length < covers.length ? null : costs;
}

const notChargedFor = ({ childrenCharged }: CoverRules): Words =>
  say('cover.childNotCharged', { most: childrenCharged?.most ?? 0, under: childrenCharged?.under ?? 0 });

/** The covers of children that cost nothing beside older ones. */
function notCharged(file: CoverInput, { childrenCharged, age }: CoverRules, covers: readonly Cover[], today: IsoDate): Set<string> {
  if (!childrenCharged) return new Set();
  const start = startOf(file, today);
  const children = covers.flatMap(({ id, personId }) => {
    const birthDate = file.people.find((person) => person.id === personId)?.birthDate;
    return birthDate && ageAt(birthDate, start, age) < childrenCharged.under ? [{ id, birthDate }] : [];
  });
  children.sort((a, b) => a.birthDate.localeCompare(b.birthDate) || a.id.localeCompare(b.id));
  return new Set(children.slice(childrenCharged.most).map(({ id }) => id));
}
