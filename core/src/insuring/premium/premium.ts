import { Decimal } from 'decimal.js';
import { roundTo, total, type Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { CoverRules, PaymentMode } from '../../file/product/index';
import { assistanceOf, type AssistanceInput } from '../assistance/index';
import type { CoverInput } from '../cover/index';
import { lineCosts, linesLack, type LineCost } from '../lines/index';
import { personCosts, personsLack, type PersonCost } from '../pricing/index';
import { count, sum } from '../steps/index';

/** What a cover costs: each person's year, all of them with discounts and the fee, and what is paid each time. */
export interface Premium {
  /** A year's premium of each person covered, in the order of the rows. */
  persons: PersonCost[];
  /** What each line costs in its weeks, where lines are covered. */
  lines: LineCost[];
  /** A year for everybody, after discounts and with the policy fee, before the surcharge for paying in parts and tax. */
  yearly: Minor;
  yearlyTerms: Term[];
  mode: PaymentMode;
  /** Each payment before tax, the tax on it, what is given towards it, and what is left of it to pay. */
  net: Minor;
  tax: Minor;
  assistance: Minor;
  each: Minor;
  eachTerms: Term[];
}

export type PremiumInput = AssistanceInput;

/** What lacks before a premium can be worked; null where nothing does. */
export function premiumLacks(file: CoverInput, today: IsoDate): Words | null {
  const rules = file.product.cover;
  if (rules?.lines) return linesLack(file, rules.lines, today);
  if (!rules || file.covers.length === 0) return say('cover.whoIsCovered');
  return personsLack(file, rules, today);
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
function ofPersons(file: CoverInput, rules: CoverRules, today: IsoDate): Costs | null {
  const persons = personCosts(file, rules, file.covers, today);
  return persons && { persons, lines: [] };
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
  const costs = rules && mode && (rules.lines ? costOfLines(file, today) : ofPersons(file, rules, today));
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
  const given = assistanceTerms(file, net, mode, today);
  const eachTerms = [net, ...given, ...tax];
  return {
    persons,
    lines,
    yearly,
    yearlyTerms,
    mode,
    net: minor(net.value),
    tax: minor(total(tax)),
    assistance: minor(-total(given)),
    each: minor(total(eachTerms)),
    eachTerms,
  };
}

/** What a household is given towards each payment: a month's assistance for the months that it is for, and never more than it costs. */
function assistanceTerms(file: PremiumInput, net: Term, mode: PaymentMode, today: IsoDate): Term[] {
  const amount = assistanceOf(file, today)?.amount;
  if (!amount || amount.value <= 0) return [];
  const given = sum(say('cover.assistance'), '−', [amount, count(say('cover.monthsOfPayment'), '×', 12 / mode.perYear)]);
  return [
    given.value <= net.value
      ? given
      : {
          ...given,
          value: net.value,
          terms: [
            { ...net, sign: '+' },
            { ...given, sign: '·' },
          ],
        },
  ];
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
