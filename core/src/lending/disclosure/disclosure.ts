import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import type { PlacePack } from '../../file/product/index';
import { annualPercentageRate, costsOf, type Costs } from '../costs/index';
import { paidTo, type PaidTo } from '../payees/index';

/** Payments of one amount that follow each other. */
export interface PaymentGroup {
  count: number;
  amount: Minor;
  from: IsoDate;
  until: IsoDate;
}

/** Where the amount financed goes, in whole minor units; with the prepaid finance charges it is all that is lent. */
export interface Itemized {
  to: PaidTo[];
  /** Fees that are no finance charge and are taken or added. */
  fees: { label: string; amount: Minor }[];
  prepaid: { label: string; amount: Minor }[];
}

/** What a lender discloses before somebody is bound, in whole minor units; the rate is a fraction. */
export interface Disclosure {
  rate: number | null;
  financeCharge: Minor;
  amountFinanced: Minor;
  totalOfPayments: Minor;
  payments: PaymentGroup[];
  itemized: Itemized;
}

/**
 * What is lent less the finance charges that are taken, added or paid before (prepaid finance charges): what somebody really
 * has of it. Fees that are no finance charge stay in it, wherever they are paid from.
 * Source: 12 CFR 1026.18(b)(1) to (3), from memory.
 */
export function amountFinanced({ principal, fees }: Pick<Costs, 'principal' | 'fees'>): Minor {
  return minor(principal - fees.reduce((sum, { rule, amount }) => sum + (rule.inRate ? amount : 0), 0));
}

/** Payments of a schedule, put together where they are the same amount; what falls due without a payment is left out. */
export function paymentGroups(rows: readonly { dueOn: IsoDate; payment: Minor }[]): PaymentGroup[] {
  const groups: PaymentGroup[] = [];
  for (const { dueOn, payment } of rows) {
    if (payment <= 0) continue;
    const last = groups.at(-1);
    if (last?.amount === payment) {
      last.count += 1;
      last.until = dueOn;
    } else groups.push({ count: 1, amount: payment, from: dueOn, until: dueOn });
  }
  return groups;
}

type DisclosureInput = Parameters<typeof costsOf>[0] & Pick<FileState, 'payees'>;

/**
 * The disclosures of a closed-end loan in the order of the model forms: rate, finance charge, amount financed, total of
 * payments, the payments, and where the amount financed goes. The finance charge is what all payments are over the amount
 * financed, so the four always add up.
 * Source: 12 CFR 1026.18(b) to (h), (g) and appendix H-2, from memory; the rate by the place's method.
 * @returns null while the request can't be worked.
 */
export function disclosureOf(file: DisclosureInput & { pack: PlacePack }, today: IsoDate): Disclosure | null {
  const costs = costsOf(file, today);
  if (!costs) return null;
  const financed = amountFinanced(costs);
  const total = minor(costs.schedule.totalPayable);
  const named = (fees: Costs['fees']) => fees.map(({ rule, amount }) => ({ label: rule.label, amount }));
  return {
    rate: annualPercentageRate(costs, file.pack.rateMethod),
    financeCharge: minor(total - financed),
    amountFinanced: financed,
    totalOfPayments: total,
    payments: paymentGroups(costs.schedule.rows),
    itemized: {
      to: paidTo(file),
      fees: named(costs.fees.filter(({ rule }) => !rule.inRate && rule.paid !== 'beforehand')),
      prepaid: named(costs.fees.filter(({ rule }) => rule.inRate)),
    },
  };
}
