import { affordability, figuresFor, type AffordabilityInput, type Figure, type Verdict } from '../affordability/index';
import type { IsoDate } from '../dates/index';
import type { FileState } from '../file/index';

/** Goes up whenever the arithmetic itself changes what it gives for the same input. */
export const CALCULATION_VERSION = 1;

/** Everything that a calculation read, the rules and tables in it, and what came out. */
export interface Calculation {
  version: number;
  today: IsoDate;
  input: AffordabilityInput;
  figures: Figure[];
}

/** The parts of a file that affordability reads. */
export function calculationInput(file: FileState): AffordabilityInput {
  const { product, pack, request, people, relations, homes, works, incomes, livingCosts, debts, assets, papers } = file;
  return { product, pack, request, people, relations, homes, works, incomes, livingCosts, debts, assets, papers };
}

/** A whole calculation, as it is kept with a decision. */
export function calculate(file: FileState, today: IsoDate): Calculation {
  const input = calculationInput(file);
  return { version: CALCULATION_VERSION, today, input, figures: affordability(input, today).figures };
}

/** Whether enough was kept to work a calculation again; decisions of the first release kept their figures only. */
export const isWhole = (kept: Partial<Calculation>): kept is Calculation => kept.input !== undefined;

export interface Recalculation {
  /** Figures that don't come out as they did; empty when all do, to the cent. */
  differences: { measure: string; then: number | null; now: number | null }[];
  figures: Figure[];
}

/** Works a kept calculation again from what it read, with the rules that it was made by. */
export function recalculate({ input, today, figures: then }: Calculation): Recalculation {
  const { figures } = affordability(input, today);
  const differences = then
    .map(({ measure, value }) => ({ measure, then: value, now: figures.find((figure) => figure.measure === measure)?.value ?? null }))
    .filter((pair) => pair.then !== pair.now);
  return { differences, figures };
}

/** Rules and tables by which files are worked. */
export type Rules = Pick<AffordabilityInput, 'product' | 'pack'>;
/** What a file holds beside them. */
export type FileFigures = Omit<AffordabilityInput, 'product' | 'pack'>;

const WORST: readonly Verdict[] = ['outside', 'refer', 'unknown', 'inside'];

/** The worst that rules say of a file: outside a limit, to be weighed, not known yet, or inside all. */
export function verdictUnder(rules: Rules, file: FileFigures, today: IsoDate): Verdict {
  const limited = rules.product.measures.filter((measure) => rules.product.limits.some((limit) => limit.measure === measure));
  const verdicts = new Set(figuresFor({ ...rules, ...file }, today, limited).map(({ verdict }) => verdict));
  return WORST.find((verdict) => verdicts.has(verdict)) ?? 'noLimit';
}
