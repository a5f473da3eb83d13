import { Decimal } from 'decimal.js';
import type { Words } from '../words/index';

/** money: minor units; ratio: a fraction shown in per cent; times: a multiple; months and count: numbers. */
export const FIGURE_UNITS = ['money', 'ratio', 'times', 'months', 'count'] as const;
export type FigureUnit = (typeof FIGURE_UNITS)[number];

/** How a line joins the ones above it; `·` only shows a value beside them, which doesn't count. */
export const SIGNS = ['+', '−', '×', '÷', '·'] as const;
export type Sign = (typeof SIGNS)[number];

/** Values of a request's costs that lines of figures rest on; a fee by its code. */
export type TermRef =
  | 'payment'
  | 'paymentFactor'
  | 'stressedPayment'
  | 'interest'
  | 'amount'
  | 'principal'
  | 'advanced'
  | 'rate'
  | 'ratePeriods'
  | `fee:${string}`;

/** One line of an arithmetic: a value with its sign, and where it comes from. Terms with terms of their own open further. */
export interface Term {
  label: Words;
  sign: Sign;
  value: number;
  unit: FigureUnit;
  /** How the value came about, in words. */
  note?: Words;
  /** The published or agreed table that the value is read from, with its date or source. */
  table?: Words;
  place?: { chapter: string; anchor: string };
  /** Whose it is, where it is one person's. */
  personId?: string;
  terms?: Term[];
  /** What another computation gives, by its name: a workbook leads there instead of repeating the value. */
  ref?: TermRef;
}

/** A fraction in per cent with two decimals: 0.0795 → 7.95 %. */
export const inPercent = (fraction: number): string => `${(fraction * 100).toFixed(2)} %`;

/** Decimals to which a figure of a unit is rounded; money is whole minor units. */
const DECIMALS: Record<FigureUnit, number> = { money: 0, ratio: 6, times: 4, months: 2, count: 6 };

/** Rounds an exact value as figures of a unit are rounded: half away from zero (common practice, no source). */
export function roundTo(unit: FigureUnit, value: Decimal): number {
  return value.toDecimalPlaces(DECIMALS[unit], Decimal.ROUND_HALF_UP).toNumber();
}

/**
 * What a list of lines comes to, from the first to the last, in exact decimal arithmetic.
 * @returns the exact result; zero for no lines.
 */
export function worked(terms: readonly Term[]): Decimal {
  return terms.reduce<Decimal>((so, { sign, value }) => {
    if (sign === '+') return so.plus(value);
    if (sign === '−') return so.minus(value);
    if (sign === '×') return so.times(value);
    if (sign === '÷') return so.div(value);
    return so;
  }, new Decimal(0));
}

const nameOf = (label: Words): string => (typeof label === 'string' ? label : label.say);

/**
 * Lines whose own lines don't lead to their value, found all the way down: an arithmetic that can be believed has none.
 * @returns the labels on the way to each such line.
 */
export function astray(term: Pick<Term, 'label' | 'value' | 'unit' | 'terms'>): string[] {
  const { label, value, unit, terms } = term;
  if (!terms || terms.length === 0) return [];
  const found = terms.flatMap((part) => astray(part).map((path) => `${nameOf(label)} › ${path}`));
  const result = roundTo(unit, worked(terms));
  return result === value ? found : [...found, `${nameOf(label)}: ${result} ≠ ${value}`];
}

/** The tables that lines rest on, all the way down, each once in the order in which it is met. */
export function tablesIn(terms: readonly Term[]): Words[] {
  const found = new Map<string, Words>();
  const look = (lines: readonly Term[]): void => {
    for (const { table, terms: inner } of lines) {
      if (table !== undefined) found.set(JSON.stringify(table), table);
      if (inner) look(inner);
    }
  };
  look(terms);
  return [...found.values()];
}

/** Plus and minus lines added up. */
export function total(terms: readonly Term[]): number {
  let result = 0;
  for (const { sign, value } of terms) result += sign === '−' ? -value : sign === '+' ? value : 0;
  return result;
}
