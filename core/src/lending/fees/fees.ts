import { say } from '../../basis/words/index';
import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import { minor, type Minor } from '../../basis/money/index';
import type { FeeRule } from '../../file/product/index';

export const FEE_PAID_LABEL: Record<FeeRule['paid'], string> = {
  withheld: 'taken from the pay-out',
  financed: 'added to what is owed',
  beforehand: 'paid beforehand',
};

export interface CountedFee {
  rule: FeeRule;
  amount: Minor;
  /** How it comes about; a share of the amount shows its lines. */
  term: Term;
}

/**
 * What each fee comes to for an amount: the bracket that the amount falls into gives a fixed sum and a share of the whole
 * amount, kept within the rule's least and most. Rounded half away from zero.
 */
export function feesFor(rules: readonly FeeRule[], amount: Minor): CountedFee[] {
  return rules.map((rule) => {
    const bracket = rule.brackets.filter(({ from }) => amount >= from).at(-1);
    const { flat = minor(0), share = 0 } = bracket ?? {};
    const lines: Term[] = [
      ...(share > 0
        ? [
            { label: say('fees.amount'), sign: '+' as const, value: amount, unit: 'money' as const, place: { chapter: 'request', anchor: 'amount' } },
            { label: say('fees.share'), sign: '×' as const, value: share, unit: 'ratio' as const },
          ]
        : []),
      ...(flat > 0 ? [{ label: say('fees.fixed'), sign: '+' as const, value: flat, unit: 'money' as const }] : []),
    ];
    const plain = share > 0 ? roundTo('money', worked(lines)) : flat;
    const kept = Math.max(rule.least ?? 0, Math.min(rule.most ?? Infinity, plain));
    const note = say('fees.paidBoundInRate', {
      paid: FEE_PAID_LABEL[rule.paid],
      bound: kept === plain ? 'none' : kept > plain ? 'least' : 'most',
      inRate: rule.inRate ? 'yes' : 'no',
    });
    const opened = kept === plain && share > 0 ? { terms: lines } : {};
    return { rule, amount: minor(kept), term: { label: rule.label, sign: '+', value: kept, unit: 'money', note, ref: `fee:${rule.code}`, ...opened } };
  });
}

/** Fees paid in one of the ways, added up. */
export function feesPaid(fees: readonly CountedFee[], ...ways: FeeRule['paid'][]): Minor {
  return minor(fees.filter(({ rule }) => ways.includes(rule.paid)).reduce((so, { amount }) => so + amount, 0));
}
