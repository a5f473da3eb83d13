import { Decimal } from 'decimal.js';
import { roundTo } from '../../basis/arithmetic/index';
import { MAX_AMOUNT, minor, type Minor } from '../../basis/money/index';
import { choice, decimal, describeDetail, listed, money, percent, text, whole, type RowOf, type StatedIn } from '../../basis/detail/index';

/** One thing that is covered, or so many of a kind in one place; items, places, levels and agents are the product's. */
export const COVER_LINE = describeDetail({
  word: 'line of cover',
  chapter: 'lines',
  part: 'coverLines',
  table: 'cover_line',
  most: 1000,
  fields: {
    item: listed('Item', 40),
    /** What it is known by: a hull's name, a mark on the gear. */
    mark: text('Name or mark', 80),
    place: listed('Where it lies', 40),
    /** Pieces, or what it weighs or measures, as the item is counted. */
    units: decimal('Units', { form: 'Give how many', least: 0, most: 1_000_000 }),
    unitPrice: money('Value of one'),
    /** The share of it that is covered for who applies, in per cent; others may have an interest in the rest. */
    share: percent('Share insured'),
    level: listed('Level', 20),
    weeks: whole('Weeks', { least: [1, 'At least one week'], most: [52, 'At most the 52 weeks of a term'] }, { unit: 'weeks' }),
    agent: listed('Agent', 40),
  },
});
export type CoverLine = RowOf<typeof COVER_LINE>;
/** What a line says, in the order in which it is keyed, pasted and sent; it is whole once all of it is there. */
export const LINE_FIELDS = Object.keys(COVER_LINE.fields) as (keyof typeof COVER_LINE.fields)[];

export const INTEREST_KIND_LABEL = { owner: 'Owns a share', lender: 'Lent on it', lessor: 'Leases it out', other: 'Another interest' } as const;

/** Somebody else with an interest in what is covered: in one line, or in all of them. */
export const INTEREST = describeDetail({
  word: 'interest',
  chapter: 'lines',
  part: 'interests',
  table: 'interest',
  fields: {
    who: text('Who has it', 120),
    kind: choice('Interest', INTEREST_KIND_LABEL),
    lineId: listed('In which line', 40),
    share: percent('Share'),
  },
});
export type Interest = RowOf<typeof INTEREST>;

/** What a line is worth in all: its units at their value, in whole minor units; null while that isn't known, or is more than any amount can be. */
export function worthOf({ units, unitPrice }: Pick<CoverLine, 'units' | 'unitPrice'>): Minor | null {
  if (units === null || unitPrice === null) return null;
  const worth = roundTo('money', new Decimal(units).times(unitPrice));
  return worth > MAX_AMOUNT ? null : minor(worth);
}

/** What of a line is sent to the issuing system, and kept with its version. */
export type LineValues = StatedIn<typeof COVER_LINE> & { interests: Pick<Interest, 'who' | 'kind' | 'share'>[] };
