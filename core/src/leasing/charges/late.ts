import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import { addDays, daysBetween, type IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { LateFeeCap, LateFeeRule, PlacePack } from '../../file/product/index';

/** The place’s cap on late fees where a unit stands; null where there is none. */
export const lateCapOf = ({ lateFees }: Pick<PlacePack, 'lateFees'>, region: string | null): LateFeeCap | null =>
  lateFees.find((cap) => cap.region === region) ?? lateFees.find((cap) => cap.region === '*') ?? null;

export interface LateFee {
  fee: Minor;
  /** Days after the days of grace. */
  daysLate: number;
  /** The first day on which something is asked. */
  from: IsoDate;
  terms: Term[];
}

/**
 * What a rent that comes late costs: a flat sum, a share of what is late, or so much for each day after the days of grace up
 * to a most; never more than the place lets be asked. The day on which it is due is no day of grace. Rounded once, half
 * away from zero, and down to the cap. Common practice, no source; the caps carry theirs.
 * @param late the rent that is late, in minor units.
 * @param paidOn the day on which it came, or today where it hasn’t.
 */
export function lateFeeOf(rule: LateFeeRule, cap: LateFeeCap | null, late: Minor, dueOn: IsoDate, paidOn: IsoDate): LateFee {
  const grace = Math.max(rule.graceDays, cap?.graceDays ?? 0);
  const from = addDays(dueOn, grace + 1);
  const daysLate = Math.max(0, daysBetween(dueOn, paidOn) - grace);
  if (daysLate === 0 || late <= 0) return { fee: minor(0), daysLate: 0, from, terms: [] };
  const terms: Record<LateFeeRule['method'], Term[]> = {
    flat: [{ label: say('lease.lateFlat'), sign: '+', value: rule.amount, unit: 'money' }],
    share: [
      { label: say('lease.rentLate'), sign: '+', value: late, unit: 'money' },
      { label: say('lease.lateShare', { share: { percent: rule.share } }), sign: '×', value: rule.share, unit: 'ratio' },
    ],
    daily: [
      { label: say('lease.lateDaily'), sign: '+', value: rule.amount, unit: 'money' },
      { label: say('lease.daysAfterGrace'), sign: '×', value: daysLate, unit: 'count' },
    ],
  };
  const wanted = roundTo('money', worked(terms[rule.method]));
  const caps: Term[] = [
    ...(rule.most === null ? [] : [{ label: say('lease.lateMost'), sign: '+' as const, value: rule.most, unit: 'money' as const }]),
    ...(cap?.flat == null ? [] : [{ label: say('lease.lateCap', { source: cap.source }), sign: '+' as const, value: cap.flat, unit: 'money' as const }]),
    ...(cap?.share == null
      ? []
      : [{ label: say('lease.lateCap', { source: cap.source }), sign: '+' as const, value: Math.floor(late * cap.share + 1e-9), unit: 'money' as const }]),
  ];
  const lowest = caps.reduce<Term | null>((so, one) => (so === null || one.value < so.value ? one : so), null);
  if (lowest && lowest.value < wanted) return { fee: minor(lowest.value), daysLate, from, terms: [lowest] };
  return { fee: minor(wanted), daysLate, from, terms: terms[rule.method] };
}

/** A late fee in words, with an example of a rent that comes ten days after its grace. */
export function lateFeeInWords(rule: LateFeeRule, cap: LateFeeCap | null, rent: Minor, dueOn: IsoDate): Words {
  const first = lateFeeOf(rule, cap, rent, dueOn, dueOn);
  const paidOn = addDays(first.from, 9);
  const { fee } = lateFeeOf(rule, cap, rent, dueOn, paidOn);
  // Where the place lets less be asked, it is said as it will be asked.
  return say('lease.lateExample', {
    method: rule.method,
    amount: { money: rule.method === 'flat' ? Math.min(rule.amount, cap?.flat ?? rule.amount) : rule.amount },
    share: { percent: Math.min(rule.share, cap?.share ?? rule.share) },
    grace: Math.max(rule.graceDays, cap?.graceDays ?? 0),
    due: { day: dueOn },
    paid: { day: paidOn },
    fee: { money: fee },
  });
}
