import { PROBLEM } from './problems';
import { BankAccountAnswer, type SettlePayout } from '@cavren/contract';
import {
  applicantsOf,
  barToRelease,
  computePath,
  formatMoney,
  hasConsent,
  paidBar,
  type PaidTo,
  paidOutOf,
  paymentBar,
  payoutLines,
  type PayoutLine,
  type FileState,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import type { Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { forbidden, refuseBlocked, refused, SYSTEM, type Actor } from '../http/index';
import { ask, OutsideError } from '../outside/index';
import { accountOf as accountKnown, wholeAccount, type Account, type PaymentRow } from '../payments/index';
import type { CompletionStore, PayoutRow } from './store';

const SERVICE = 'The bank';

/** The account, which the bank is asked about by a job while no file is held, and the release of the money. */
export function completionService({ services, secrets, jobs, config, plug }: House, store: CompletionStore) {
  /** The account of somebody who is paid, whole; null while something of it is missing. */
  async function accountOf(fileId: string, { payeeId, routing, name }: NamedAccount, tx?: Tx): Promise<Account | null> {
    const account = await (payeeId === null
      ? services.detailsStore.reveal('request', fileId, null, 'payoutAccount', tx)
      : services.detailsStore.reveal('payee', fileId, payeeId, 'account', tx));
    return accountKnown(secrets, { routing, account, name });
  }

  async function accountFor(change: FileChange, { to }: PayoutLine): Promise<Account> {
    return wholeAccount(change.file.pack, await accountOf(change.row.id, to, change.tx), () => PROBLEM.accountMissing());
  }

  /** A question that the bank didn't answer: shown with the file, and asked again by the job. */
  async function noAnswer(payout: PayoutRow, values: Partial<PayoutRow>, error: unknown): Promise<never> {
    if (error instanceof OutsideError) {
      await store.update(payout.id, values);
      await services.files.refresh({ id: payout.fileId });
    }
    throw error;
  }

  /** A question that may not be asked any more: it is shown as not asked. */
  async function notAsked(fileId: string, { payeeId }: Pick<PayoutRow, 'payeeId'>): Promise<void> {
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      const row = await store.of(fileId, payeeId, change.tx);
      await store.update(row.id, { verifyAskedAt: null, verifyProblem: null }, change.tx);
      await change.reload('payout');
      change.record('payout.cancel', subjectOf(row), null, null);
    });
  }

  /** Asks the bank about one account that waits for it. @param subject the file, and the payout where it is one of several. */
  async function verifyWithBank(subject: string): Promise<void> {
    const [fileId = '', , rowId] = subject.split(':');
    const payout = (await store.all(fileId)).find(({ id, payeeId }) => (rowId === undefined ? payeeId === null : id === rowId));
    if (!payout?.verifyAskedAt) return;
    const { file } = await services.files.state({ id: fileId });
    const named = accountNamed(file, payout.payeeId);
    const account = named && (await accountOf(fileId, named));
    // Taken back since.
    if (!mayAskBank(file)) return notAsked(fileId, payout);
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
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      const row = await store.of(change.row.id, payout.payeeId, change.tx);
      if (!row.verifyAskedAt || row.verifiedAbout !== digest) return;
      await store.update(row.id, { verifyAskedAt: null, verifiedAt: problem ? null : change.now, verifyProblem: problem }, change.tx);
      await change.reload('payout');
      change.record('payout.verify', subjectOf(row), null, JSON.stringify({ problem, ending: body.account.slice(-4), name: body.name }));
    });
  }

  /** The bank paid: once everybody has what is theirs, the file is done. */
  async function paid(change: FileChange, payment: PaymentRow, { name }: Account): Promise<void> {
    const row = await store.of(change.row.id, payment.subject, change.tx);
    await store.update(row.id, { transferReference: payment.bankReference, releasedAt: change.now, releasedBy: payment.orderedBy }, change.tx);
    await change.reload('payout');
    const { amount, bankReference: reference, orderedBy: by } = payment;
    change.record('payout.release', subjectOf(row), null, JSON.stringify({ amount, reference, by, ...(payment.subject === null ? {} : { to: name }) }));
    const lines = payoutLines(change.file);
    if (lines.some(({ state }) => state.releasedAt === null)) return;
    change.moveTo('done');
    const { currency, locale } = change.file.pack;
    const { subject, text } = change.file.product.words.completed;
    const tails = lines.map(({ to }) => to.account?.tail ?? '').join(', ');
    const filled = text.replace('{amount}', formatMoney(paidOutOf(change.file), { currency, locale })).replace('{account}', tails);
    await services.decision.tellApplicants(change, subject, filled);
    change.afterwards(() => jobs.poke());
  }
  plug('paymentPurpose', {
    purpose: 'payout',
    part: 'payout',
    account: async (file, fileId, subject) => {
      const named = accountNamed(file, subject);
      return named && accountOf(fileId, named);
    },
    text: (file, subject) => accountNamed(file, subject)?.reference ?? `Loan ${file.reference}`,
    paid,
  });
  jobs.handle('payout.verify', verifyWithBank);

  return {
    accountOf,
    /** Orders that the bank is asked of each account that isn't verified whether it exists and belongs to whom the file names. */
    async verify(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const lines = payoutLines(change.file);
        if (!mayAskBank(change.file)) throw PROBLEM.consentMissing();
        const open = paymentBar(change.file);
        if (open) throw refused('payment-open', open);
        if (lines.every(({ state }) => state.releasedAt !== null)) throw PROBLEM.released();
        const unpaid = lines.filter(({ state: { releasedAt } }) => releasedAt === null);
        const unverified = unpaid.filter(({ state: { verifiedAt } }) => verifiedAt === null);
        for (const line of unverified.length > 0 ? unverified : unpaid) {
          const { digest, account } = await accountFor(change, line);
          const payout = await store.of(change.row.id, line.to.payeeId, change.tx);
          await store.update(payout.id, { verifiedAbout: digest, verifyAskedAt: change.now, verifiedAt: null, verifyProblem: null }, change.tx);
          await jobs.add('payout.verify', `${payout.fileId}:${nanoid(8)}:${payout.id}`, change.tx);
          change.record('payout.ask', subjectOf(payout), null, account.slice(-4));
        }
        change.afterwards(() => jobs.poke());
        await change.reload('payout');
      });
    },
    /**
     * A third person releases the money: an order for each who is paid is kept with its key, and a job takes them to the bank.
     * An order that the bank refused is made anew; one of which nobody knows what became of it never is, and who was paid isn't again.
     */
    async release(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        refuseRelease(change.file, actor);
        const blocking = computePath(change.file, change.today).now.filter(({ key }) => !key.startsWith('payout:release'));
        if (blocking.length > 0) throw refuseBlocked('Something still stands before the release.', blocking, change.file.pack);
        for (const line of payoutLines(change.file).filter(({ state }) => state.releasedAt === null)) {
          const { digest } = await accountFor(change, line);
          const payout = await store.of(change.row.id, line.to.payeeId, change.tx);
          if (payout.verifiedAbout !== digest) throw PROBLEM.accountChanged();
          // A key of before orders were kept is used again: the bank may have it already.
          const key = line.state.order === null ? payout.transferKey : null;
          await services.payments.order(change, actor, { purpose: 'payout', subject: line.to.payeeId, about: digest, amount: line.to.amount, key });
        }
        await change.reload('payout');
      });
    },
    /** Says what came of a payment that was not as ordered. */
    async settle(reference: string, { version, payeeId, outcome, word }: z.output<typeof SettlePayout>, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const bar = barToRelease(change.file, actor.id);
        if (bar) throw forbidden(bar);
        await services.payments.settle(change, 'payout', payeeId, outcome, word);
      });
    },
    /** The completer finds something wrong: the file goes back with a question, and must be decided again. */
    async sendBack(reference: string, version: number, question: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        refuseRelease(change.file, actor);
        const gone = paidBar(change.file);
        if (gone) throw refused('partly-paid', gone);
        await services.decision.undoToAsk(change, question);
      });
    },
  };
}
/** Who is paid, and what is named of their account. */
export type NamedAccount = Pick<PaidTo, 'payeeId' | 'name' | 'routing' | 'reference'>;

/** What a file names of the account of somebody who is paid: a payee of their own, or that of the request. */
export function accountNamed({ request, payees }: Pick<FileState, 'request' | 'payees'>, payeeId: string | null): NamedAccount | null {
  if (payeeId === null) return { payeeId, name: request.payoutName, routing: request.payoutRouting, reference: null };
  const payee = payees.find(({ id }) => id === payeeId);
  return payee ? { payeeId, name: payee.name, routing: payee.routing, reference: payee.reference } : null;
}

/** Whether everybody who applies agreed to the bank being asked, where the product wants that. */
const mayAskBank = (file: FileState): boolean => {
  const { bankConsent } = file.product;
  return bankConsent === null || applicantsOf(file).every(({ id }) => hasConsent(file, id, bankConsent));
};

const subjectOf = ({ payeeId }: Pick<PayoutRow, 'payeeId'>): string => (payeeId === null ? 'payout' : `payout/${payeeId}`);

export type CompletionService = ReturnType<typeof completionService>;

function refuseRelease(file: FileState, actor: Actor): void {
  const bar = barToRelease(file, actor.id);
  if (bar) throw forbidden(bar);
  if (file.stage !== 'completing') throw PROBLEM.pathNotClear();
  const open = paymentBar(file);
  if (open) throw refused('payment-open', open);
}
