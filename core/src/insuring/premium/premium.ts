import { Decimal } from 'decimal.js';
import { roundTo, total, type Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { CoverRules, PaymentMode, PlacePack, RateTable } from '../../file/product/index';
import { personName } from '../../file/state/index';
import { ageAt, bandAt, bodyMassOf, chosenOf, classOf, coveredName, startOf, type Cover, type CoverInput } from '../cover/index';
import { lineCosts, linesLack, type LineCost } from '../lines/index';
import { count, sum } from '../steps/index';
import { rateOf, ratesOn } from '../rates/index';
import { underwritingOf } from '../underwriting/index';

/** What a cover costs: each person's year, all of them with discounts and the fee, and what is paid each time. */
export interface Premium {
  /** A year's premium of each person covered, in the order of the rows. */
  persons: { coverId: string; personId: string; term: Term }[];
  /** What each line costs in its weeks, where lines are covered. */
  lines: LineCost[];
  /** A year for everybody, after discounts and with the policy fee, before the surcharge for paying in parts and tax. */
  yearly: Minor;
  yearlyTerms: Term[];
  mode: PaymentMode;
  /** Each payment before tax, the tax on it, and both. */
  net: Minor;
  tax: Minor;
  each: Minor;
  eachTerms: Term[];
}

export type PremiumInput = CoverInput & { pack: Pick<PlacePack, 'insuranceTax' | 'currency' | 'locale'> };

/** What lacks before a premium can be worked; null where nothing does. */
export function premiumLacks(file: CoverInput, today: IsoDate): Words | null {
  const rules = file.product.cover;
  if (rules?.lines) return linesLack(file, rules.lines, today);
  if (!rules || file.covers.length === 0) return say('cover.whoIsCovered');
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
  if (cover.benefit === null || cover.benefit <= 0) return lack('benefit');
  if (!rules.plans.some(({ code }) => code === cover.plan)) return lack('plan');
  if (chosenOf(rules.waitingDays, cover.waitingDays) === null) return lack('waitingDays');
  if (chosenOf(rules.benefitMonths, cover.benefitMonths) === null) return lack('benefitMonths');
  if (!classOf(rules, cover.occupation)) return lack('occupation');
  return rateFor(file, rules, table, cover, today) === null ? say('cover.noRate', { name }) : null;
}

/** The rate of somebody's cell at their age when cover begins. */
function rateFor(file: CoverInput, rules: CoverRules, table: RateTable, cover: Cover, today: IsoDate): { rate: number; age: number; class: string } | null {
  const birthDate = file.people.find(({ id }) => id === cover.personId)?.birthDate;
  const name = classOf(rules, cover.occupation);
  const waitingDays = chosenOf(rules.waitingDays, cover.waitingDays);
  const benefitMonths = chosenOf(rules.benefitMonths, cover.benefitMonths);
  if (!birthDate || !name || waitingDays === null || benefitMonths === null) return null;
  const age = ageAt(birthDate, startOf(file, today), rules.age);
  const rate = rateOf(table, { class: name, waitingDays, benefitMonths }, age);
  return rate === null ? null : { rate, age, class: name };
}

/**
 * A year's premium of one person: the rate for each hundred of benefit a month, times the plan's factor, rounded; then each
 * rider and loading as a share of that or per mille of a year's benefit, rounded. The product's own loadings stand until
 * somebody has underwritten them, whose loading takes their place. Whole minor units, half away from zero at each line (common practice, no source).
 */
function personTerm(file: CoverInput, rules: CoverRules, table: RateTable, cover: Cover, today: IsoDate): Term | null {
  const person = file.people.find(({ id }) => id === cover.personId);
  const found = rateFor(file, rules, table, cover, today);
  const plan = rules.plans.find(({ code }) => code === cover.plan);
  if (!person || !found || !plan || cover.benefit === null) return null;
  const anchor = (field: string) => ({ chapter: 'cover', anchor: `${cover.id}.${field}` });
  const base = sum(say('cover.atTheRate'), '+', [
    { label: say('cover.benefitMonth'), sign: '+', value: cover.benefit, unit: 'money', place: anchor('benefit') },
    count(say('cover.ofAHundred'), '÷', 100),
    count(
      say('cover.rateOf', { class: found.class, age: found.age, waitingDays: cover.waitingDays ?? '', months: cover.benefitMonths ?? '' }),
      '×',
      found.rate,
      {
        table: say('cover.rateTable', { code: table.code, source: table.source, from: { day: table.from } }),
      },
    ),
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
            [
              { label: say('cover.benefitMonth'), sign: '+', value: cover.benefit ?? 0, unit: 'money', place: anchor('benefit') },
              count(say('cover.monthsYear'), '×', 12),
              count(say('cover.perMille'), '×', mille),
              count(say('cover.perMilleOf'), '÷', 1000),
            ],
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

/** Discounts in the product's order, each on what the ones before left; together never more than its cap. */
function discountTerms(file: CoverInput, rules: CoverRules, own: readonly Term[]): Term[] {
  const before = total(own);
  const taken: Term[] = [];
  const persons = new Set(file.covers.map(({ personId }) => personId)).size;
  const most = roundTo('money', new Decimal(before).times(rules.discountsMost));
  let left = before;
  let given = 0;
  return rules.discounts.flatMap(({ label, share, persons: least, otherPolicy }): Term[] => {
    const earned = (least === undefined || persons >= least) && (otherPolicy !== true || file.request.otherPolicy);
    if (!earned) return [];
    const whole = roundTo('money', new Decimal(left).times(share));
    const value = Math.min(whole, most - given);
    if (value <= 0) return [];
    given += value;
    const terms: Term[] =
      value === whole
        ? [
            { label: say('cover.whatIsLeft'), sign: '+', value: left, unit: 'money', terms: [...own, ...taken] },
            count(say('cover.share', { share: { percent: share } }), '×', share),
          ]
        : [{ label: say('cover.discountsCapped', { most: { percent: rules.discountsMost } }), sign: '+', value, unit: 'money' }];
    left -= value;
    const discount: Term = { label, sign: '−', value, unit: 'money', terms };
    taken.push(discount);
    return [discount];
  });
}

/** How it is paid: as asked for, else in the product's first way. */
export const modeOf = ({ modes }: CoverRules, code: string | null): PaymentMode | null => modes.find((mode) => mode.code === code) ?? modes[0] ?? null;

type Costs = Pick<Premium, 'persons' | 'lines'>;

/** Everybody's own premium; null while that of somebody can't be worked, or nobody is covered. */
function costOfPersons(file: CoverInput, rules: CoverRules, today: IsoDate): Costs | null {
  const table = ratesOn(rules.rates, startOf(file, today));
  if (!table || file.covers.length === 0) return null;
  const persons = file.covers.flatMap((cover) => {
    const term = personTerm(file, rules, table, cover, today);
    return term ? [{ coverId: cover.id, personId: cover.personId, term }] : [];
  });
  return persons.length < file.covers.length ? null : { persons, lines: [] };
}

/** What each line costs; null while one can't be worked, or there is none. */
function costOfLines(file: CoverInput, today: IsoDate): Costs | null {
  const lines = lineCosts(file, today).filter((cost) => cost !== null);
  return lines.length === 0 || lines.length < file.coverLines.length ? null : { persons: [], lines };
}

/**
 * What a cover costs, step by step: everybody's year, or each line's weeks, at the rates that hold when cover begins, discounts in their order and
 * up to their cap, the policy fee, the factor of paying in parts, and the place's tax on each payment. Each line is rounded
 * to whole minor units, half away from zero, where it stands (common practice, no source); rates, factors and their order
 * are the product's.
 * @param today stands for the start where the file names none.
 * @returns null while something lacks; {@link premiumLacks} says what.
 */
export function premiumOf(file: PremiumInput, today: IsoDate): Premium | null {
  const rules = file.product.cover;
  const mode = rules && modeOf(rules, file.request.premiumMode);
  const costs = rules && mode && (rules.lines ? costOfLines(file, today) : costOfPersons(file, rules, today));
  if (!costs) return null;
  const { persons, lines } = costs;
  const own = [...persons, ...lines].map(({ term }) => term);
  const yearlyTerms: Term[] = [
    ...own,
    ...discountTerms(file, rules, own),
    ...(rules.fee > 0 ? [{ label: say('cover.policyFee'), sign: '+' as const, value: rules.fee, unit: 'money' as const }] : []),
  ];
  const yearly = minor(total(yearlyTerms));
  const net = sum(say('cover.eachPayment', { mode: mode.label }), '+', [
    { label: say('cover.yearsPremium'), sign: '+', value: yearly, unit: 'money', terms: yearlyTerms },
    ...(mode.factor === 1
      ? []
      : [count(say('cover.modeFactor', { mode: mode.label }), '×', mode.factor, { place: { chapter: 'request', anchor: 'premiumMode' } })]),
    ...(mode.perYear === 1 ? [] : [count(say('cover.paymentsAYear'), '÷', mode.perYear)]),
  ]);
  const { insuranceTax } = file.pack;
  const tax: Term[] =
    insuranceTax && rules.taxed
      ? [
          sum(insuranceTax.label, '+', [
            net,
            count(say('cover.share', { share: { percent: insuranceTax.share } }), '×', insuranceTax.share, { table: insuranceTax.source }),
          ]),
        ]
      : [];
  const eachTerms = [net, ...tax];
  return {
    persons,
    lines,
    yearly,
    yearlyTerms,
    mode,
    net: minor(net.value),
    tax: minor(total(tax)),
    each: minor(total(eachTerms)),
    eachTerms,
  };
}

/** A plan for everybody covered, and what it would cost and pay. */
export interface PlanChoice {
  plan: CoverRules['plans'][number];
  each: Minor | null;
  yearly: Minor | null;
  /** Against the plans that were chosen, for each payment; null where one of them can't be worked. */
  more: Minor | null;
}

/** Each plan of the product as if it were chosen for everybody covered, side by side. */
export function comparePlans(file: PremiumInput, today: IsoDate): PlanChoice[] {
  const now = premiumOf(file, today);
  return (file.product.cover?.plans ?? []).map((plan) => {
    const then = premiumOf({ ...file, covers: file.covers.map((cover) => ({ ...cover, plan: plan.code })) }, today);
    return { plan, each: then?.each ?? null, yearly: then?.yearly ?? null, more: then && now ? minor(then.each - now.each) : null };
  });
}
