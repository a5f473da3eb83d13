import { PROBLEM } from './problems';
import { BankAccountAnswer, type SettlePayout } from '@cavren/contract';
import { barToRelease, computePath, formatMoney, paidOutOf, paymentBar, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import type { Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { forbidden, refuseBlocked, refused, SYSTEM, type Actor } from '../http/index';
import { ask, OutsideError } from '../outside/index';
import type { Account, PaymentRow } from '../payments/index';
import type { CompletionStore, PayoutRow } from './store';

const SERVICE = 'The bank';

/** The account, which the bank is asked about by a job while no file is held, and the release of the money. */
export function completionService({ services, secrets, jobs, config, plug }: House, store: CompletionStore) {
  const digestOf = (account: Omit<Account, 'digest'>): string =>
    secrets.searchHash(JSON.stringify(['account', account.routing, account.account, account.name]));

  /** The account that a file names now, whole; null while something of it is missing. */
  async function accountOf(fileId: string, { request }: Pick<FileState, 'request'>, tx?: Tx): Promise<Account | null> {
    const account = await services.detailsStore.reveal('request', fileId, null, 'payoutAccount', tx);
    if (!account || !request.payoutRouting || !request.payoutName) return null;
    const named = { routing: request.payoutRouting, account, name: request.payoutName };
    return { ...named, digest: digestOf(named) };
  }

  async function accountFor(change: FileChange) {
    const account = await accountOf(change.row.id, change.file, change.tx);
    if (!account) throw PROBLEM.accountMissing();
    return account;
  }

  /** A question that the bank didn't answer: shown with the file, and asked again by the job. */
  async function noAnswer(payout: PayoutRow, values: Partial<PayoutRow>, error: unknown): Promise<never> {
    if (error instanceof OutsideError) {
      await store.update(payout.id, values);
      await services.files.refresh({ id: payout.fileId });
    }
    throw error;
  }

  const fileIdIn = (subject: string): string => subject.split(':')[0] ?? '';

  async function verifyWithBank(subject: string): Promise<void> {
    const payout = await store.find(fileIdIn(subject));
    if (!payout?.verifyAskedAt) return;
    const { file } = await services.files.state({ id: payout.fileId });
    const account = await accountOf(payout.fileId, file);
    if (account?.digest !== payout.verifiedAbout) return;
    const { digest, ...body } = account;
    const answer = await ask({ service: SERVICE, url: `${config.outside.bank}/accounts`, body, answer: BankAccountAnswer, idempotencyKey: digest }).catch(
      (error: unknown) => noAnswer(payout, { verifyProblem: `${SERVICE} ${error instanceof OutsideError ? error.problem : ''}: it is asked again` }, error),
    );
    const problem = !answer.exists
      ? 'The bank knows no such account: correct it and verify again'
      : !answer.ownerMatches
        ? 'The account belongs to somebody else: correct it and verify again'
        : null;
    await services.files.change({ id: payout.fileId }, { version: null, actor: SYSTEM }, async (change) => {
      const row = await store.of(change.row.id, change.tx);
      if (!row.verifyAskedAt || row.verifiedAbout !== digest) return;
      await store.update(row.id, { verifyAskedAt: null, verifiedAt: problem ? null : change.now, verifyProblem: problem }, change.tx);
      await change.reload('payout');
      change.record('payout.verify', 'payout', null, JSON.stringify({ problem, ending: body.account.slice(-4), name: body.name }));
    });
  }

  /** The bank paid: the file is done. */
  async function paid(change: FileChange, payment: PaymentRow, { account }: Account): Promise<void> {
    const row = await store.of(change.row.id, change.tx);
    await store.update(row.id, { transferReference: payment.bankReference, releasedAt: change.now, releasedBy: payment.orderedBy }, change.tx);
    await change.reload('payout');
    change.record('payout.release', 'payout', null, JSON.stringify({ amount: payment.amount, reference: payment.bankReference, by: payment.orderedBy }));
    change.moveTo('done');
    const { currency, locale } = change.file.pack;
    const { subject, text } = change.file.product.words.completed;
    const filled = text.replace('{amount}', formatMoney(payment.amount, { currency, locale })).replace('{account}', account.slice(-4));
    await services.decision.tellApplicants(change, subject, filled);
    change.afterwards(() => jobs.poke());
  }
  plug('paymentPurpose', {
    purpose: 'payout',
    part: 'payout',
    account: (file, fileId) => accountOf(fileId, file),
    text: ({ reference }) => `Loan ${reference}`,
    paid,
  });
  jobs.handle('payout.verify', verifyWithBank);

  return {
    accountOf,
    /** Orders that the bank is asked whether the account exists and belongs to whom the file names. */
    async verify(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const { digest, account } = await accountFor(change);
        if (change.file.payout.releasedAt || change.file.payout.order) throw PROBLEM.released();
        const payout = await store.of(change.row.id, change.tx);
        await store.update(payout.id, { verifiedAbout: digest, verifyAskedAt: change.now, verifiedAt: null, verifyProblem: null }, change.tx);
        await jobs.add('payout.verify', `${payout.fileId}:${nanoid(8)}`, change.tx);
        change.afterwards(() => jobs.poke());
        await change.reload('payout');
        change.record('payout.ask', 'payout', null, account.slice(-4));
      });
    },
    /**
     * A third person releases the money: the order is kept with its key, and a job takes it to the bank. An order that the
     * bank refused is made anew; one of which nobody knows what became of it never is.
     */
    async release(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        refuseRelease(change.file, actor);
        const blocking = computePath(change.file, change.today).now.filter(({ key }) => key !== 'payout:release');
        if (blocking.length > 0) throw refuseBlocked('Something still stands before the release.', blocking, change.file.pack);
        const { digest } = await accountFor(change);
        const payout = await store.of(change.row.id, change.tx);
        if (payout.verifiedAbout !== digest) throw PROBLEM.accountChanged();
        // A key of before orders were kept is used again: the bank may have it already.
        const key = change.file.payout.order === null ? payout.transferKey : null;
        await services.payments.order(change, actor, { purpose: 'payout', about: digest, amount: paidOutOf(change.file), key });
        await change.reload('payout');
      });
    },
    /** Says what came of a payment that was not as ordered. */
    async settle(reference: string, { version, outcome, word }: z.output<typeof SettlePayout>, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const bar = barToRelease(change.file, actor.id);
        if (bar) throw forbidden(bar);
        await services.payments.settle(change, 'payout', outcome, word);
      });
    },
    /** The completer finds something wrong: the file goes back with a question, and must be decided again. */
    async sendBack(reference: string, version: number, question: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        refuseRelease(change.file, actor);
        await services.decision.unmake(change);
        await services.decision.keep(change, { outcome: 'sendBack', reasons: [], other: null, comment: question });
        change.moveTo('gathering');
      });
    },
  };
}
export type CompletionService = ReturnType<typeof completionService>;

function refuseRelease(file: FileState, actor: Actor): void {
  const bar = barToRelease(file, actor.id);
  if (bar) throw forbidden(bar);
  if (file.stage !== 'completing') throw PROBLEM.pathNotClear();
  const open = paymentBar(file);
  if (open) throw refused('payment-open', open);
}
