import type { Measure } from '../../file/product/index';
import { newestYear } from '../../lending/business/index';
import { kindOfIncome, workQuestions } from '../../means/income/index';
import { total } from '../../basis/arithmetic/index';
import { minor } from '../../basis/money/index';
import type { IsoDate } from '../../basis/dates/index';
import type { Costs } from '../../lending/costs/index';
import type { LivingCosts } from '../../means/living/index';
import type { Term } from '../../basis/arithmetic/index';
import type { CountedIncome, IncomeQuestion } from '../../means/income/index';
import type { Minor } from '../../basis/money/index';
import type { Schedule } from '../../credit/loan/index';
import { type Base, type Ground, baseOf, groundOf } from './base';
import type { AffordabilityInput } from './input';
import { applicantsOf } from '../../file/state/index';
import { figureOf, type Figure } from './figure';
export interface Affordability {
  figures: Figure[];
  schedule: Schedule | null;
  /** What counts each month on the product's basis. */
  monthlyIncome: Minor;
  grossIncome: Minor;
  /** Null where the place has no tax table. */
  netIncome: Minor | null;
  incomes: CountedIncome[];
  /** The lines of the income that counts, on the product's basis. */
  incomeTerms: Term[];
  living: LivingCosts;
  questions: IncomeQuestion[];
}

/** What can be spent a month, obligations and so on as they stand: what stress is tried on. */
export interface Carrying {
  /** After tax; none where the place has no tax table. */
  income: Term[];
  kept: Term[];
  living: LivingCosts;
  /** The payment, or the own share of a rent; null while what is asked for is incomplete. */
  request: Term | null;
  costs: Costs | null;
}

/**
 * Everything that says whether the people of a file can carry what they ask for, each figure with its arithmetic: what
 * every figure's lines come to, worked exactly and rounded once, is the figure itself.
 * Monthly figures are whole minor units, rounded where a measure's sentence or a line of the arithmetic says; the
 * definitions and their sources stand with each measure.
 * @param today stands for the advance date where the file names none, and is the day on which ages, ends and tax tables count.
 */
export function affordability(file: AffordabilityInput, today: IsoDate): Affordability {
  const base = baseOf(file, today);
  const figures = figuresOf(base, file.product.measures);
  return {
    figures,
    schedule: base.costs?.schedule ?? null,
    monthlyIncome: minor(total(base.income)),
    grossIncome: minor(base.gross),
    netIncome: base.net === null ? null : minor(total(base.net)),
    incomes: base.counted,
    incomeTerms: base.income,
    living: base.living,
    questions: [...base.counted.flatMap(({ questions }) => questions), ...workQuestions(file, today)],
  };
}

/** Figures of some measures only; what none of them needs is not worked out. */
export function figuresFor(file: AffordabilityInput, today: IsoDate, measures: readonly Measure[]): Figure[] {
  return figuresOf(baseOf(file, today), measures);
}

/** Measures that look at what persons earn and spend: of a company that applies alone they say nothing. */
const OF_PERSONS: readonly Measure[] = [
  'housingShare',
  'dtiBefore',
  'dtiAfter',
  'moneyLeft',
  'moneyLeftStressed',
  'residualIncome',
  'loanToIncome',
  'paymentShock',
  'rentCover',
  'reserves',
  'guidelineShare',
];

function figuresOf(base: Base, measures: readonly Measure[]): Figure[] {
  const applying = applicantsOf(base.file);
  const companiesAlone = applying.length > 0 && applying.every(({ kind }) => kind === 'organisation');
  // Equipment is leased to households too: who has no business has no figure of one.
  const noBusiness =
    Boolean(base.file.product.equipment) &&
    !companiesAlone &&
    newestYear(base.file) === null &&
    !base.counted.some(({ income }) => kindOfIncome(income.kind)?.ofBusiness);
  return [...new Set(measures)]
    .filter((measure) => !noBusiness || measure !== 'debtServiceCover')
    .filter((measure) => !companiesAlone || !OF_PERSONS.includes(measure))
    .map((measure) => figureOf(base, measure));
}

/** What stress is tried on. */
export function carryingOf(file: AffordabilityInput, today: IsoDate): Carrying {
  const { spendable, kept, living, asked, costs } = baseOf(file, today);
  return { income: spendable ?? [], kept, living, request: asked, costs };
}

/** Whether a figure of the measures meets a test; the rest is not worked out once one does. */
export function someFigure(
  file: AffordabilityInput,
  today: IsoDate,
  measures: readonly Measure[],
  meets: (figure: Figure) => boolean,
  ground: Ground = groundOf(file, today),
): boolean {
  const base = baseOf(file, today, ground);
  return measures.some((measure) => meets(figureOf(base, measure)));
}
