import { allowance } from './allowance';
import { benefit } from './benefit';
import { bonus } from './bonus';
import { catchShare } from './catchShare';
import { commission } from './commission';
import { fosterCare } from './fosterCare';
import { investment } from './investment';
import type { KindOfIncome } from './kind';
import { overtime } from './overtime';
import { pension } from './pension';
import { rent } from './rent';
import { royalties } from './royalties';
import { seasonal } from './seasonal';
import { selfEmployed } from './selfEmployed';
import { subsidy } from './subsidy';
import { support } from './support';
import { tips } from './tips';
import { trust } from './trust';
import { wage } from './wage';

/** Every kind of income, in the order in which they are offered; each is an object in a file of its own. */
export const KINDS_OF_INCOME = {
  wage,
  overtime,
  bonus,
  commission,
  tips,
  allowance,
  seasonal,
  catchShare,
  selfEmployed,
  pension,
  benefit,
  rent,
  support,
  investment,
  trust,
  royalties,
  fosterCare,
  subsidy,
} satisfies Record<string, KindOfIncome>;
export type IncomeKind = keyof typeof KINDS_OF_INCOME;
export const INCOME_KINDS = Object.keys(KINDS_OF_INCOME) as [IncomeKind, ...IncomeKind[]];

/** A kind by its code; null for none. */
export const kindOfIncome = (kind: IncomeKind | null): KindOfIncome | null => (kind === null ? null : KINDS_OF_INCOME[kind]);

/** Each kind's word. */
export const INCOME_KIND_LABEL = Object.fromEntries(INCOME_KINDS.map((kind) => [kind, KINDS_OF_INCOME[kind].label])) as Record<IncomeKind, string>;
export type { KindOfIncome } from './kind';
