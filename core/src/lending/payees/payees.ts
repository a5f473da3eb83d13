import { isWholeAccount } from '../../basis/accounts/index';
import { minor, type Minor } from '../../basis/money/index';
import type { HiddenNumber } from '../../basis/detail/index';
import { NO_PAYOUT, type FileState, type Payout } from '../../file/state/index';
import { paidOutOf } from '../costs/index';

/** One who is paid when the money goes out: a payee of their own, or the account that the request names with the rest. */
export interface PaidTo {
  /** Null for the account that the request names. */
  payeeId: string | null;
  name: string | null;
  routing: string | null;
  account: HiddenNumber | null;
  amount: Minor;
  reference: string | null;
}

type PayeesInput = Parameters<typeof paidOutOf>[0] & Pick<FileState, 'payees' | 'request'>;

/** What payees of their own get together. */
export const payeesTotal = ({ payees }: Pick<FileState, 'payees'>): Minor => minor(payees.reduce((sum, { amount }) => sum + (amount ?? 0), 0));

/**
 * Who gets what is paid out: each payee their amount, and the account that the request names the rest, where there is any.
 * Together they are what is paid out, to the cent, unless payees are named more than there is, which the Path says.
 */
export function paidTo(file: PayeesInput): PaidTo[] {
  const { request, payees } = file;
  const rest = paidOutOf(file) - payeesTotal(file);
  const others = payees
    .filter(({ amount }) => (amount ?? 0) > 0)
    .map(({ id, name, routing, account, amount, reference }): PaidTo => ({ payeeId: id, name, routing, account, amount: minor(amount ?? 0), reference }));
  if (rest <= 0) return others;
  const main: PaidTo = {
    payeeId: null,
    name: request.payoutName,
    routing: request.payoutRouting,
    account: request.payoutAccount,
    amount: minor(rest),
    reference: null,
  };
  return [main, ...others];
}

export interface PayoutLine {
  to: PaidTo;
  state: Payout;
}

/** Everybody who is paid when the money goes out, with what is known of their payment. */
export const payoutLines = (file: PayeesInput & Pick<FileState, 'payout' | 'payeePayouts'>): PayoutLine[] =>
  paidTo(file).map((to) => ({
    to,
    state: to.payeeId === null ? file.payout : (file.payeePayouts.find(({ payeeId }) => payeeId === to.payeeId) ?? NO_PAYOUT),
  }));

/** Whether all is named that a bank needs to pay somebody. */
export const canBePaid = ({ pack }: Pick<FileState, 'pack'>, { name, routing, account }: PaidTo): boolean =>
  name !== null && account !== null && isWholeAccount(pack.account, routing);
