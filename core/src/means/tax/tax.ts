import { say, type Words } from '../../basis/words/index';
import type { Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, scaled, type Minor } from '../../basis/money/index';
import type { Contribution, RateBand, TaxTable } from '../../file/product/index';

/** What somebody earns in a year, before tax, by how it is taxed. */
export interface YearlyEarnings {
  employed: Minor;
  /** Profit of self-employment. */
  selfEmployed: Minor;
  /** Taxed, but no contributions are taken of it: pensions, rent, yields. */
  other: Minor;
}

export interface TakeHome {
  /** Minor units a year. */
  net: Minor;
  tax: Minor;
  contributions: Minor;
  /** The arithmetic from what is earned to what is left. */
  terms: Term[];
}

/** The table in force on a date; the newest one before it where none is, for a year whose table is not out yet. */
export function taxTableOn(tables: readonly TaxTable[], on: IsoDate): TaxTable | null {
  const begun = tables.filter(({ from }) => from <= on).sort((a, b) => b.from.localeCompare(a.from));
  return begun.find(({ until }) => on <= until) ?? begun[0] ?? null;
}

/** Bands are data that stays, so what they are called is written once. */
const labels = new WeakMap<readonly RateBand[], Words[]>();
function bandLabels(bands: readonly RateBand[]): Words[] {
  const known = labels.get(bands);
  if (known) return known;
  const made = bands.map(({ from }, at) => {
    const next = bands[at + 1];
    return next ? say('tax.from', { from: { money: from }, nextFrom: { money: next.from } }) : say('tax.above', { from: { money: from } });
  });
  labels.set(bands, made);
  return made;
}

/**
 * What bands take of a sum, each line the part of the sum in one band at that band's rate.
 * @returns minor units; each band is rounded half away from zero.
 */
export function onBands(bands: readonly RateBand[], sum: number): { amount: Minor; terms: Term[] } {
  let amount = 0;
  const terms: Term[] = [];
  bands.forEach(({ from, rate }, at) => {
    const upTo = bands[at + 1]?.from ?? Number.POSITIVE_INFINITY;
    const part = Math.min(sum, upTo) - from;
    if (part <= 0 || rate === 0) return;
    const taken = scaled(part, rate);
    amount += taken;
    terms.push({
      label: bandLabels(bands)[at] ?? '',
      sign: '+',
      value: taken,
      unit: 'money',
      terms: [
        { label: say('tax.partThisBand'), sign: '+', value: part, unit: 'money' },
        { label: say('tax.rate'), sign: '×', value: rate, unit: 'ratio' },
      ],
    });
  });
  return { amount: minor(amount), terms };
}

/** What is free of tax for a yearly income. Source: the table's own; a taper takes `taperRate` of what lies above its point. */
export function allowanceFor({ allowance }: Pick<TaxTable, 'allowance'>, income: number): Minor {
  const { amount, tapersAbove, taperRate } = allowance;
  if (tapersAbove === undefined || taperRate === undefined || income <= tapersAbove) return amount;
  return minor(Math.max(0, amount - scaled(income - tapersAbove, taperRate)));
}

const PERIODS: Record<Contribution['per'], number> = { year: 1, month: 12, week: 52 };

/**
 * Take-home pay of a year by a published table: earnings, less income tax on what exceeds the allowance, less
 * contributions, for one person taxed alone.
 * Thresholds that are published by the month or week are taken twelve or fifty-two times for the year.
 * @returns minor units, each band rounded half away from zero.
 */
export function takeHome(table: TaxTable, earnings: YearlyEarnings): TakeHome {
  const gross = earnings.employed + earnings.selfEmployed + earnings.other;
  const taken = table.contributions.flatMap((contribution) => {
    const { of, label, per, bands, base = 1 } = contribution;
    const earned = (of !== 'selfEmployed' ? earnings.employed : 0) + (of !== 'employed' ? earnings.selfEmployed : 0);
    if (earned <= 0) return [];
    const periods = PERIODS[per];
    const yearly = periods === 1 ? bands : bands.map(({ from, rate }) => ({ from: minor(from * periods), rate }));
    const { amount, terms } = onBands(yearly, scaled(earned, base));
    if (amount === 0) return [];
    return [{ contribution, amount, term: { label, sign: '−' as const, value: amount, unit: 'money' as const, terms } }];
  });
  const deducted = taken.reduce((so, { contribution, amount }) => so + scaled(amount, contribution.deducted ?? 0), 0);
  const allowance = allowanceFor(table, gross - deducted);
  const taxed = Math.max(0, gross - deducted - allowance);
  const onTaxed = onBands(table.bands, taxed);
  const contributions = taken.reduce((so, { amount }) => so + amount, 0);
  const tax: Term = {
    label: say('tax.incomeTax'),
    sign: '−',
    value: onTaxed.amount,
    unit: 'money',
    note: table.label,
    terms: [
      { label: say('tax.earnedYear'), sign: '·', value: gross, unit: 'money' },
      ...(deducted > 0 ? [{ label: say('tax.contributionsComeOff'), sign: '·' as const, value: -deducted, unit: 'money' as const }] : []),
      { label: say('tax.freeTax'), sign: '·', value: 0 - allowance, unit: 'money' },
      { label: say('tax.taxed'), sign: '·', value: taxed, unit: 'money' },
      ...onTaxed.terms,
    ],
  };
  return {
    net: minor(gross - onTaxed.amount - contributions),
    tax: onTaxed.amount,
    contributions: minor(contributions),
    terms: [{ label: say('tax.earnedYearCounts'), sign: '+', value: gross, unit: 'money' }, tax, ...taken.map(({ term }) => term)],
  };
}
