import { PROBLEM } from './problems';
import { BankTransferAnswer } from '@cavren/contract';
import { formatMoney, isOpenOrder, type FileState, type Minor } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Tx } from '../db/index';
import type { FileChange } from '../files/index';
import type { House } from '../house/index';
import { SYSTEM, type Actor } from '../http/index';
import { ask, OutsideError } from '../outside/index';
import type { Account } from './account';
import { orderOf, type PaymentRow, type PaymentStore } from './store';

/** What a concept that orders payments says of its own: whom they go to, and what follows once one was made. */
export interface PaymentPurpose {
  purpose: string;
  /** Which way the money goes: out of the house to the account, where nothing is said, or out of the account to the house; charges and refunds are those of cards. */
  way?: 'transfers' | 'debits' | 'charges' | 'refunds';
  /** The part of a file that shows the order. */
  part: string;
  /** The account that the file names now; null while something of it is missing. */
  account: (file: FileState, fileId: string, subject: string | null) => Promise<Account | null>;
  /** What the receiver reads with the money. */
  text: (file: FileState, subject: string | null) => string;
  /** The bank paid what was ordered. Called once, in the change that says so; it loads the part again that shows the order. */
  paid: (change: FileChange, payment: PaymentRow, to: Account) => Promise<void>;
}

declare module '../house/index' {
  interface Plugs {
    paymentPurpose: PaymentPurpose;
  }
}

const SERVICE = 'The bank';
/** What history says a payment is about. */
const subjectOf = ({ purpose, subject }: Pick<PaymentRow, 'purpose' | 'subject'>): string => (subject === null ? purpose : `${purpose}/${subject}`);
/** Whether only the bank knows what became of an order. */
const waits = (row: PaymentRow | null): row is PaymentRow => row?.state === 'ordered' || row?.state === 'unknown';

/**
 * Payments, whatever they are for. What is to be paid is kept first, with a key of its own, in the change that orders it. A
 * job takes it to the bank while no file is held, and repeats the same question until it knows: an order is carried out
 * once or not at all, and what the bank says it did is held against what was ordered.
 */
export function paymentService({ services, jobs, config, plugged }: House, store: PaymentStore) {
  const purposes = plugged('paymentPurpose');
  function purposeOf({ purpose }: PaymentRow): PaymentPurpose {
    const found = purposes.find((one) => one.purpose === purpose);
    if (!found) throw new Error(`Nobody orders payments for ${purpose}`);
    return found;
  }
  /** Keeps what became of an order, where the file shows it, unless it was settled meanwhile. */
  const note = (payment: PaymentRow, values: Partial<PaymentRow>, act: string | null): Promise<unknown> =>
    services.files.change({ id: payment.fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if (!waits(await store.byId(payment.id, change.tx))) return;
      await store.update(payment.id, values, change.tx);
      await change.reload(purposeOf(payment).part);
      if (act) change.record(act, subjectOf(payment), null, JSON.stringify({ amount: payment.amount, problem: values.problem ?? null }));
    });

  /** The order was carried out: says so, and has follow what follows. */
  async function done(change: FileChange, row: PaymentRow, bankReference: string | null, to: Account): Promise<void> {
    const values = { state: 'done' as const, problem: null, bankReference, settledAt: change.now };
    await store.update(row.id, values, change.tx);
    await purposeOf(row).paid(change, { ...row, ...values }, to);
  }

  async function send(id: string): Promise<void> {
    const payment = await store.byId(id);
    if (!waits(payment)) return;
    const purpose = purposeOf(payment);
    const { file } = await services.files.state({ id: payment.fileId });
    const account = await purpose.account(file, payment.fileId, payment.subject);
    if (account?.digest !== payment.about) throw new Error('The order to pay names another account than the file');
    const { routing, account: number, name } = account;
    const ordered = {
      routing,
      account: number,
      name,
      key: payment.transferKey,
      amount: payment.amount,
      currency: file.pack.currency,
      text: purpose.text(file, payment.subject),
    };
    const answer = await ask({
      service: SERVICE,
      url: `${config.outside.bank}/${purpose.way ?? 'transfers'}`,
      body: ordered,
      answer: BankTransferAnswer,
      idempotencyKey: payment.transferKey,
    }).catch(async (error: unknown) => {
      // Asked once without an answer, the money may be on its way: from here on it isn't known.
      if (error instanceof OutsideError && (payment.state !== 'unknown' || payment.problem !== `${SERVICE} ${error.problem}`))
        await note(payment, { state: 'unknown', problem: `${SERVICE} ${error.problem}` }, payment.state === 'unknown' ? null : `${payment.purpose}.unknown`);
      throw error;
    });
    if ('refused' in answer) {
      await note(payment, { state: 'failed', problem: answer.refused }, `${payment.purpose}.refused`);
      return;
    }
    const { reference, made } = answer;
    const differs = (['key', 'routing', 'account', 'amount', 'currency'] as const).filter((field) => made[field] !== ordered[field]);
    if (differs.length > 0) {
      const money = formatMoney(made.amount as Minor, { currency: made.currency, locale: file.pack.locale });
      const what = purpose.way === 'debits' || purpose.way === 'charges' ? `took ${money} from` : `paid ${money} to`;
      const problem = `${SERVICE} says that it ${what} the account ending in ${made.account.slice(-4)}, reference ${reference}`;
      await note(payment, { state: 'differs', problem, bankReference: reference }, `${payment.purpose}.differs`);
      return;
    }
    await services.files.change({ id: payment.fileId }, { version: null, actor: SYSTEM }, async (change) => {
      const row = await store.byId(payment.id, change.tx);
      // Said twice, it changes nothing.
      if (waits(row)) await done(change, row, reference, account);
    });
  }
  jobs.handle('payment.send', send, { untilDone: true });

  return {
    /**
     * What came of a payment that was not as ordered, as it was settled with the bank: made right, the order is done;
     * returned, it is as if the bank had refused it.
     */
    async settle(change: FileChange, of: string, subject: string | null, outcome: 'madeRight' | 'returned', word: string): Promise<void> {
      const row = await store.newest(change.row.id, of, subject, change.tx);
      if (row?.state !== 'differs') throw PROBLEM.nothingToSettle();
      const purpose = purposeOf(row);
      const account = await purpose.account(change.file, change.row.id, subject);
      if (account?.digest !== row.about) throw PROBLEM.nothingToSettle();
      change.record(`${of}.settle`, subjectOf(row), null, JSON.stringify({ outcome, word }));
      if (outcome === 'madeRight') return done(change, row, row.bankReference, account);
      await store.update(row.id, { state: 'failed', problem: word }, change.tx);
      await change.reload(purpose.part);
    },
    newest: (fileId: string, of: string, subject: string | null, tx?: Tx) => store.newest(fileId, of, subject, tx),
    orderOf,
    /**
     * Keeps an order to pay in the change that gives it. One that the bank refused is given anew under another key; while
     * one is open, whose outcome nobody knows, no other is.
     * @param order.key a key that the bank may have seen already.
     */
    async order(
      change: FileChange,
      actor: Actor,
      order: { purpose: string; subject: string | null; about: string; amount: Minor; key: string | null },
    ): Promise<void> {
      const last = await store.newest(change.row.id, order.purpose, order.subject, change.tx);
      if (last && isOpenOrder(last.state)) throw PROBLEM.open();
      const row: PaymentRow = {
        id: nanoid(),
        fileId: change.row.id,
        purpose: order.purpose,
        subject: order.subject,
        transferKey: order.key ?? nanoid(),
        about: order.about,
        amount: order.amount,
        state: 'ordered',
        problem: null,
        orderedAt: change.now,
        orderedBy: actor.name,
        orderedById: actor.id,
        bankReference: null,
        settledAt: null,
      };
      await store.insert(row, change.tx);
      await jobs.add('payment.send', row.id, change.tx);
      change.afterwards(() => jobs.poke());
      change.record(`${order.purpose}.order`, subjectOf(order), null, JSON.stringify({ amount: order.amount }));
    },
  };
}
export type PaymentService = ReturnType<typeof paymentService>;
