import { Decimal } from 'decimal.js';
import { roundTo } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, proportion, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { EarningRules } from '../../file/product/index';
import type { FileState, Producer } from '../../file/state/index';
import { chargesOf, type ChangePrice } from '../policy/index';
import type { Premium } from '../premium/index';

/** What a producer earns by: a payment of a new policy or of one that is renewed, a change of it, or what went back. */
export type EarningKind = 'firstYear' | 'renewal' | 'change' | 'back';

/** What producers earn of together, on a day: the premium that it is of, before tax and before what is given towards it. */
export interface Earning {
  dueOn: IsoDate;
  kind: EarningKind;
  /** Below zero where premium went back. */
  basis: Minor;
  rate: number;
}

/** The part of a payment that is premium, and not tax: in the proportion in which each payment is. */
const netOf = (amount: Minor, { net, tax }: Pick<Premium, 'net' | 'tax'>): Minor => (net + tax === 0 ? minor(0) : minor(proportion(amount, net, net + tax)));

/** What is earned of a policy when it is issued: each of its payments when it is due, at the rate of a new or a renewed policy. */
export function earningsOfIssue(rules: EarningRules, premium: Premium, startsOn: IsoDate, renewed: boolean): Earning[] {
  const kind = renewed ? 'renewal' : 'firstYear';
  return chargesOf(premium, startsOn).map(({ dueOn }) => ({ dueOn, kind, basis: premium.net, rate: rules[kind] }));
}

/** What is earned of a change, or goes back by it: what is charged at once on its day, and each later payment's difference when it is due. */
export function earningsOfChange(
  rules: EarningRules,
  price: ChangePrice,
  [before, after]: readonly [Premium, Premium],
  startsOn: IsoDate,
  on: IsoDate,
  renewed: boolean,
): Earning[] {
  const rate = rules[renewed ? 'renewal' : 'firstYear'];
  const later = chargesOf(after, startsOn).filter(({ dueOn }) => price.next !== null && dueOn >= price.next.dueOn);
  const difference = minor(after.net - before.net);
  return [
    { dueOn: on, kind: 'change' as const, basis: netOf(price.amount, after.net >= before.net ? after : before), rate },
    ...later.map(({ dueOn }): Earning => ({ dueOn, kind: 'change', basis: difference, rate })),
  ].filter(({ basis }) => basis !== 0);
}

/**
 * What goes back when a policy ends on a day: of the payments that aren't due any more all that was to be earned of them, and
 * of what was paid the part that was given back.
 * @param earned what stands in the book for the policy so far, the earliest first.
 */
export function earningsOfEnd(earned: readonly Earning[], on: IsoDate, refund: Minor, premium: Pick<Premium, 'net' | 'tax'>): Earning[] {
  const rate = earned[0]?.rate ?? 0;
  // What falls due on that day isn't charged any more, but for the payment with which it began.
  const later = earned.filter(({ dueOn }) => dueOn > on || (dueOn === on && dueOn !== earned[0]?.dueOn));
  const given: Earning[] = refund > 0 ? [{ dueOn: on, kind: 'back', basis: minor(0 - netOf(refund, premium)), rate }] : [];
  return [...given, ...later.map(({ dueOn, basis, rate: of }): Earning => ({ dueOn, kind: 'back', basis: minor(0 - basis), rate: of }))];
}

/**
 * An amount shared out in per cent, in whole minor units: each part rounded down, and what is left given unit by unit to
 * those whose part was cut most, so that the parts always come to the amount (largest remainder; common practice, no
 * source). Below zero as above it.
 * @param shares in per cent, a hundred together; in hundredths exact.
 */
export function shareOut(amount: Minor, shares: readonly number[]): Minor[] {
  const whole = shares.reduce((so, share) => so.plus(share), new Decimal(0));
  if (whole.isZero()) return shares.map(() => minor(0));
  const exact = shares.map((share) => new Decimal(Math.abs(amount)).times(share).div(whole));
  const parts = exact.map((part) => part.floor().toNumber());
  let left = Math.abs(amount) - parts.reduce((so, part) => so + part, 0);
  const cut = exact.map((part, at) => ({ at, rest: part.minus(parts[at] ?? 0) })).sort((a, b) => b.rest.cmp(a.rest) || a.at - b.at);
  for (const { at } of cut) {
    if (left === 0) break;
    parts[at] = (parts[at] ?? 0) + 1;
    left -= 1;
  }
  return parts.map((part) => minor(amount < 0 ? -part || 0 : part));
}

/** What each producer gets of an earning: its basis at its rate, rounded once, shared out. */
export const earnedBy = ({ basis, rate }: Pick<Earning, 'basis' | 'rate'>, shares: readonly number[]): Minor[] =>
  shareOut(minor(roundTo('money', new Decimal(basis).times(rate)) || 0), shares);

/** Why producers can't be named so; null where they can. @param certified those who have a certificate for line and place on the day received. */
export function producersProblem(wish: readonly Pick<Producer, 'staffId' | 'share'>[], certified: ReadonlyMap<string, boolean>): Words | null {
  if (wish.length === 0) return say('earnings.nobody');
  if (new Set(wish.map(({ staffId }) => staffId)).size < wish.length) return say('earnings.twice');
  if (wish.some(({ staffId }) => certified.get(staffId) !== true)) return say('earnings.notCertified');
  const hundredths = wish.reduce((so, { share }) => so + Math.round(share * 100), 0);
  return hundredths === 10_000 && wish.every(({ share }) => share > 0) ? null : say('earnings.notWhole', { share: { percent: hundredths / 10_000 } });
}

/** Whether a policy takes the place of one of ours that ran out. */
export const isRenewed = ({ request }: Pick<FileState, 'request'>): boolean => request.renews !== null;
