import { say, type Words } from '../../basis/words/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, scaled, type Minor } from '../../basis/money/index';
import type { Measure } from '../../file/product/index';
import { figuresFor, type AffordabilityInput, type Figure } from '../affordability/index';
import { figureFieldOf } from '../../means/income/index';

export const SENSITIVE_INPUTS = ['income', 'rate', 'living', 'debts', 'amount', 'value'] as const;
export type SensitiveInput = (typeof SENSITIVE_INPUTS)[number];

/** An input that is moved until a limit breaks. */
interface Lever {
  label: Words;
  /** `points` of a rate, or a `share` of what is there. */
  unit: 'points' | 'share';
  /** How far it is moved at most, in thousandths. */
  most: number;
  moved: (file: AffordabilityInput, by: number) => AffordabilityInput;
}

const times = (value: Minor | null, factor: number): Minor | null => (value === null ? null : minor(scaled(value, factor)));

/** All that comes of every source, stated and shown, lower by a share. */
function lessIncome(file: AffordabilityInput, by: number): AffordabilityInput {
  const left = 1 - by;
  const papers = file.papers.map((paper) =>
    paper.proof?.amount == null ? paper : { ...paper, proof: { ...paper.proof, amount: minor(scaled(paper.proof.amount, left)) } },
  );
  const incomes = file.incomes.map((income) => ({
    ...income,
    [figureFieldOf(income)]: times(income[figureFieldOf(income)], left),
    profitBefore: times(income.profitBefore, left),
    profitThird: times(income.profitThird, left),
    profitFourth: times(income.profitFourth, left),
    raisedTo: times(income.raisedTo, left),
    netAmount: times(income.netAmount, left),
  }));
  const settlements = file.settlements.map((sheet) => ({ ...sheet, lay: sheet.lay === null ? null : sheet.lay * left }));
  return { ...file, papers, incomes, settlements };
}

/** Every offer dearer by so much. */
function dearer(file: AffordabilityInput, by: number): AffordabilityInput {
  const { costs } = file.product;
  if (!costs) return file;
  const higher = (rate: number): number => Number((rate + by).toFixed(8));
  return {
    ...file,
    product: {
      ...file.product,
      costs: {
        ...costs,
        parts: costs.parts.map((offer) => ({
          ...offer,
          annualRate: higher(offer.annualRate),
          ...(offer.follows ? { follows: { ...offer.follows, margin: higher(offer.follows.margin) } } : {}),
        })),
      },
    },
  };
}

const LEVERS: Record<SensitiveInput, Lever> = {
  income: { label: say('sensitivity.incomeLower'), unit: 'share', most: 1000, moved: lessIncome },
  rate: { label: say('sensitivity.rateHigher'), unit: 'points', most: 200, moved: dearer },
  living: {
    label: say('sensitivity.livingCostsHigher'),
    unit: 'share',
    most: 3000,
    moved: (file, by) => ({ ...file, livingCosts: file.livingCosts.map((cost) => ({ ...cost, monthly: times(cost.monthly, 1 + by) })) }),
  },
  debts: {
    label: say('sensitivity.debtsHigher'),
    unit: 'share',
    most: 3000,
    moved: (file, by) => ({
      ...file,
      debts: file.debts.map((debt) => ({
        ...debt,
        payment: times(debt.payment, 1 + by),
        balance: times(debt.balance, 1 + by),
        limit: times(debt.limit, 1 + by),
      })),
    }),
  },
  amount: {
    label: say('sensitivity.amountHigher'),
    unit: 'share',
    most: 3000,
    moved: (file, by) => ({
      ...file,
      request: { ...file.request, amount: times(file.request.amount, 1 + by) },
      parts: file.parts.map((part) => ({ ...part, amount: times(part.amount, 1 + by), balloon: times(part.balloon, 1 + by) })),
    }),
  },
  value: {
    label: say('sensitivity.valueLower'),
    unit: 'share',
    most: 1000,
    moved: (file, by) => ({
      ...file,
      request: { ...file.request, price: times(file.request.price, 1 - by) },
      securities: file.securities.map((security) => ({ ...security, value: times(security.value, 1 - by) })),
    }),
  },
};

/** What is left of each input until one limit breaks. */
export interface Sensitivity {
  measure: Measure;
  label: string;
  /** As a share, or points of a rate; null where the limit holds however far the input is moved. */
  left: Record<SensitiveInput, number | null>;
}

export interface SensitivityTable {
  /** Inputs that some limit breaks by, in order. */
  inputs: { code: SensitiveInput; label: Words; unit: Lever['unit'] }[];
  rows: Sensitivity[];
}

/**
 * For each figure that is inside its limit, how far each input can move before it isn't: income and values lower, living
 * costs, debts and the amount higher by a share, the rate by points; everything else as it is. Found to a tenth of a per
 * cent by halving; the largest step that still holds. What is declared for living counts against the benchmark as ever.
 * @returns null where no figure is inside a limit.
 */
export function sensitivityOf(file: AffordabilityInput, today: IsoDate): SensitivityTable | null {
  const limited = file.product.measures.filter((measure) => file.product.limits.some((limit) => limit.measure === measure));
  const start = figuresFor(file, today, limited).filter(({ verdict }) => verdict === 'inside' || verdict === 'refer');
  if (start.length === 0) return null;
  const rows = start.map<Sensitivity>(({ measure, label }) => ({
    measure,
    label,
    left: { income: null, rate: null, living: null, debts: null, amount: null, value: null },
  }));
  for (const code of SENSITIVE_INPUTS) {
    const { most, moved } = LEVERS[code];
    const known = new Map<number, Map<Measure, boolean>>();
    const holds = (measure: Measure, at: number): boolean => {
      const there = known.get(at) ?? holdingAt(moved(file, at / 1000), today, limited);
      known.set(at, there);
      return there.get(measure) ?? false;
    };
    for (const row of rows) {
      if (holds(row.measure, most)) continue;
      let [good, bad] = [0, most];
      while (bad - good > 1) {
        const middle = Math.floor((good + bad) / 2);
        if (holds(row.measure, middle)) good = middle;
        else bad = middle;
      }
      row.left[code] = good / 1000;
    }
  }
  const inputs = SENSITIVE_INPUTS.filter((code) => rows.some(({ left }) => left[code] !== null)).map((code) => ({
    code,
    label: LEVERS[code].label,
    unit: LEVERS[code].unit,
  }));
  return { inputs, rows };
}

function holdingAt(file: AffordabilityInput, today: IsoDate, measures: readonly Measure[]): Map<Measure, boolean> {
  const inside = ({ verdict }: Figure): boolean => verdict === 'inside' || verdict === 'refer' || verdict === 'noLimit';
  return new Map(figuresFor(file, today, measures).map((figure) => [figure.measure, inside(figure)]));
}
