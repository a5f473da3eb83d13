import { PROBLEM } from './problems';
import { AnswerQuestion, FileAnswer, Id, MakeDecision, StopFile, StopReason, TakeAppeal } from '@cavren/contract';
import {
  applicantsOf,
  asOffered,
  barToAppeal,
  barToApprove,
  barToDecide,
  barToDecline,
  calculate,
  computePath,
  isApproved,
  isEnded,
  MOST_REASONS,
  paidBar,
  paymentBar,
  type Act,
  type Authority,
  type Calculation,
  type Decision,
  type FileState,
  riskOf,
  type StaffRole,
  say,
  type Words,
  sentBackTo,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { select, Table, type Sequelize, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, forbidden, ProblemError, refuseBlocked, refused, staffFor, type Actor } from '../http/index';
import type { OfferMade } from '../offering/index';

interface DecisionRow {
  id: string;
  fileId: string;
  outcome: Decision['outcome'];
  reasons: string[];
  /** A reason that the product's list doesn't have. */
  other: string | null;
  comment: string | null;
  answer: string | null;
  decidedBy: string;
  decidedByName: string;
  decidedAt: string;
  /** The whole calculation at the moment of the decision, with the rules and tables that it read. */
  figures: Calculation;
}

export function decisionStore(db: Sequelize) {
  const table = new Table<DecisionRow>(
    db,
    'decision',
    {
      id: 'key',
      fileId: 'key',
      outcome: 'key',
      reasons: 'json',
      other: 'text',
      comment: 'text',
      answer: 'text',
      decidedBy: 'key',
      decidedByName: 'text',
      decidedAt: 'time',
      figures: 'json',
    },
    ['id'],
  );
  return {
    insert: (row: DecisionRow, tx: Tx) => table.insert(row, tx),
    byId: (fileId: string, id: string) => table.one({ fileId, id }),
    allIds: async (): Promise<string[]> => (await select<{ id: string }>(db, 'SELECT id FROM decision ORDER BY decided_at, id')).map(({ id }) => id),
    /** What was kept of decisions, as the text that it is. */
    kept: (ids: readonly string[]) =>
      ids.length === 0
        ? Promise.resolve([])
        : select<{ id: string; calculation: string }>(db, 'SELECT id, figures AS calculation FROM decision WHERE id IN (:ids)', { ids }),
    answer: (fileId: string, id: string, answer: string, tx: Tx) => table.update({ answer }, { fileId, id }, tx),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const rows = await table.find(
        { fileId },
        {
          tx,
          order: [
            ['decidedAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      return {
        decisions: rows.map(({ id, outcome, reasons, other, comment, answer, decidedBy, decidedByName, decidedAt }) => ({
          id,
          outcome,
          reasons,
          other,
          // Why compliance ended a file is for compliance alone.
          comment: outcome === 'stop' ? null : comment,
          answer,
          by: decidedByName,
          byId: decidedBy,
          at: decidedAt,
        })),
      };
    },
  };
}
export type DecisionStore = ReturnType<typeof decisionStore>;

/** A member of staff as decisions look at them. */
interface DecidingStaff {
  id: string;
  role: StaffRole;
  authority: Authority;
}

/** A decision as it is made: what, why, and in which words. */
export type DecisionMade = Pick<DecisionRow, 'outcome' | 'reasons' | 'other' | 'comment'>;

function decisionService({ services }: House, store: DecisionStore) {
  /** Writes a decision with the calculation that it rests on. @param decided the file as it was decided on, where that is not as it was asked for. */
  async function keep(change: FileChange, decision: DecisionMade, decided: FileState = change.file): Promise<void> {
    await store.insert(
      {
        id: nanoid(),
        fileId: change.row.id,
        ...decision,
        answer: null,
        decidedBy: change.actor.id,
        decidedByName: change.actor.name,
        decidedAt: change.now,
        figures: calculate(decided, change.today),
      },
      change.tx,
    );
    await change.reload('decisions');
    // Why compliance ended a file is no part of what everybody reads.
    const said =
      decision.outcome === 'stop' ? {} : { reasons: decision.reasons, ...(decision.other ? { other: decision.other } : {}), comment: decision.comment };
    change.record(`decision.${decision.outcome}`, 'decision', null, JSON.stringify(said));
  }

  /** Writes to who applied, with a link to their front door. */
  async function tellApplicants(change: FileChange, subject: Words, text: Words): Promise<void> {
    for (const person of applicantsOf(change.file)) await services.invitations.send(change, person, subject, text);
  }

  const refuseEnded = (file: FileState): void => {
    if (isEnded(file.stage)) throw PROBLEM.ended();
    const payment = paymentBar(file) ?? paidBar(file);
    if (payment) throw refused('payment-open', payment);
  };
  function refusePreparer({ file, actor }: FileChange): void {
    const bar = barToDecide(file, actor.id);
    if (bar) throw forbidden(bar);
  }
  /** Reasons of the product's list, or one in words; at least one, and no more than a notice gives. */
  function judgeReasons(file: FileState, { reasons, other }: Pick<DecisionMade, 'reasons' | 'other'>): void {
    const known = file.product.declineReasons.map(({ code }) => code);
    if (new Set(reasons).size < reasons.length || reasons.some((reason) => !known.includes(reason))) throw PROBLEM.chooseReasonsFromList({}, 'reasons');
    const count = reasons.length + (other === null ? 0 : 1);
    if (count === 0) throw PROBLEM.reasonMissing({}, 'reasons');
    if (count > MOST_REASONS) throw PROBLEM.tooManyReasons({ most: MOST_REASONS }, 'reasons');
  }

  /** A yes, as it was asked for or changed: where the product makes offers, it is offered now. */
  async function approve(change: FileChange, me: DecidingStaff, wish: OfferMade & Pick<DecisionMade, 'reasons' | 'other' | 'comment'>): Promise<void> {
    refusePreparer(change);
    const { file } = change;
    if (file.stage !== 'deciding') throw PROBLEM.pathNotClear();
    const { product } = file;
    const next = product.route[product.route.indexOf('deciding') + 1] ?? 'done';
    const changed = wish.changes.length > 0;
    if ((changed || wish.conditions.length > 0) && next !== 'offering') throw PROBLEM.noOffers();
    if (changed) judgeReasons(file, wish);
    services.details.refuseUnfit(change, wish.changes);
    const offered = changed ? asOffered(file, wish.changes) : file;
    const path = computePath(offered, change.today);
    const beyond = barToApprove(offered, me.authority, riskOf(offered, path, change.today).level);
    if (beyond) throw new ProblemError(403, 'beyond-authority', beyond, { place: file.pack });
    const blocking = path.now.filter(({ key }) => key !== 'decision' && key !== 'decision:proposed');
    if (blocking.length > 0) throw refuseBlocked('Something still stands before approval.', blocking, file.pack);
    await keep(change, { outcome: changed ? 'counter' : 'approve', reasons: wish.reasons, other: wish.other, comment: wish.comment }, offered);
    change.moveTo(next);
    if (next === 'offering') return services.offering.make(change, wish);
    const { subject, text } = product.words.approved;
    await tellApplicants(change, subject, text);
  }

  /** Ends a file with a no: what is out for signature or offered is taken back with it. */
  async function end(change: FileChange, made: DecisionMade): Promise<void> {
    await services.signing.takeBack(change, 'The application was not granted.');
    await services.offering.takeBack(change);
    await keep(change, made);
    change.moveTo('declined');
  }

  async function decline(change: FileChange, wish: Pick<DecisionMade, 'reasons' | 'other' | 'comment'>, me: DecidingStaff): Promise<void> {
    refuseEnded(change.file);
    const bar = barToDecline(change.file, me);
    if (bar) throw forbidden(bar);
    judgeReasons(change.file, wish);
    await end(change, { outcome: 'decline', reasons: wish.reasons, other: wish.other, comment: wish.comment });
    await services.notices.send(change, 'declined', applicantsOf(change.file));
  }

  /** An officer would say no, and an approver answers. */
  async function propose(change: FileChange, wish: Pick<DecisionMade, 'reasons' | 'other' | 'comment'>): Promise<void> {
    refuseEnded(change.file);
    if (isApproved(change.file)) throw refused('undo-first', say('declining.undoFirst'));
    if (change.file.decisions.at(-1)?.outcome === 'proposeDecline') throw PROBLEM.proposedAlready();
    judgeReasons(change.file, wish);
    await keep(change, { outcome: 'proposeDecline', reasons: wish.reasons, other: wish.other, comment: wish.comment });
  }

  async function goOn(change: FileChange, comment: string): Promise<void> {
    refusePreparer(change);
    if (change.file.decisions.at(-1)?.outcome !== 'proposeDecline') throw PROBLEM.nothingProposed();
    await keep(change, { outcome: 'goOn', reasons: [], other: null, comment });
  }

  /** An approver would say yes, but may not alone: what was judged so far stays, and somebody with more authority decides. */
  async function recommend(change: FileChange, comment: string): Promise<void> {
    refusePreparer(change);
    if (change.file.stage !== 'deciding') throw PROBLEM.pathNotClear();
    await keep(change, { outcome: 'recommend', reasons: [], other: null, comment });
  }

  async function sendBack(change: FileChange, question: string): Promise<void> {
    refusePreparer(change);
    if (change.file.stage !== 'deciding') throw PROBLEM.pathNotClear();
    await ask(change, question);
  }
  /** A question goes to whoever prepares the file, and the file with it. */
  async function ask(change: FileChange, question: string): Promise<void> {
    await keep(change, { outcome: 'sendBack', reasons: [], other: null, comment: question });
    change.moveTo(sentBackTo(change.file.product));
  }

  /** An approval is taken back while nothing was completed: with it the offer, and an agreement that was made on it. */
  async function undo(change: FileChange, comment: string): Promise<void> {
    refusePreparer(change);
    refuseEnded(change.file);
    if (!isApproved(change.file)) throw PROBLEM.notApproved();
    await unmake(change);
    await keep(change, { outcome: 'undo', reasons: [], other: null, comment });
    change.moveTo('deciding');
  }

  /** What was made on an approval is no more: the offer, and an agreement where that comes after the decision. */
  async function unmake(change: FileChange): Promise<void> {
    const { route } = change.file.product;
    if (route.indexOf('signing') > route.indexOf('deciding')) await services.signing.takeBack(change, 'The decision behind it was taken back.');
    if (await services.offering.takeBack(change)) await services.notices.send(change, 'undone', applicantsOf(change.file));
  }

  return {
    keep,
    tellApplicants,
    /** Somebody who completes asks for something to be put right first: what was made on the approval is no more, and the file is prepared and decided again. */
    async undoToAsk(change: FileChange, question: string): Promise<void> {
      await unmake(change);
      await ask(change, question);
    },
    /**
     * A second person decides. Approval needs a Path with nothing on it but the decision; what is offered otherwise than it
     * was asked for is judged as it would then be. A no is possible from every stage, by whom the product lets say it.
     */
    async decide(reference: string, wish: MakeDecision, actor: Actor, me: DecidingStaff): Promise<Changed> {
      return services.files.change({ reference }, { version: wish.version, actor }, (change) => {
        switch (wish.outcome) {
          case 'approve':
            return approve(change, me, { changes: [], conditions: wish.conditions, reasons: [], other: null, comment: wish.comment });
          case 'counter':
            return approve(change, me, wish);
          case 'decline':
            return decline(change, wish, me);
          case 'proposeDecline':
            return propose(change, wish);
          case 'goOn':
            return goOn(change, wish.comment);
          case 'recommend':
            return recommend(change, wish.comment);
          case 'sendBack':
            return sendBack(change, wish.question);
          case 'undo':
            return undo(change, wish.comment);
        }
      });
    },
    /** Compliance ends a file. Why is kept for compliance; those who apply are told that it doesn't go on. */
    async stop(reference: string, version: number, reason: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        refuseEnded(change.file);
        await end(change, { outcome: 'stop', reasons: [], other: null, comment: reason });
        await services.notices.send(change, 'stopped', applicantsOf(change.file));
      });
    },
    /** Somebody who was declined brings something new: the file is taken up again, and another person decides it. */
    async appeal(change: FileChange, what: string): Promise<void> {
      const bar = barToAppeal(change.file, change.today);
      if (bar) throw refused('no-appeal', bar);
      await keep(change, { outcome: 'appeal', reasons: [], other: null, comment: what });
      change.moveTo(sentBackTo(change.file.product));
    },
    async answer(reference: string, version: number, id: string, answer: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const question = change.file.decisions.find((decision) => decision.id === id && decision.outcome === 'sendBack');
        if (!question) throw PROBLEM.noQuestion();
        if (question.answer !== null) throw PROBLEM.answered();
        await store.answer(change.row.id, id, answer, change.tx);
        await change.reload('decisions');
        change.record('question.answer', `decision/${id}`, question.comment, answer);
      });
    },
  };
}

declare module '../house/index' {
  interface Services {
    decision: ReturnType<typeof decisionService>;
    decisionStore: DecisionStore;
  }
}

/** The right that each outcome needs; who may say no to which file is for `barToDecline`. */
const RIGHT_FOR: Record<MakeDecision['outcome'], Act> = {
  approve: 'decision.make',
  counter: 'decision.make',
  decline: 'decline.make',
  proposeDecline: 'decline.propose',
  goOn: 'decision.make',
  recommend: 'decision.make',
  sendBack: 'decision.make',
  undo: 'decision.make',
};

/** Decisions of a second person, and the answers to their questions. */
export const decision: Concept = (app, house) => {
  const store = house.offer('decisionStore', decisionStore(house.db));
  const service = house.offer('decision', decisionService(house, store));
  house.plug('filePart', { name: 'decisions', empty: { decisions: [] }, load: (fileId, tx) => store.load(fileId, tx) });

  app.post('/api/files/:reference/decision', { schema: { params: FileParams, body: MakeDecision, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, RIGHT_FOR[request.body.outcome]);
    return service.decide(request.params.reference, request.body, actor, actor.me);
  });
  app.post('/api/files/:reference/stop', { schema: { params: FileParams, body: StopFile, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.stop');
    return service.stop(request.params.reference, request.body.version, request.body.reason, actor);
  });
  app.get(
    '/api/files/:reference/decision/:id/stop-reason',
    { schema: { params: FileParams.extend({ id: Id }), response: { 200: StopReason } } },
    async (request) => {
      staffFor(request, 'file.stop');
      const file = await house.services.fileStore.byReference(request.params.reference);
      const stopped = file && (await store.byId(file.id, request.params.id));
      if (stopped?.outcome !== 'stop') throw PROBLEM.noStop();
      return { reason: stopped.comment ?? '', by: stopped.decidedByName, at: stopped.decidedAt };
    },
  );
  app.post('/api/files/:reference/appeal', { schema: { params: FileParams, body: TakeAppeal, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'appeal.take');
    const { version, what } = request.body;
    return house.services.files.change({ reference: request.params.reference }, { version, actor }, (change) => service.appeal(change, what));
  });
  app.post(
    '/api/files/:reference/decision/:id/answer',
    { schema: { params: FileParams.extend({ id: Id }), body: AnswerQuestion, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'question.answer');
      return service.answer(request.params.reference, request.body.version, request.params.id, request.body.answer, actor);
    },
  );
};
