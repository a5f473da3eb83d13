import { PROBLEM } from './problems';
import { BankAccountAnswer, BankTransferAnswer } from '@cavren/contract';
import { barToRelease, computePath, formatMoney, paidOutOf, paymentBar, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { forbidden, refuseBlocked, refused, SYSTEM, type Actor } from '../http/index';
import { ask, OutsideError } from '../outside/index';
import type { CompletionStore, PayoutRow } from './store';

interface Account {
  routing: string;
  account: string;
  name: string;
}

const SERVICE = 'The bank';

/**
 * The account and the payment. The bank is only ever asked by jobs, while no file is held: what was asked is kept first,
 * under a key that is bound to account and amount, and what the bank did is settled by repeating the same question until
 * it answers.
 */
export function completionService({ services, secrets, jobs, config }: House, store: CompletionStore) {
  const digestOf = (account: Account): string => secrets.searchHash(JSON.stringify(['account', account.routing, account.account, account.name]));

  /** The account that a file names now, whole; null while something of it is missing. */
  async function accountOf(fileId: string, { request }: Pick<FileState, 'request'>, tx?: Tx): Promise<(Account & { digest: string }) | null> {
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

  async function later(change: FileChange, kind: 'payout.verify' | 'payout.transfer', payout: PayoutRow): Promise<void> {
    await jobs.add(kind, `${payout.fileId}:${nanoid(8)}`, change.tx);
    change.afterwards(() => jobs.poke());
    await change.reload('payout');
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

  async function payThroughBank(subject: string): Promise<void> {
    const payout = await store.find(fileIdIn(subject));
    if (!payout || (payout.orderState !== 'ordered' && payout.orderState !== 'unknown')) return;
    const { file } = await services.files.state({ id: payout.fileId });
    const account = await accountOf(payout.fileId, file);
    if (account?.digest !== payout.orderAbout || payout.transferKey === null || payout.orderAmount === null)
      throw new Error('The order to pay names another account than the file');
    const { digest: _digest, ...to } = account;
    const body = { ...to, key: payout.transferKey, amount: payout.orderAmount, currency: file.pack.currency, text: `Loan ${file.reference}` };
    const { reference } = await ask({
      service: SERVICE,
      url: `${config.outside.bank}/transfers`,
      body,
      answer: BankTransferAnswer,
      idempotencyKey: payout.transferKey,
    }).catch((error: unknown) =>
      noAnswer(payout, { orderState: 'unknown', orderProblem: `${SERVICE} ${error instanceof OutsideError ? error.problem : ''}` }, error),
    );
    await services.files.change({ id: payout.fileId }, { version: null, actor: SYSTEM }, (change) => settle(change, reference, to));
  }

  /** The bank says that it paid: the file is done. Said twice, it changes nothing. */
  async function settle(change: FileChange, reference: string, account: Account): Promise<void> {
    const row = await store.of(change.row.id, change.tx);
    if (row.releasedAt !== null || row.orderAmount === null) return;
    await store.update(
      row.id,
      { orderState: 'done', orderProblem: null, transferReference: reference, releasedAt: change.now, releasedBy: row.orderedBy },
      change.tx,
    );
    await change.reload('payout');
    change.record('payout.release', 'payout', null, JSON.stringify({ amount: row.orderAmount, reference, by: row.orderedBy }));
    change.moveTo('done');
    const { currency, locale } = change.file.pack;
    const { subject, text } = change.file.product.words.completed;
    const filled = text.replace('{amount}', formatMoney(row.orderAmount, { currency, locale })).replace('{account}', account.account.slice(-4));
    await services.decision.tellApplicants(change, subject, filled);
    change.afterwards(() => jobs.poke());
  }
  jobs.handle('payout.verify', verifyWithBank);
  jobs.handle('payout.transfer', payThroughBank);

  return {
    accountOf,
    /** Orders that the bank is asked whether the account exists and belongs to whom the file names. */
    async verify(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const { digest, account } = await accountFor(change);
        if (change.file.payout.releasedAt || change.file.payout.order) throw PROBLEM.released();
        const payout = await store.of(change.row.id, change.tx);
        await store.update(payout.id, { verifiedAbout: digest, verifyAskedAt: change.now, verifiedAt: null, verifyProblem: null }, change.tx);
        await later(change, 'payout.verify', payout);
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
        const amount = paidOutOf(change.file);
        // A key of before this order was kept is used again: the bank may have it already.
        const transferKey = payout.orderState === null ? (payout.transferKey ?? nanoid()) : nanoid();
        await store.update(
          payout.id,
          {
            transferKey,
            orderState: 'ordered',
            orderAbout: digest,
            orderAmount: amount,
            orderedAt: change.now,
            orderedBy: actor.name,
            orderedById: actor.id,
            orderProblem: null,
          },
          change.tx,
        );
        await later(change, 'payout.transfer', payout);
        change.record('payout.order', 'payout', null, JSON.stringify({ amount }));
      });
    },
    /** The completer finds something wrong: the file goes back with a question, and must be decided again. */
    async sendBack(reference: string, version: number, question: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        refuseRelease(change.file, actor);
        await services.decision.keep(change, { outcome: 'sendBack', reasons: [], comment: question });
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
