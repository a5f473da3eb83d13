import { say, type Words } from '../../basis/words/index';
import type { Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, scaled, type Minor } from '../../basis/money/index';
import type { Contribution, PlacePack, RateBand, TaxAllowance, TaxTable } from '../../file/product/index';
import type { FilingStatus } from '../../people/people/index';

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
export function allowanceFor({ amount, tapersAbove, taperRate }: TaxAllowance, income: number): Minor {
  if (tapersAbove === undefined || taperRate === undefined || income <= tapersAbove) return amount;
  return minor(Math.max(0, amount - scaled(income - tapersAbove, taperRate)));
}

const PERIODS: Record<Contribution['per'], number> = { year: 1, month: 12, week: 52 };

/** What a contribution is taken of: wages, and the base's share of what is earned in one's own business. */
function contributed({ of, base = 1 }: Contribution, { employed, selfEmployed }: YearlyEarnings): { wages: number; own: number } {
  return { wages: of === 'selfEmployed' ? 0 : employed, own: of === 'employed' ? 0 : scaled(selfEmployed, base) };
}

/** What a contribution takes of the earnings of a year. @returns null where it takes nothing. */
function contributionOf(contribution: Contribution, earnings: YearlyEarnings, status: FilingStatus): { amount: Minor; term: Term } | null {
  const { label, per, afterWages } = contribution;
  const { wages, own } = contributed(contribution, earnings);
  if (wages + own <= 0) return null;
  const periods = PERIODS[per];
  const inForce = contribution.statuses?.[status] ?? contribution.bands;
  const bands = periods === 1 ? inForce : inForce.map(({ from, rate }) => ({ from: minor(from * periods), rate }));
  const line = (value: number, terms: Term[]): { amount: Minor; term: Term } => ({
    amount: minor(value),
    term: { label, sign: '−', value, unit: 'money', terms },
  });
  if (!afterWages || earnings.employed <= 0) {
    const { amount, terms } = onBands(bands, wages + own);
    return amount === 0 ? null : line(amount, terms);
  }
  const all = onBands(bands, earnings.employed + own);
  const used = onBands(bands, earnings.employed);
  const left = all.amount - used.amount;
  if (left <= 0) return null;
  return line(left, [
    { label: say('tax.onWagesAndThis'), sign: '+', value: all.amount, unit: 'money', terms: all.terms },
    { label: say('tax.whatWagesUseUp'), sign: '−', value: used.amount, unit: 'money', terms: used.terms },
  ]);
}

const NOTHING: YearlyEarnings = { employed: minor(0), selfEmployed: minor(0), other: minor(0) };
const added = (earnings: readonly YearlyEarnings[]): YearlyEarnings =>
  earnings.reduce(
    (so, one) => ({ employed: minor(so.employed + one.employed), selfEmployed: minor(so.selfEmployed + one.selfEmployed), other: minor(so.other + one.other) }),
    NOTHING,
  );

/**
 * Take-home pay of a year by a published table: earnings, less income tax on what exceeds the allowance, less
 * contributions. Of two who file jointly each contributes on their own earnings, but for contributions whose thresholds
 * go by the filing status: those, like income tax, are worked on what both earn.
 * Thresholds that are published by the month or week are taken twelve or fifty-two times for the year.
 * @param earners what each of those who file together earns.
 * @param status by which bands; those of who is taxed alone where the table has no others.
 * @returns minor units, each band rounded half away from zero.
 */
export function takeHome(table: TaxTable, earners: YearlyEarnings | readonly YearlyEarnings[], status: FilingStatus = 'single'): TakeHome {
  const each = Array.isArray(earners) ? (earners as readonly YearlyEarnings[]) : [earners as YearlyEarnings];
  const together = added(each);
  const gross = together.employed + together.selfEmployed + together.other;
  const taken = table.contributions.flatMap((contribution) =>
    (contribution.statuses ? [together] : each).flatMap((earnings) => {
      const one = contributionOf(contribution, earnings, status);
      return one ? [{ contribution, ...one }] : [];
    }),
  );
  const deducted = taken.reduce((so, { contribution, amount }) => so + scaled(amount, contribution.deducted ?? 0), 0);
  const { tax, term } = incomeTax(table, gross, deducted, status);
  const contributions = taken.reduce((so, { amount }) => so + amount, 0);
  return {
    net: minor(gross - tax - contributions),
    tax,
    contributions: minor(contributions),
    terms: [{ label: say('tax.earnedYearCounts'), sign: '+', value: gross, unit: 'money' }, term, ...taken.map((one) => one.term)],
  };
}

/** Income tax on what exceeds the allowance of a filing status. */
function incomeTax(table: TaxTable, gross: number, deducted: number, status: FilingStatus): { tax: Minor; term: Term } {
  const { allowance: free, bands } = table.statuses?.[status] ?? table;
  const allowance = allowanceFor(free, gross - deducted);
  const taxed = Math.max(0, gross - deducted - allowance);
  const onTaxed = onBands(bands, taxed);
  const term: Term = {
    label: say('tax.incomeTax'),
    sign: '−',
    value: onTaxed.amount,
    unit: 'money',
    note: table.label,
    table: table.source ? say('tax.tableWithSource', { table: table.label, source: table.source }) : table.label,
    terms: [
      { label: say('tax.earnedYear'), sign: '·', value: gross, unit: 'money' },
      ...(deducted > 0 ? [{ label: say('tax.contributionsComeOff'), sign: '·' as const, value: -deducted, unit: 'money' as const }] : []),
      { label: say('tax.freeTax'), sign: '·', value: 0 - allowance, unit: 'money' },
      { label: say('tax.taxed'), sign: '·', value: taxed, unit: 'money' },
      ...onTaxed.terms,
    ],
  };
  return { tax: onTaxed.amount, term };
}

/**
 * Income tax of the region somebody lives in, beside the place's own, as a line that comes off. Contributions are not
 * deducted for it, and what its table doesn't know of filing statuses is taken as for who is taxed alone.
 * @returns null where the place has no regions that tax, or this one doesn't; a line that takes nothing and says so where
 * the region's table is not known.
 */
export function regionTax(
  { regionTaxes }: Pick<PlacePack, 'regionTaxes'>,
  region: string | null,
  earners: readonly YearlyEarnings[],
  status: FilingStatus,
  today: IsoDate,
): { amount: Minor; term: Term } | null {
  if (regionTaxes === null) return null;
  const tables = regionTaxes[region ?? ''];
  if (tables?.length === 0) return null;
  const table = tables ? taxTableOn(tables, today) : null;
  if (!table) {
    const label = say('tax.noRegionTable', { region: region ?? 'none' });
    return { amount: minor(0), term: { label, sign: '·', value: 0, unit: 'money' } };
  }
  const { employed, selfEmployed, other } = added(earners);
  const { tax, term } = incomeTax(table, employed + selfEmployed + other, 0, status);
  return { amount: tax, term: { ...term, label: say('tax.incomeTaxOfRegion', { region: region ?? '' }) } };
}
