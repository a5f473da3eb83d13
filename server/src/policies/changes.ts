import type { AnswerPolicyChange, ProposePolicyChange } from '@cavren/contract';
import {
  asChanged,
  barToAgree,
  barToApprove,
  barToChange,
  carriedOver,
  computePath,
  earningsOfChange,
  isoDate,
  isRenewed,
  minor,
  premiumOf,
  priceOfChange,
  riskOf,
  type FileState,
  type Authority,
  type PolicyChange,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { forbidden, refused, type Actor } from '../http/index';
import { wholeAccount, type Account } from '../payments/index';
import { PROBLEM } from './problems';

type Row = Omit<PolicyChange, 'order' | 'on' | 'before' | 'after'> & {
  fileId: string;
  effectiveOn: PolicyChange['on'];
  yearBefore: PolicyChange['before'];
  yearAfter: PolicyChange['after'];
};

export function policyChangeStore(db: Sequelize) {
  const table = new Table<Row>(
    db,
    'policy_change',
    {
      id: 'key',
      fileId: 'key',
      effectiveOn: 'date',
      changes: 'json',
      reason: 'text',
      state: 'key',
      yearBefore: 'money',
      yearAfter: 'money',
      amount: 'money',
      proposedBy: 'text',
      proposedById: 'key',
      proposedAt: 'time',
      decidedBy: 'text',
      decidedAt: 'time',
      comment: 'text',
    },
    ['id'],
  );
  return {
    insert: (row: Row, tx: Tx) => table.insert(row, tx),
    decide: (id: string, values: Pick<Row, 'state' | 'decidedBy' | 'decidedAt' | 'comment'>, tx: Tx) => table.update(values, { id, state: 'proposed' }, tx),
    of: (fileId: string, tx?: Tx) =>
      table.find(
        { fileId },
        {
          tx,
          order: [
            ['proposedAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      ),
  };
}
export type PolicyChangeStore = ReturnType<typeof policyChangeStore>;

/** Changes of a policy as a file shows them, with what the bank did. */
export async function policyChangesOf({ services }: House, store: PolicyChangeStore, fileId: string, tx?: Tx): Promise<Pick<FileState, 'policyChanges'>> {
  const { newest, orderOf } = services.payments;
  const policyChanges: PolicyChange[] = [];
  for (const { fileId: _, effectiveOn: on, yearBefore: before, yearAfter: after, ...row } of await store.of(fileId, tx)) {
    const paid = row.state === 'made' && row.amount !== 0 ? await newest(fileId, row.amount > 0 ? CHARGED : 'refund', row.id, tx) : null;
    policyChanges.push({ ...row, on, before, after, order: paid && orderOf(paid) });
  }
  return { policyChanges };
}

/** What is charged for a change while a policy runs. */
export const CHARGED = 'changedPremium';

/** A policy that is changed while it runs: proposed by who keeps the file, made by another with the authority for what it becomes. */
export function policyChangeService(
  house: House,
  store: PolicyChangeStore,
  accountOf: (file: Pick<FileState, 'request'>, fileId: string) => Promise<Account | null>,
) {
  const { services, plug } = house;
  plug('paymentPurpose', {
    purpose: CHARGED,
    way: 'debits',
    part: 'policyChanges',
    account: (file, fileId) => accountOf(file, fileId),
    text: ({ policy, reference }) => `Change of ${policy?.number ?? reference}`,
    async paid(change, { amount, bankReference: reference, subject }) {
      await change.reload('policyChanges');
      change.record('premium.collect', subject === null ? 'policy' : `policyChange/${subject}`, null, JSON.stringify({ amount, reference }));
    },
  });

  async function order(change: FileChange, id: string, amount: number): Promise<void> {
    if (amount === 0) return;
    const { digest } = wholeAccount(change.file.pack, await accountOf(change.file, change.row.id), () => PROBLEM.accountMissing());
    const purpose = amount > 0 ? CHARGED : 'refund';
    await services.payments.order(change, change.actor, { purpose, subject: id, about: digest, amount: minor(Math.abs(amount)), key: null });
  }

  return {
    propose: (reference: string, { version, on, changes, reason }: ProposePolicyChange, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, today } = change;
        const day = isoDate(on);
        const bar = barToChange(file, changes, day, today);
        if (bar !== null) throw refused('policy-change', bar);
        const price = priceOfChange(file, changes, day, file.product.cover?.policy.shortRate ?? null);
        if (!price) throw PROBLEM.premiumMissing();
        const id = nanoid();
        const { before: yearBefore, after: yearAfter, amount } = price;
        await store.insert(
          {
            id,
            fileId: change.row.id,
            effectiveOn: day,
            changes,
            reason,
            state: 'proposed',
            yearBefore,
            yearAfter,
            amount,
            proposedBy: actor.name,
            proposedById: actor.id,
            proposedAt: change.now,
            decidedBy: null,
            decidedAt: null,
            comment: null,
          },
          change.tx,
        );
        await change.reload('policyChanges');
        change.record('policyChange.propose', `policyChange/${id}`, null, JSON.stringify({ on, amount, reason }));
      }),
    answer: (
      reference: string,
      id: string,
      { version, answer, comment }: AnswerPolicyChange,
      actor: Actor & { me: { authority: Authority } },
    ): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, today } = change;
        const wish = file.policyChanges.find((one) => one.id === id);
        if (wish?.state !== 'proposed') throw PROBLEM.noChange();
        const own = barToAgree(wish, actor.id);
        if (own) throw forbidden(own);
        const made = answer === 'make';
        if (made) {
          // What it would become is held against the authority of who agrees, as an application would be.
          const next = asChanged(file, wish.changes);
          const beyond = barToApprove(next, actor.me.authority, riskOf(next, computePath(next, today), today).level);
          if (beyond) throw forbidden(beyond);
          for (const said of carriedOver(file, next)) await services.underwriting.carry(change, said);
          await bookChange(change, wish, next);
          await services.details.applyAgreed(change, wish.changes);
        }
        await store.decide(id, { state: made ? 'made' : 'refused', decidedBy: actor.name, decidedAt: change.now, comment }, change.tx);
        await change.reload('policyChanges');
        change.record(
          made ? 'policyChange.make' : 'policyChange.refuse',
          `policyChange/${id}`,
          null,
          JSON.stringify({ on: wish.on, amount: wish.amount, comment }),
        );
        if (!made) return;
        await services.lines.sendChanged(change);
        await order(change, id, wish.amount);
        await change.reload('policyChanges');
      }),
  };

  /** What is earned more, or less, by a change stands in the book. */
  async function bookChange(change: FileChange, { on, changes: wished }: PolicyChange, next: FileState): Promise<void> {
    const { file } = change;
    const { policy, product } = file;
    const rules = product.cover?.earnings;
    const price = priceOfChange(file, wished, on, product.cover?.policy.shortRate ?? null);
    const [before, after] = policy ? [premiumOf(file, policy.startsOn), premiumOf(next, policy.startsOn)] : [null, null];
    if (rules && price && policy && before && after)
      await services.earnings.book(change, earningsOfChange(rules, price, [before, after], policy.startsOn, on, isRenewed(file)));
  }
}
