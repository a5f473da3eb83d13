import type { Minor } from '../../basis/money/index';
import { minor } from '../../basis/money/index';
import type { IsoDate } from '../../basis/dates/index';
import { blankOf } from '../../basis/detail/index';
import type { PlacePack, ProductDefinition } from '../../file/product/index';
import { REQUEST } from '../request/index';
import { annualPercentageRate, costsOf, totalPayableOf } from './costs';

/** What a product costs in a case that is like many: shown to whoever thinks about asking for it. */
export interface CostExample {
  amount: Minor;
  termMonths: number;
  /** The yearly rate that the payments rest on, as a share. */
  annualRate: number;
  /** The annual percentage rate by the place's method, as a share; null where it can't be worked out. */
  percentageRate: number | null;
  payment: Minor;
  total: Minor;
}

const ROUND_SUM = 100_000;

/**
 * An example of what a product costs, halfway between its bounds by their ratio: the geometric mean of least and most amount,
 * rounded to a thousand, over that of its terms, rounded to whole years where there is room for one.
 * @param today when it would be paid out @returns null where nothing is lent, or the product's parts can't be worked by themselves.
 */
export function exampleOf(product: ProductDefinition, pack: PlacePack, today: IsoDate): CostExample | null {
  const { amount, termMonths } = product.bounds;
  const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));
  const middle = within(Math.round(Math.sqrt(amount.least * amount.most) / ROUND_SUM) * ROUND_SUM, amount.least, amount.most);
  const months = within(Math.round(Math.sqrt(termMonths.least * termMonths.most) / 12) * 12, termMonths.least, termMonths.most);
  const request = { ...blankOf(REQUEST), amount: minor(middle), termMonths: months };
  const costs = costsOf({ product, pack, request, parts: [], leasedItems: [] }, today);
  const [part] = costs?.parts ?? [];
  if (!costs || !part) return null;
  return {
    amount: minor(middle),
    termMonths: months,
    annualRate: part.terms.annualRate,
    percentageRate: annualPercentageRate(costs, pack.rateMethod),
    payment: costs.payment,
    total: totalPayableOf(costs),
  };
}
