import { PolicyAnswer, type EndPolicy, type PolicyOrder } from '@cavren/contract';
import {
  applicantOf,
  addDays,
  barToRelease,
  computePath,
  earningsOfEnd,
  earningsOfIssue,
  homeNow,
  isRenewed,
  lineCosts,
  mayGiveBack,
  newestOf,
  paidFor,
  paymentBar,
  minor,
  premiumDueBy,
  premiumOf,
  settlementOn,
  termsOf,
  yearsOf,
  type FileState,
  type IsoDate,
  type Minor,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { forbidden, refuseBlocked, refused, SYSTEM, type Actor } from '../http/index';
import { ask, OutsideError } from '../outside/index';
import { accountOf as accountKnown, wholeAccount, type Account } from '../payments/index';
import { PROBLEM } from './problems';
import type { PolicyStore } from './store';

const SERVICE = 'The issuing system';

/** A policy on its way: the first premium collected, the policy ordered of the issuing system, and its end with what goes back. */
export function policyService({ services, secrets, jobs, config, plug }: House, store: PolicyStore) {
  /** The account that premiums are collected from; null while something of it is missing. */
  async function accountOf(file: Pick<FileState, 'request'>, fileId: string, tx?: Tx): Promise<Account | null> {
    const account = await services.detailsStore.reveal('request', fileId, null, 'debitAccount', tx);
    const { debitName: name, debitRouting: routing } = file.request;
    return accountKnown(secrets, { routing, account, name });
  }
  const accountFor = async ({ file, row, tx }: FileChange): Promise<Account> =>
    wholeAccount(file.pack, await accountOf(file, row.id, tx), () => PROBLEM.accountMissing());

  /** A third person completes, once nothing else stands before it. */
  function refuse({ file, actor, today }: FileChange): void {
    const bar = barToRelease(file, actor.id);
    if (bar) throw forbidden(bar);
    if (file.stage !== 'completing' || !file.product.cover) throw PROBLEM.stage();
    const blocking = computePath(file, today).now.filter(({ key }) => !key.startsWith('policy:'));
    if (blocking.length > 0) throw refuseBlocked('Something still stands before the policy.', blocking, file.pack);
  }
  async function begun(change: FileChange) {
    const terms = termsOf(change.file, change.today);
    if (!terms) throw PROBLEM.premiumMissing();
    const { startsOn, endsOn, first: premium, year: yearPremium } = terms;
    return store.begin(change.row.id, { startsOn, endsOn, premium, yearPremium }, change.tx);
  }

  async function orderPremium(change: FileChange, actor: Actor, amount: Parameters<typeof minor>[0]): Promise<void> {
    const { digest } = await accountFor(change);
    await services.payments.order(change, actor, { purpose: 'premium', subject: null, about: digest, amount: minor(amount), key: null });
    await change.reload('policy');
  }

  /** Issued and paid, the file is done, and those who apply are told. */
  async function finish(change: FileChange): Promise<void> {
    const { policy, product, stage } = change.file;
    if (stage !== 'completing' || policy?.state !== 'issued' || policy.paidAt === null) return;
    change.moveTo('done');
    const { subject, text } = product.words.completed;
    await services.decision.tellApplicants(change, subject, text.replace('{number}', policy.number ?? ''));
    change.afterwards(() => jobs.poke());
  }

  plug('paymentPurpose', {
    purpose: 'premium',
    way: 'debits',
    part: 'policy',
    account: (file, fileId) => accountOf(file, fileId),
    text: ({ reference }) => `Premium ${reference}`,
    async paid(change, { amount, bankReference: reference }) {
      await store.update(change.row.id, { paidAt: change.now }, change.tx);
      await change.reload('policy');
      change.record('premium.collect', 'policy', null, JSON.stringify({ amount, reference }));
      await finish(change);
    },
  });
  plug('paymentPurpose', {
    purpose: 'refund',
    part: 'policy',
    account: (file, fileId) => accountOf(file, fileId),
    text: ({ policy, reference }) => `Refund ${policy?.number ?? reference}`,
    async paid(change, { amount, bankReference: reference, subject }) {
      await change.reload('policy');
      await change.reload('policyChanges');
      change.record('refund.pay', subject === null ? 'policy' : `policyChange/${subject}`, null, JSON.stringify({ amount, reference }));
    },
  });

  /** What whoever brings it earns of a policy that was issued stands in the book from then on. */
  async function bookIssue(change: FileChange): Promise<void> {
    const { product, policy } = change.file;
    const rules = product.cover?.earnings;
    const premium = policy && premiumOf(change.file, policy.startsOn);
    if (rules && premium) await services.earnings.book(change, earningsOfIssue(rules, premium, policy.startsOn, isRenewed(change.file)));
  }
  /** What isn't earned any more of a policy that ended goes back in the book. @param on the day from which nothing is due. */
  async function bookEnd(change: FileChange, on: IsoDate, refund: Minor): Promise<void> {
    const { policy } = change.file;
    const premium = policy && premiumOf(change.file, policy.startsOn);
    const earned = await services.earnings.of(change);
    if (premium && earned.length > 0) await services.earnings.book(change, earningsOfEnd(earned, on, refund, premium));
  }

  /** What the issuing system is asked to issue. */
  function orderOf(file: FileState, today: IsoDate): Omit<PolicyOrder, 'startsOn' | 'endsOn' | 'premium'> {
    const holder = applicantOf(file);
    const home = holder ? homeNow(file, holder.id) : null;
    return {
      reference: file.reference,
      product: file.product.code,
      place: file.pack.code,
      currency: file.pack.currency,
      holder: {
        name: holder?.fullName ?? '',
        birthDate: holder?.birthDate ?? null,
        line: home?.line ?? null,
        town: home?.town ?? null,
        postalCode: home?.postalCode ?? null,
      },
      lines: lineCosts(file, today).flatMap((cost) => {
        const number = cost && newestOf(file, cost.lineId)?.number;
        return number ? [{ number, insured: cost.insured }] : [];
      }),
      insured: file.covers.map(({ personId, plan, benefit }) => {
        const person = file.people.find(({ id }) => id === personId);
        return { id: personId, name: person?.fullName ?? '', birthDate: person?.birthDate ?? null, plan: plan ?? '', benefit: benefit ?? minor(0) };
      }),
    };
  }

  /** Asks the issuing system for one policy; what it answers stands in the file, and no answer is asked for again. */
  async function issueNow(subject: string): Promise<void> {
    const [fileId = ''] = subject.split(':');
    const row = await store.of(fileId);
    if (row?.state !== 'ordered') return;
    const { file } = await services.files.state({ id: fileId });
    const { startsOn, endsOn, premium, orderKey } = row;
    const answer = await ask({
      service: SERVICE,
      url: `${config.outside.issuing}/policies`,
      body: { ...orderOf(file, startsOn), startsOn, endsOn, premium } satisfies PolicyOrder,
      answer: PolicyAnswer,
      idempotencyKey: orderKey,
    }).catch(async (error: unknown) => {
      if (error instanceof OutsideError) {
        await store.update(fileId, { problem: `${SERVICE} ${error.problem}: it is asked again` });
        await services.files.refresh({ id: fileId });
      }
      throw error;
    });
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.of(fileId, change.tx))?.state !== 'ordered') return;
      if ('faults' in answer) {
        await store.update(fileId, { state: 'rejected', faults: answer.faults, problem: null }, change.tx);
        await change.reload('policy');
        change.record('policy.reject', 'policy', null, JSON.stringify({ faults: answer.faults.map(({ what }) => what) }));
        return;
      }
      const { freeLookDays, firstPremium } = change.file.product.cover?.policy ?? { freeLookDays: 0, firstPremium: 'before' };
      const freeLookUntil = freeLookDays > 0 ? addDays(change.today, freeLookDays) : null;
      await store.update(fileId, { state: 'issued', number: answer.number, issuedAt: change.now, freeLookUntil, problem: null, faults: [] }, change.tx);
      await change.reload('policy');
      change.record('policy.issue', 'policy', null, answer.number);
      await services.notices.toInsurers(change);
      await bookIssue(change);
      const { policy } = change.file;
      const account = await accountOf(change.file, fileId, change.tx);
      if (firstPremium === 'at' && policy && policy.order === null && account)
        await orderPremium(change, { ...SYSTEM, name: policy.orderedBy ?? SYSTEM.name }, policy.premium);
      await finish(change);
    });
  }
  jobs.handle('policy.issue', issueNow, { untilDone: true });

  return {
    accountOf,
    /** Collects the first premium: before the issue where the product says so, else once the policy is there. */
    collect: (reference: string, version: number, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        refuse(change);
        const row = await begun(change);
        if (row.paidAt !== null) throw PROBLEM.paid();
        if (change.file.product.cover?.policy.firstPremium === 'at' && row.state !== 'issued') throw PROBLEM.issueFirst();
        await orderPremium(change, actor, row.premium);
      }),
    /** Orders the policy; a job takes the order to the issuing system while no file is held. */
    issue: (reference: string, version: number, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        refuse(change);
        await accountFor(change);
        const row = await begun(change);
        if (row.state === 'issued' || row.state === 'ended') throw PROBLEM.issued();
        if (row.state === 'ordered') throw PROBLEM.ordered();
        if (change.file.product.cover?.policy.firstPremium === 'before' && row.paidAt === null) throw PROBLEM.premiumFirst();
        // What was rejected is another order once it was put right.
        const values = { state: 'ordered' as const, orderKey: nanoid(), orderedAt: change.now, orderedBy: actor.name, problem: null, faults: [] };
        await store.update(change.row.id, values, change.tx);
        // A job of one subject is done once: each order is a subject of its own.
        await jobs.add('policy.issue', `${change.row.id}:${values.orderKey}`, change.tx);
        change.afterwards(() => jobs.poke());
        await change.reload('policy');
        change.record('policy.order', 'policy', null, null);
      }),
    /** Something has to be put right that was approved: a premium that was paid goes back, and the file is decided again. */
    sendBack: (reference: string, version: number, question: string, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const bar = barToRelease(change.file, actor.id);
        if (bar) throw forbidden(bar);
        const { policy, stage, product } = change.file;
        if (stage !== 'completing' || !product.cover) throw PROBLEM.stage();
        if (policy?.state === 'issued' || policy?.state === 'ended') throw PROBLEM.issued();
        const open = paymentBar(change.file);
        if (open) throw refused('payment-open', open);
        if (policy?.paidAt != null) {
          const { digest } = await accountFor(change);
          await store.update(change.row.id, { paidAt: null }, change.tx);
          await services.payments.order(change, actor, { purpose: 'refund', subject: null, about: digest, amount: policy.premium, key: null });
        }
        await store.update(change.row.id, { state: 'none', faults: [], problem: null }, change.tx);
        await change.reload('policy');
        await services.decision.undoToAsk(change, question);
      }),
    /** Ends a policy on a day: what isn't earned goes back to the account that it came from. */
    end: (reference: string, { version, on, by, reason }: EndPolicy, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { policy, product } = change.file;
        if (!policy) throw PROBLEM.noPolicy();
        if (policy.state !== 'issued' || policy.paidAt === null) throw PROBLEM.notInForce();
        if (on < policy.startsOn || on > policy.endsOn) throw PROBLEM.outsideTerm({}, 'on');
        if (by === 'freeLook' && !mayGiveBack(policy, change.today)) throw PROBLEM.noFreeLook({}, 'by');
        const paid = paidFor(change.file);
        const { refund } = settlementOn(
          { years: yearsOf(change.file), paid, startsOn: policy.startsOn, endsOn: policy.endsOn },
          on,
          by,
          product.cover?.policy.shortRate ?? null,
        );
        await store.update(change.row.id, { state: 'ended', endedOn: on, endedBecause: by, refund }, change.tx);
        await change.reload('policy');
        change.record('policy.end', 'policy', null, JSON.stringify({ on, by, refund, reason }));
        await bookEnd(change, on, refund);
        if (refund > 0) {
          const { digest } = await accountFor(change);
          await services.payments.order(change, actor, { purpose: 'refund', subject: null, about: digest, amount: refund, key: null });
          await change.reload('policy');
        }
      }),
    /** The first premium of an issued policy didn't come in its days: the policy lapses, and the file with it. */
    async lapseUnpaid(change: FileChange): Promise<boolean> {
      const due = premiumDueBy(change.file);
      if (due === null || change.today <= due) return false;
      await store.update(change.row.id, { state: 'ended', endedOn: change.today, endedBecause: 'lapsed', refund: minor(0) }, change.tx);
      await change.reload('policy');
      change.record('policy.lapse', 'policy', null, null);
      // Nothing of it was ever paid.
      await bookEnd(change, addDays(change.file.policy?.startsOn ?? change.today, -1), minor(0));
      change.moveTo('lapsed');
      return true;
    },
  };
}
export type PolicyService = ReturnType<typeof policyService>;
