import { benefit } from './benefit';
import { bonus } from './bonus';
import { commission } from './commission';
import { investment } from './investment';
import type { KindOfIncome } from './kind';
import { overtime } from './overtime';
import { pension } from './pension';
import { rent } from './rent';
import { selfEmployed } from './selfEmployed';
import { subsidy } from './subsidy';
import { support } from './support';
import { wage } from './wage';

/** Every kind of income, in the order in which they are offered; each is an object in a file of its own. */
export const KINDS_OF_INCOME = {
  wage,
  overtime,
  bonus,
  commission,
  selfEmployed,
  pension,
  benefit,
  rent,
  support,
  investment,
  subsidy,
} satisfies Record<string, KindOfIncome>;
export type IncomeKind = keyof typeof KINDS_OF_INCOME;
export const INCOME_KINDS = Object.keys(KINDS_OF_INCOME) as [IncomeKind, ...IncomeKind[]];

/** A kind by its code; null for none. */
export const kindOfIncome = (kind: IncomeKind | null): KindOfIncome | null => (kind === null ? null : KINDS_OF_INCOME[kind]);

/** Each kind's word. */
export const INCOME_KIND_LABEL = Object.fromEntries(INCOME_KINDS.map((kind) => [kind, KINDS_OF_INCOME[kind].label])) as Record<IncomeKind, string>;
export type { KindOfIncome } from './kind';
