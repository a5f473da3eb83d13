import type { GiveBack, PayAtDoor, SettleReceipt, TakePayment } from '@cavren/contract';
import { answerersOf, cameToNothing, givenBackOf, isEnded, isLuhn, isOpenOrder, minor, owedOf, type FileState, type Minor, type Receipt } from '@cavren/core';
import { nanoid } from 'nanoid';
import { z } from 'zod';
import type { Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import type { Actor } from '../http/index';
import { ask, OutsideError } from '../outside/index';
import { accountOf as accountKnown, wholeAccount, type Account } from '../payments/index';
import { PROBLEM } from './problems';
import type { ReceiptRow, ReceiptStore } from './store';

const SERVICE = 'The card service';
/** What the card service says of a card: its own name for it, by which it is charged, or that it doesn't take it. */
const CardAnswer = z.union([z.object({ token: z.string().min(4).max(80), tail: z.string().length(4) }), z.object({ refused: z.string() })]);
type Card = Extract<TakePayment, { way: 'card' }>['card'];

/** How each way in and each way back is ordered of the bank. */
const PURPOSES = {
  'receipt.bank': { way: 'debits', direction: 'in' },
  'receipt.card': { way: 'charges', direction: 'in' },
  'giveBack.bank': { way: 'transfers', direction: 'back' },
  'giveBack.card': { way: 'refunds', direction: 'back' },
} as const;
type Purpose = keyof typeof PURPOSES;
const purposeOf = ({ direction, way }: Pick<ReceiptRow, 'direction' | 'way'>): Purpose | null =>
  way === 'counter' ? null : direction === 'in' ? `receipt.${way}` : `giveBack.${way}`;

/** What a file charges, as it is paid: over the counter, from an account, from a card; and what goes back where nothing came of it. */
export function receiptService({ services, secrets, config, plug, jobs }: House, store: ReceiptStore) {
  /** Where the money of a receipt is moved from or to; null while something of it is missing. */
  async function accountOf(file: Pick<FileState, 'request'>, fileId: string, receiptId: string | null, tx?: Tx): Promise<Account | null> {
    const row = receiptId === null ? null : await store.byId(fileId, receiptId, tx);
    if (row?.card) return accountKnown(secrets, { routing: null, account: row.card, name: row.payer });
    const account = await services.detailsStore.reveal('request', fileId, null, 'debitAccount', tx);
    return accountKnown(secrets, { routing: file.request.debitRouting, account, name: file.request.debitName });
  }
  for (const [purpose, { way, direction }] of Object.entries(PURPOSES) as [Purpose, (typeof PURPOSES)[Purpose]][])
    plug('paymentPurpose', {
      purpose,
      way,
      part: 'receipts',
      account: (file, fileId, subject) => accountOf(file, fileId, subject),
      text: ({ reference }) => (direction === 'in' ? `Letting ${reference}` : `Back ${reference}`),
      async paid(change, { amount, bankReference: reference, subject }) {
        await change.reload('receipts');
        change.record(direction === 'in' ? 'receipt.come' : 'receipt.gone', `receipt/${subject ?? ''}`, null, JSON.stringify({ amount, reference }));
      },
    });

  async function receiptsOf(fileId: string, tx?: Tx): Promise<Receipt[]> {
    const receipts: Receipt[] = [];
    for (const row of await store.of(fileId, tx)) receipts.push(await receiptOf(row, tx));
    return receipts;
  }
  async function receiptOf(row: ReceiptRow, tx?: Tx): Promise<Receipt> {
    const { id, direction, way, amount, payer, reference, madeAt: at, madeBy: by, fileId } = row;
    const purpose = purposeOf(row);
    const order = purpose && (await services.payments.newest(fileId, purpose, id, tx));
    return { id, direction, way, amount, payer, reference, at, by, state: order ? order.state : 'done', problem: order?.problem ?? null };
  }

  const refuseOpen = ({ receipts }: FileState): void => {
    if (receipts.some(({ state }) => isOpenOrder(state))) throw PROBLEM.open();
  };
  /** At most what is owed, in parts where somebody wants. */
  function judge(file: FileState, amount: Minor): void {
    if ((!file.product.lease && !file.product.equipment) || isEnded(file.stage)) throw PROBLEM.ended();
    refuseOpen(file);
    const owed = owedOf(file);
    if (owed === 0) throw PROBLEM.nothingOwed();
    if (amount <= 0) throw PROBLEM.nothing({}, 'amount');
    if (amount > owed) throw PROBLEM.tooMuch({ owed: { money: owed } }, 'amount');
  }

  async function put(change: FileChange, row: Omit<ReceiptRow, 'id' | 'fileId' | 'madeAt' | 'madeBy'>): Promise<void> {
    const made: ReceiptRow = { id: nanoid(), fileId: change.row.id, madeAt: change.now, madeBy: change.actor.name, ...row };
    await store.insert(made, change.tx);
    const purpose = purposeOf(made);
    if (purpose !== null) {
      const account = await accountOf(change.file, change.row.id, made.id, change.tx);
      // A card's own name is no account of a place, and isn't judged as one.
      const { digest } = made.card && account ? account : wholeAccount(change.file.pack, account, () => PROBLEM.accountMissing());
      await services.payments.order(change, change.actor, { purpose, subject: made.id, about: digest, amount: made.amount, key: null });
    }
    await change.reload('receipts');
    const { direction, way, amount, payer, reference } = made;
    change.record(direction === 'in' ? 'receipt.take' : 'receipt.giveBack', `receipt/${made.id}`, null, JSON.stringify({ way, amount, payer, reference }));
  }

  /** Asks the card service for its own name for a card; nothing else of the card is kept. It is asked while no file is held. */
  async function cardNamed({ number, expires, name }: Card): Promise<{ token: string; tail: string }> {
    if (!isLuhn(number)) throw PROBLEM.cardWrong({}, 'card.number');
    const answer = await ask({
      service: SERVICE,
      url: `${config.outside.bank}/cards`,
      body: { number, expires, name },
      answer: CardAnswer,
      idempotencyKey: nanoid(),
    }).catch((error: unknown) => {
      if (error instanceof OutsideError) throw PROBLEM.serviceAway();
      throw error;
    });
    if ('refused' in answer) throw PROBLEM.cardRefused({ why: answer.refused }, 'card.number');
    return answer;
  }
  const byCard = (amount: Minor, { name }: Card, { token, tail }: { token: string; tail: string }) => ({
    direction: 'in' as const,
    way: 'card' as const,
    amount,
    payer: name,
    reference: tail,
    ofReceipt: null,
    card: token,
    doneAt: null,
  });

  return {
    receiptsOf,
    async take(reference: string, payment: TakePayment, actor: Actor): Promise<Changed> {
      const { version, amount } = payment;
      const named = payment.way === 'card' ? await cardNamed(payment.card) : null;
      return services.files.change({ reference }, { version, actor }, async (change) => {
        judge(change.file, amount);
        if (payment.way === 'card') return named ? put(change, byCard(amount, payment.card, named)) : undefined;
        const base = { direction: 'in' as const, amount, ofReceipt: null, card: null };
        if (payment.way === 'bank') {
          const { debitName, debitAccount } = change.file.request;
          return put(change, { ...base, way: 'bank', payer: debitName ?? '', reference: debitAccount?.tail ?? null, doneAt: null });
        }
        return put(change, { ...base, way: 'counter', payer: payment.payer, reference: payment.reference, doneAt: change.now });
      });
    },
    /** Who applies pays by card on their phone. */
    async payAtDoor(fileId: string, personId: string, { amount, card }: PayAtDoor, actor: Actor): Promise<void> {
      const { file } = await services.files.state({ id: fileId });
      if (!answerersOf(file).some(({ id }) => id === personId)) throw PROBLEM.notYours();
      judge(file, amount);
      const named = await cardNamed(card);
      await services.files.change({ id: fileId }, { version: null, actor }, async (change) => {
        if (!answerersOf(change.file).some(({ id }) => id === personId)) throw PROBLEM.notYours();
        judge(change.file, amount);
        await put(change, byCard(amount, card, named));
      });
    },
    /** Says what came of a payment that was not as ordered. */
    settle: (reference: string, id: string, { version, outcome, word }: SettleReceipt, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const row = await store.byId(change.row.id, id, change.tx);
        const purpose = row && purposeOf(row);
        if (!purpose) throw PROBLEM.noReceipt();
        await services.payments.settle(change, purpose, id, outcome, word);
      }),
    /** What was paid and isn't kept goes back where it came from, the newest first, where a file ended without a lease. */
    giveBack: (reference: string, { version, reason, overCounter }: GiveBack, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, row, tx } = change;
        if (!cameToNothing(file.stage)) throw PROBLEM.running();
        refuseOpen(file);
        const { back } = givenBackOf(file);
        if (back <= 0) throw PROBLEM.nothingBack();
        const rows = await store.of(row.id, tx);
        const stands = new Map(file.receipts.map(({ id, state }) => [id, state]));
        const gone = (id: string): number => rows.reduce((so, one) => (one.ofReceipt === id && stands.get(one.id) === 'done' ? so + one.amount : so), 0);
        let left: number = back;
        for (const come of rows.filter(({ id, direction }) => direction === 'in' && stands.get(id) === 'done').reverse()) {
          const amount = minor(Math.min(left, come.amount - gone(come.id)));
          if (amount <= 0) continue;
          left -= amount;
          if (come.way === 'counter' && overCounter === null) throw PROBLEM.overCounter({ amount: { money: amount } }, 'overCounter');
          const of = { direction: 'back' as const, amount, payer: come.payer, ofReceipt: come.id, card: come.card, way: come.way };
          await put(change, { ...of, reference: come.way === 'counter' ? overCounter : come.reference, doneAt: come.way === 'counter' ? change.now : null });
        }
        change.record('receipt.end', 'file', null, reason);
        change.afterwards(() => jobs.poke());
      }),
  };
}
export type ReceiptService = ReturnType<typeof receiptService>;
