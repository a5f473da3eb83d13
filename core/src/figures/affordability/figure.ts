import { depositMonthsOf } from '../../leasing/charges/index';
import { say, type Words } from '../../basis/words/index';
import { residualFor, strictestResidual } from '../../means/living/index';
import { since, total, roundTo, worked } from '../../basis/arithmetic/index';
import type { Term } from '../../basis/arithmetic/index';
import type { Measure, Limit } from '../../file/product/index';
import { type Base } from './base';
import { KINDS_OF_MEASURE } from './measures/index';
/** inside: within the limit; refer: within it, but an approver has to weigh it; outside; noLimit; unknown: no figure yet. */
export const VERDICTS = ['inside', 'refer', 'outside', 'noLimit', 'unknown'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** The product's limit of a figure, with the rule behind it. */
export type FigureLimit = Omit<Limit, 'rule'> & { rule: Words };

export interface Figure {
  measure: Measure;
  label: string;
  /** What the measure is, in a sentence with its source. */
  means: Words;
  unit: 'money' | 'ratio' | 'times' | 'months';
  /** Minor units, a fraction rounded to six decimals, a multiple to four, or months to two; null while something needed is missing. */
  value: number | null;
  /** What is missing, where the value is null. */
  waitingFor: Words | null;
  limit: FigureLimit | null;
  verdict: Verdict;
  terms: Term[];
}

/** A measure of a base, worked out and held against the product's limit. */
export function figureOf(base: Base, measure: Measure): Figure {
  const { label, labelOfRent, labelOfCare, means, unit, work } = KINDS_OF_MEASURE[measure];
  const worked = work(base);
  const waitingFor = Array.isArray(worked) ? null : worked;
  const terms = Array.isArray(worked) ? worked : [];
  const value = waitingFor === null ? valueOf(terms, unit) : null;
  const limit = limitOf(base, measure);
  const { amountIs, cover } = base.file.product;
  const shown = (amountIs === 'rent' ? labelOfRent : cover?.assistance ? labelOfCare : null) ?? label;
  return { measure, label: shown, means, unit, value, waitingFor, limit, verdict: verdictOf(value, limit), terms };
}

/** What lines of a figure come to: sums of whole minor units need no decimals. */
function valueOf(terms: readonly Term[], unit: Figure['unit']): number {
  const onlySums = unit === 'money' && terms.every(({ sign }) => sign !== '×' && sign !== '÷');
  return onlySums ? total(terms) : roundTo(unit, worked(terms));
}

/** The product's limit of a measure; a published table's value where it rests on one. */
function limitOf({ file, region, size, costs }: Base, measure: Measure): FigureLimit | null {
  const limit = file.product.limits.find((candidate) => candidate.measure === measure) ?? null;
  const eased = limit?.withDeposit;
  if (limit && eased && depositMonthsOf(file) >= eased.months) return { ...limit, value: eased.value, rule: eased.rule };
  if (limit?.from !== 'residualIncome') return limit;
  const { residualIncome } = file.pack;
  const now = since(file, 3);
  const loan = (now ? costs?.principal : null) ?? file.request.amount ?? 0;
  const known = residualIncome ? residualFor(residualIncome, region, size, loan) : null;
  const value = known ?? (residualIncome && now ? strictestResidual(residualIncome, size, loan) : null);
  if (known === null && value !== null)
    return { ...limit, value, rule: say('affordability.strictestRegionFor', { rule: limit.rule, value: { money: value } }) };
  return value === null
    ? { ...limit, rule: say('affordability.tableDoesntKnowWhereThey', { rule: limit.rule, value: { money: limit.value } }) }
    : { ...limit, value };
}

function verdictOf(value: number | null, limit: FigureLimit | null): Verdict {
  if (!limit) return 'noLimit';
  if (value === null) return 'unknown';
  const within = (bound: number): boolean => (limit.bound === 'most' ? value <= bound : value >= bound);
  if (!within(limit.value)) return 'outside';
  return limit.refer === undefined || within(limit.refer) ? 'inside' : 'refer';
}

/** Whether a figure is worse than the one that an exception was granted for. */
export function isWorse(limit: Pick<Limit, 'bound'>, value: number, granted: number): boolean {
  return limit.bound === 'most' ? value > granted : value < granted;
}
