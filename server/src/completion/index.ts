import { BankAccountAnswer, BankTransferAnswer, FileAnswer, ReleasePayout, SendBackPayout, VerifyPayout, type FileView } from '@cavren/contract';
import { barToRelease, computePath, formatMoney, paidOutOf, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Config } from '../config/index';
import { Table, type Sequelize, type Tx } from '../db/index';
import { keepDecision, tellApplicants, type DecisionStore } from '../decision/index';
import type { DetailsStore } from '../details/index';
import type { Invitations } from '../door/index';
import { FileParams, type FileChange, type Files } from '../files/index';
import { forbidden, ProblemError, refuseBlocked, refused, staffFor, type Actor, type App } from '../http/index';
import { ask, OutsideError } from '../outside/index';
import { tokenHash } from '../secrets/index';

interface PayoutRow {
  id: string;
  fileId: string;
  /** Digest of the account that was verified; another account is not. */
  verifiedAbout: string | null;
  verifiedAt: string | null;
  verifyProblem: string | null;
  transferKey: string | null;
  transferReference: string | null;
  releasedAt: string | null;
  releasedBy: string | null;
}

export function completionStore(db: Sequelize, details: DetailsStore) {
  const table = new Table<PayoutRow>(
    db,
    'payout',
    {
      id: 'key',
      fileId: 'key',
      verifiedAbout: 'key',
      verifiedAt: 'time',
      verifyProblem: 'text',
      transferKey: 'key',
      transferReference: 'text',
      releasedAt: 'time',
      releasedBy: 'text',
    },
    ['id'],
  );
  async function accountOf(fileId: string, tx?: Tx): Promise<{ routing: string; account: string; name: string; digest: string } | null> {
    const account = await details.reveal('request', fileId, null, 'payoutAccount', tx);
    const { request } = await details.load(fileId, tx);
    if (!account || !request?.payoutRouting || !request.payoutName) return null;
    const { payoutRouting: routing, payoutName: name } = request;
    return { routing, account, name, digest: tokenHash(JSON.stringify([routing, account, name])) };
  }
  return {
    accountOf,
    async of(fileId: string, tx: Tx): Promise<PayoutRow> {
      const row = await table.one({ fileId }, { tx });
      if (row) return row;
      const fresh: PayoutRow = {
        id: nanoid(),
        fileId,
        verifiedAbout: null,
        verifiedAt: null,
        verifyProblem: null,
        transferKey: null,
        transferReference: null,
        releasedAt: null,
        releasedBy: null,
      };
      await table.insert(fresh, tx);
      return fresh;
    },
    update: (id: string, values: Partial<PayoutRow>, tx: Tx) => table.update(values, { id }, tx),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const row = await table.one({ fileId }, { tx });
      if (!row) return { payout: { verifiedAt: null, verifyProblem: null, transferReference: null, releasedAt: null, releasedBy: null } };
      const current = row.releasedAt !== null || (await accountOf(fileId, tx))?.digest === row.verifiedAbout;
      return {
        payout: {
          verifiedAt: current ? row.verifiedAt : null,
          verifyProblem: current ? row.verifyProblem : null,
          transferReference: row.transferReference,
          releasedAt: row.releasedAt,
          releasedBy: row.releasedBy,
        },
      };
    },
  };
}

interface Parts {
  files: Files;
  store: ReturnType<typeof completionStore>;
  decisions: DecisionStore;
  invitations: Invitations;
  outside: Config['outside'];
}

export function completionService({ files, store, decisions, invitations, outside }: Parts) {
  async function accountFor(change: FileChange) {
    const account = await store.accountOf(change.row.id, change.tx);
    if (!account) throw refused('account-missing', 'The account that the money goes to is not complete: name, routing number and account number are needed.');
    return account;
  }

  return {
    /** Asks the bank whether the account exists and belongs to whom the file names. */
    async verify(reference: string, version: number, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        const { digest, ...account } = await accountFor(change);
        if (change.file.payout.releasedAt) throw refused('released', 'The money was released already.');
        const answer = await ask({
          service: 'The bank',
          url: `${outside.bank}/accounts`,
          body: account,
          answer: BankAccountAnswer,
          idempotencyKey: digest,
        }).catch(toProblem);
        const payout = await store.of(change.row.id, change.tx);
        const problem = !answer.exists
          ? 'The bank knows no such account: correct it and verify again'
          : !answer.ownerMatches
            ? 'The account belongs to somebody else: correct it and verify again'
            : null;
        await store.update(payout.id, { verifiedAbout: digest, verifiedAt: problem ? null : change.now, verifyProblem: problem }, change.tx);
        change.record('payout.verify', 'payout', null, problem ?? `account ending ${account.account.slice(-4)} belongs to ${account.name}`);
      });
    },
    /**
     * A third person releases the money. The transfer order carries a key that is kept before it is sent, so that a
     * release that is repeated after a failure never pays twice.
     */
    async release(reference: string, version: number, actor: Actor): Promise<FileView> {
      const view = await files.change({ reference }, { version, actor }, async (change) => {
        refuseRelease(change.file, actor);
        const blocking = computePath(change.file, change.today).now.filter(({ key }) => key !== 'payout:release');
        if (blocking.length > 0) throw refuseBlocked('Something still stands before the release.', blocking);
        const payout = await store.of(change.row.id, change.tx);
        if (payout.transferKey === null) {
          await store.update(payout.id, { transferKey: nanoid() }, change.tx);
          change.record('payout.order', 'payout', null, 'transfer ordered');
        }
      });
      return files.change({ reference }, { version: view.version, actor }, async (change) => {
        refuseRelease(change.file, actor);
        const { digest: _, ...account } = await accountFor(change);
        const payout = await store.of(change.row.id, change.tx);
        const amount = paidOutOf(change.file);
        const { currency, locale } = change.file.pack;
        const order = { ...account, key: payout.transferKey ?? '', amount, currency, text: `Loan ${change.file.reference}` };
        const { reference: transferReference } = await ask({
          service: 'The bank',
          url: `${outside.bank}/transfers`,
          body: order,
          answer: BankTransferAnswer,
          idempotencyKey: order.key,
        }).catch(toProblem);
        await store.update(payout.id, { transferReference, releasedAt: change.now, releasedBy: actor.name }, change.tx);
        change.record('payout.release', 'payout', null, `${formatMoney(amount, { currency, locale })}, transfer ${transferReference}`);
        change.moveTo('done');
        await tellApplicants(
          invitations,
          change,
          'Your loan is paid out',
          `We have paid out ${formatMoney(amount, { currency, locale })} to the account ending ${account.account.slice(-4)}. Your signed agreement is here:`,
        );
      });
    },
    /** The completer finds something wrong: the file goes back with a question, and must be decided again. */
    async sendBack(reference: string, version: number, question: string, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        refuseRelease(change.file, actor);
        await keepDecision(decisions, change, { outcome: 'sendBack', reasons: [], comment: question });
        change.moveTo('gathering');
      });
    },
  };
}

function refuseRelease(file: FileState, actor: Actor): void {
  const bar = barToRelease(file, actor.id);
  if (bar) throw forbidden(bar);
  if (file.stage !== 'completing') throw refused('path-not-clear', 'Only an approved file can be completed.');
}

function toProblem(error: unknown): never {
  if (error instanceof OutsideError) throw new ProblemError(503, 'service-away', `${error.service} ${error.problem}. Nothing was changed; try again later.`);
  throw error;
}

export function completionRoutes(app: App, service: ReturnType<typeof completionService>): void {
  app.post('/api/files/:reference/payout/verify', { schema: { params: FileParams, body: VerifyPayout, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'payout.verify');
    return service.verify(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/payout/release', { schema: { params: FileParams, body: ReleasePayout, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'payout.release');
    return service.release(request.params.reference, request.body.version, actor);
  });
  app.post(
    '/api/files/:reference/payout/send-back',
    { schema: { params: FileParams, body: SendBackPayout, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'payout.release');
      return service.sendBack(request.params.reference, request.body.version, request.body.question, actor);
    },
  );
}
