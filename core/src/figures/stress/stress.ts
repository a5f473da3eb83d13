import { say, type Words } from '../../basis/words/index';
import { total, type Term } from '../../basis/arithmetic/index';
import { carryingOf, type AffordabilityInput } from '../affordability/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, scaled, type Minor } from '../../basis/money/index';
import { dearerDebtTerms } from '../../means/commitments/index';
import { reserveTerms } from '../../means/worth/index';

export interface StressPoint {
  /** Added to the rate, taken from the income, added to living costs, as a fraction; or months without the income. */
  at: number;
  /** What is left each month there; for a break in employment what is left of the reserves. Minor units. */
  left: Minor;
}

export interface StressAxis {
  code: 'rate' | 'income' | 'living' | 'break';
  label: Words;
  unit: 'ratio' | 'months';
  points: StressPoint[];
  /** Where nothing is left any more, between two points in proportion; null when it holds to the end. */
  breaksAt: number | null;
}

/** What is left each month when the income of one person is gone altogether. */
export interface WithoutEarner {
  personId: string;
  name: string;
  income: Minor;
  left: Minor;
}

export interface Stress {
  /** What is left each month as things stand. */
  left: Minor;
  axes: StressAxis[];
  earners: WithoutEarner[];
}

const RATE_STEPS = 12;
const RATE_STEP = 0.005;
const SHARE_STEPS = 10;
const SHARE_STEP = 0.05;
const BREAK_MONTHS = 12;

/**
 * How much room is left each month as one thing after another gets worse: the rate by half points up to six, the income
 * that counts and living costs by twentieths up to a half, and a break of up to twelve months in the largest earner's
 * income, carried by the liquid assets that are left. Everything else stays as it is.
 * @returns null while there is no income, or what is asked for is incomplete.
 */
export function stressOf(file: AffordabilityInput, today: IsoDate): Stress | null {
  const { income, kept, living, request, costs } = carryingOf(file, today);
  if (!request || income.length === 0) return null;
  const earned = total(income);
  const cost = living.counted.value;
  const obligations = total(kept);
  const left = minor(earned - obligations - cost - request.value);
  const earners = earnersOf(file, income, left);
  const reserves = total(reserveTerms(file));
  const largest = earners[0]?.income ?? 0;
  const axes: StressAxis[] = [];
  if (costs)
    axes.push(
      axis(
        'rate',
        say('stress.rateHigher'),
        'ratio',
        RATE_STEPS,
        RATE_STEP,
        (added) => left + request.value - costs.paymentAt(added) - total(dearerDebtTerms(file, today, added)),
      ),
    );
  axes.push(axis('income', say('stress.incomeLower'), 'ratio', SHARE_STEPS, SHARE_STEP, (share) => left - scaled(earned, share)));
  axes.push(axis('living', say('stress.livingCostsHigher'), 'ratio', SHARE_STEPS, SHARE_STEP, (share) => left - scaled(cost, share)));
  axes.push(axis('break', say('stress.monthsWithoutLargestIncome'), 'months', BREAK_MONTHS, 1, (months) => reserves + months * (left - largest)));
  return { left, axes, earners };
}

function axis(code: StressAxis['code'], label: Words, unit: StressAxis['unit'], steps: number, step: number, leftAt: (at: number) => number): StressAxis {
  const points = Array.from({ length: steps + 1 }, (_, number) => {
    const at = Number((number * step).toFixed(6));
    return { at, left: minor(leftAt(at)) };
  });
  return { code, label, unit, points, breaksAt: zeroOf(points) };
}

function zeroOf(points: readonly StressPoint[]): number | null {
  const first = points.findIndex(({ left }) => left < 0);
  if (first === -1) return null;
  const low = points[first - 1];
  const high = points[first];
  if (!low || !high) return points[0]?.at ?? null;
  return Number((low.at + ((high.at - low.at) * low.left) / (low.left - high.left)).toFixed(6));
}

/** What each person brings of the income that counts, the largest first. */
function earnersOf(file: Pick<AffordabilityInput, 'people'>, income: readonly Term[], left: number): WithoutEarner[] {
  return file.people
    .map(({ id, fullName }) => {
      const own = total(income.filter(({ personId }) => personId === id));
      return { personId: id, name: fullName ?? 'Somebody', income: minor(own), left: minor(left - own) };
    })
    .filter(({ income: own }) => own > 0)
    .sort((a, b) => b.income - a.income);
}
