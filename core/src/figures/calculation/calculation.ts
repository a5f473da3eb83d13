import { AFFORDABILITY_PARTS, affordability, figuresFor, type AffordabilityInput, type Figure, type Verdict } from '../affordability/index';
import { guarantorSheets, type GuarantorSheet } from '../guarantors/index';
import { CALCULATION_VERSION } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import type { FileState } from '../../file/state/index';
import { minor, type Minor } from '../../basis/money/index';
import { OWING_ROLES, ROLES, type Role } from '../../people/people/index';
import type { CostRules, CountedMeans, FeeRule } from '../../file/product/index';

/** Everything that a calculation read, the rules and tables in it, and what came out. */
export interface Calculation {
  version: number;
  today: IsoDate;
  input: AffordabilityInput;
  figures: Figure[];
  /** What each guarantor was measured by; absent in decisions from before they had sheets of their own. */
  guarantors?: GuarantorSheet[];
}

/** The parts of a file that affordability reads. */
export const calculationInput = (file: FileState): AffordabilityInput =>
  Object.fromEntries(AFFORDABILITY_PARTS.map((part) => [part, file[part]])) as unknown as AffordabilityInput;

/** A whole calculation, as it is kept with a decision. */
export function calculate(file: FileState, today: IsoDate): Calculation {
  const input = calculationInput(file);
  return { version: CALCULATION_VERSION, today, input, figures: affordability(input, today).figures, guarantors: guarantorSheets(input, today) };
}

/** Whether enough was kept to work a calculation again; decisions of the first release kept their figures only. */
export const isWhole = (kept: Partial<Calculation>): kept is Calculation => kept.input !== undefined;

export interface Recalculation {
  /** Figures that don't come out as they did; empty when all do, to the cent. */
  differences: { measure: string; then: number | null; now: number | null }[];
  figures: Figure[];
}

/** Works a kept calculation again from what it read, with the rules and the arithmetic that it was made by. */
export function recalculate({ version, input, today, figures: then, guarantors: sheetsThen = [] }: Calculation): Recalculation {
  const asThen = { ...inputAsNow(input), worksAs: version };
  const { figures } = affordability(asThen, today);
  const sheets = sheetsThen.length > 0 ? guarantorSheets(asThen, today) : [];
  const differences = [
    ...apart(then, figures),
    ...sheetsThen.flatMap(({ personId, figures: theirs }) => apart(theirs, sheets.find((sheet) => sheet.personId === personId)?.figures ?? [], `:${personId}`)),
  ];
  return { differences, figures };
}

/** Figures that don't come out as they did. @param of who they are of, where they aren't the file's own. */
const apart = (then: readonly Figure[], now: readonly Figure[], of = ''): Recalculation['differences'] =>
  then
    .map(({ measure, value }) => ({ measure: `${measure}${of}`, then: value, now: now.find((figure) => figure.measure === measure)?.value ?? null }))
    .filter((pair) => pair.then !== pair.now);

/** What a calculation of version 1 read, with what is read since: no parts, and the one fee that there was. */
function inputAsNow(input: AffordabilityInput | OldInput): AffordabilityInput {
  const { product, pack }: { product: AffordabilityInput['product'] | OldProduct; pack: Partial<AffordabilityInput['pack']> } = input;
  return {
    ...LATER,
    ...input,
    // What was payable in all counted the fee on top of the payments then.
    product: withCounts('pricing' in product ? withCosts(product, 'beforehand') : product),
    pack: {
      rateMethod: 'regulationZ',
      regionTaxes: null,
      indices: {},
      creditLaw: [],
      assistance: [],
      areaIncome: null,
      deposits: [],
      lateFees: [],
      leaseTaxes: [],
      ...pack,
    } as AffordabilityInput['pack'],
  };
}

/** Parts of a file that calculations of before didn't read, as they were then: empty. */
const LATER = {
  parts: [],
  securities: [],
  payrolls: [],
  accounts: [],
  settlements: [],
  covers: [],
  riders: [],
  coverLines: [],
  interests: [],
  yearChanges: [],
  deductions: [],
  underwritings: [],
  health: [],
  unit: null,
  leasedItems: [],
} satisfies Partial<AffordabilityInput>;

type OldInput = Omit<AffordabilityInput, 'product' | 'pack' | keyof typeof LATER> & {
  product: OldProduct;
  pack: Partial<AffordabilityInput['pack']>;
};

/** A product as it was before loans had parts. */
type OldProduct = Omit<AffordabilityInput['product'], 'costs'> & { pricing: { annualRate: number; stressAdded: number; fee: Minor } };

/** The same product with rules that cost the same: one level part, and one fee. */
export function withCosts<Product extends Pick<OldProduct, 'pricing' | 'amountIs' | 'bounds'>>(
  { pricing, ...product }: Product,
  paid: FeeRule['paid'] = 'withheld',
): Omit<Product, 'pricing'> & { costs: CostRules | null } {
  if (product.amountIs !== 'loan') return { ...product, costs: null };
  const { annualRate, stressAdded, fee } = pricing;
  return {
    ...product,
    costs: {
      dayCount: 'equalPeriods',
      every: ['month'],
      parts: [{ kind: 'level', label: 'Level payments', annualRate, stressAdded, months: product.bounds.termMonths }],
      fees: fee > 0 ? [{ code: 'fee', label: 'Fee', brackets: [{ from: minor(0), flat: fee, share: 0 }], paid, inRate: true }] : [],
      late: { fee: minor(0), afterDays: 15, callsAfterDays: 90 },
      settlement: { share: 0, shareWithinYear: 0 },
      securities: {},
      business: null,
    },
  };
}

type OldHousehold = Omit<AffordabilityInput['product']['household'], 'counts'> & { incomeOf: Role[] };

/** A product as it was before it said by role what counts: incomes of some, debts of who owes, homes and worth of everybody. */
export function withCounts<Product extends { household: object }>(product: Product): Product & Pick<AffordabilityInput['product'], 'household' | 'guarantor'> {
  const { household } = product as unknown as { household: AffordabilityInput['product']['household'] | OldHousehold };
  const before = { guarantor: null, ...product };
  if (!('incomeOf' in household)) return before as ReturnType<typeof withCounts<Product>>;
  const { incomeOf, ...rest } = household;
  const counts: CountedMeans = Object.fromEntries(
    ROLES.map((role) => [role, { income: incomeOf.includes(role) ? 1 : 0, housing: 1, debts: OWING_ROLES.includes(role) ? 1 : 0, worth: 1 }]),
  );
  return { ...before, household: { ...rest, counts } };
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
