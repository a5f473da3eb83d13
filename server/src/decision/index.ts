import { PROBLEM } from './problems';
import { AnswerQuestion, FileAnswer, Id, MakeDecision } from '@cavren/contract';
import { applicantsOf, barToDecide, calculate, computePath, type Calculation, type Decision, type FileState, say, type Words } from '@cavren/core';
import { nanoid } from 'nanoid';
import { select, Table, type Sequelize, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, forbidden, refuseBlocked, staffFor, type Actor } from '../http/index';

interface DecisionRow {
  id: string;
  fileId: string;
  outcome: Decision['outcome'];
  reasons: string[];
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
        decisions: rows.map(({ id, outcome, reasons, comment, answer, decidedBy, decidedByName, decidedAt }) => ({
          id,
          outcome,
          reasons,
          comment,
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

/** A decision as it is made: what, why, and in which words. */
export type DecisionMade = Pick<DecisionRow, 'outcome' | 'reasons' | 'comment'>;

function decisionService({ services }: House, store: DecisionStore) {
  /** Writes a decision with the calculation that it rests on. */
  async function keep(change: FileChange, decision: DecisionMade): Promise<void> {
    await store.insert(
      {
        id: nanoid(),
        fileId: change.row.id,
        ...decision,
        answer: null,
        decidedBy: change.actor.id,
        decidedByName: change.actor.name,
        decidedAt: change.now,
        figures: calculate(change.file, change.today),
      },
      change.tx,
    );
    await change.reload('decisions');
    change.record(`decision.${decision.outcome}`, 'decision', null, JSON.stringify({ reasons: decision.reasons, comment: decision.comment }));
  }

  /** Writes to who applied, with a link to their front door. */
  async function tellApplicants(change: FileChange, subject: Words, text: Words): Promise<void> {
    for (const person of applicantsOf(change.file)) await services.invitations.send(change, person, subject, text);
  }

  return {
    keep,
    tellApplicants,
    /** A second person decides. Approval needs a Path with nothing on it but the decision. */
    async decide(reference: string, wish: MakeDecision, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version: wish.version, actor }, async (change) => {
        const bar = barToDecide(change.file, actor.id);
        if (bar) throw forbidden(bar);
        if (change.file.stage !== 'deciding') throw PROBLEM.pathNotClear();
        if (wish.outcome === 'sendBack') {
          await keep(change, { outcome: 'sendBack', reasons: [], comment: wish.question });
          change.moveTo('gathering');
          return;
        }
        if (wish.outcome === 'decline') {
          const known = change.file.product.declineReasons.map(({ code }) => code);
          if (wish.reasons.some((reason) => !known.includes(reason))) throw PROBLEM.chooseReasonsFromList({}, 'reasons');
          await keep(change, { outcome: 'decline', reasons: wish.reasons, comment: wish.comment });
          change.moveTo('declined');
          await tellApplicants(change, say('mail.decisionSubject'), say('mail.declined'));
          return;
        }
        const blocking = computePath(change.file, change.today).now.filter(({ key }) => key !== 'decision');
        if (blocking.length > 0) throw refuseBlocked('Something still stands before approval.', blocking, change.file.pack);
        await keep(change, { outcome: 'approve', reasons: [], comment: wish.comment });
        const { product } = change.file;
        const next = product.route[product.route.indexOf('deciding') + 1] ?? 'done';
        change.moveTo(next);
        const { subject, text } = product.words.approved;
        await tellApplicants(change, subject, text);
      });
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

/** Decisions of a second person, and the answers to their questions. */
export const decision: Concept = (app, house) => {
  const store = house.offer('decisionStore', decisionStore(house.db));
  const service = house.offer('decision', decisionService(house, store));
  house.plug('filePart', { name: 'decisions', empty: { decisions: [] }, load: (fileId, tx) => store.load(fileId, tx) });

  app.post('/api/files/:reference/decision', { schema: { params: FileParams, body: MakeDecision, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'decision.make');
    return service.decide(request.params.reference, request.body, actor);
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
