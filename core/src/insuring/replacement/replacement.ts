import { addDays, daysBetween, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { FileState } from '../../file/state/index';
import { startOf, type Cover } from '../cover/index';
import { premiumOf, type PremiumInput } from '../premium/index';
import { minor, type Minor } from '../../basis/money/index';
import { roundTo } from '../../basis/arithmetic/index';
import { Decimal } from 'decimal.js';
import type { OtherPolicy } from './fields';

type Input = PremiumInput & Pick<FileState, 'otherPolicies'>;

/** What of a file's existing covers ends for the one that is asked for. */
export const replacedIn = ({ otherPolicies }: Pick<FileState, 'otherPolicies'>): OtherPolicy[] => otherPolicies.filter(({ becomes }) => becomes === 'replaced');

/** How the end of a cover and the start of the next lie to one another: days on which nobody pays, or both would. */
export interface Seam {
  /** Days between the last of the old and the first of the new cover, on which neither holds. */
  gap: number;
  /** Days on which both hold. */
  overlap: number;
}

/** The seam between a cover whose last day is named and one that begins on a day, that day covered. */
export function seamOf(lastDay: IsoDate, begins: IsoDate): Seam {
  const apart = daysBetween(addDays(lastDay, 1), begins);
  return { gap: Math.max(0, apart), overlap: Math.max(0, -apart) };
}

/** One thing of both covers, side by side; what isn't known of one is null. */
export interface Beside {
  what: Words;
  old: Words | null;
  now: Words | null;
  /** Whether the new cover is the worse for it; null where that can't be said. */
  worse: boolean | null;
}

export interface Replacement {
  policy: OtherPolicy;
  cover: Cover | null;
  seam: Seam | null;
  beside: Beside[];
}

/** Each cover that is replaced beside the one that takes its place. */
export function replacementsOf(file: Input, today: IsoDate): Replacement[] {
  const begins = startOf(file, today);
  return replacedIn(file).map((policy) => {
    const cover = file.covers.find(({ personId }) => personId === policy.personId) ?? null;
    return { policy, cover, seam: policy.endsOn === null ? null : seamOf(policy.endsOn, begins), beside: besideOf(file, policy, cover, today) };
  });
}

function besideOf(file: Input, policy: OtherPolicy, cover: Cover | null, today: IsoDate): Beside[] {
  const rules = file.product.cover;
  const plan = rules?.plans.find(({ code }) => code === cover?.plan) ?? null;
  const money = (value: Minor | null): Words | null => (value === null ? null : say('replacement.money', { amount: { money: value } }));
  const days = (value: string | null): Words | null => (value === null ? null : say('replacement.days', { days: Number(value) }));
  const months = (value: string | null): Words | null => (value === null ? null : say('replacement.months', { months: Number(value) }));
  const less = (now: number | null, old: number | null): boolean | null => (now === null || old === null ? null : now < old);
  const number = (value: string | null): number | null => (value === null ? null : Number(value));
  const premium = cover && monthlyOf(file, cover, today);
  return [
    ...(rules?.benefit
      ? [
          {
            what: say('replacement.benefit'),
            old: money(policy.benefit),
            now: money(cover?.benefit ?? null),
            worse: less(cover?.benefit ?? null, policy.benefit),
          },
          {
            what: say('replacement.waits'),
            old: days(policy.waitingDays),
            now: days(cover?.waitingDays ?? null),
            worse: less(number(policy.waitingDays), number(cover?.waitingDays ?? null)),
          },
          {
            what: say('replacement.paidFor'),
            old: months(policy.benefitMonths),
            now: months(cover?.benefitMonths ?? null),
            worse: less(number(cover?.benefitMonths ?? null), number(policy.benefitMonths)),
          },
        ]
      : []),
    { what: say('replacement.premium'), old: money(policy.premium), now: money(premium), worse: less(policy.premium, premium) },
    { what: say('replacement.leavesOut'), old: policy.leavesOut, now: plan ? plan.leavesOut.join('; ') || say('replacement.nothing') : null, worse: null },
  ];
}

/** A month of somebody's own premium, before discounts and fee, rounded to whole minor units. */
function monthlyOf(file: Input, { id }: Cover, today: IsoDate): Minor | null {
  const own = premiumOf(file, today)?.persons.find(({ coverId }) => coverId === id);
  return own ? minor(roundTo('money', new Decimal(own.term.value).div(12))) : null;
}
