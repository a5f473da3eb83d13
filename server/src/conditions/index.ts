import { PROBLEM } from './problems';
import { AnswerException, AskException, FileAnswer, Id } from '@cavren/contract';
import { computePath, evidenceDifferences, figureAbout, needsAnother, type Exception, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, without, type Sequelize, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor, type Actor } from '../http/index';

interface ExceptionRow extends Exception {
  fileId: string;
  askedById: string;
}

function conditionsStore(db: Sequelize) {
  const table = new Table<ExceptionRow>(
    db,
    'exception',
    {
      id: 'key',
      fileId: 'key',
      subject: 'text',
      value: 'decimal',
      reason: 'text',
      askedBy: 'text',
      askedById: 'key',
      askedAt: 'time',
      answer: 'key',
      answeredBy: 'text',
      answeredAt: 'time',
    },
    ['id'],
  );
  return {
    insert: (row: ExceptionRow, tx: Tx) => table.insert(row, tx),
    byId: (fileId: string, id: string, tx: Tx) => table.one({ fileId, id }, { tx }),
    answer: (id: string, values: Pick<Exception, 'answer' | 'answeredBy' | 'answeredAt'>, tx: Tx) => table.update(values, { id }, tx),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const rows = await table.find(
        { fileId },
        {
          tx,
          order: [
            ['askedAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      return { exceptions: rows.map((row) => without(row, ['fileId', 'askedById'])) };
    },
  };
}

/** Conditions follow from the file; what is kept of them here is who wanted one let go, and the answer. */
function conditionsService({ services }: House, store: ReturnType<typeof conditionsStore>) {
  return {
    /** Puts something to another person, in a file that is being changed. @param value the figure as it is, where it is about one. */
    async put(change: FileChange, subject: string, value: number | null, reason: string): Promise<void> {
      const { row, tx, actor, now: askedAt } = change;
      const unanswered = { answer: null, answeredBy: null, answeredAt: null };
      await store.insert({ id: nanoid(), fileId: row.id, subject, value, reason, askedBy: actor.name, askedById: actor.id, askedAt, ...unanswered }, tx);
      await change.reload('exceptions');
      change.record('exception.ask', subject, null, reason);
    },
    async askException(reference: string, version: number, subject: string, reason: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const path = computePath(change.file, change.today);
        const { conditions, figures } = path;
        const measure = figureAbout(path, subject)?.figure;
        const condition = conditions.find(({ key }) => `condition:${key}` === subject);
        const { product } = change.file;
        const differing = needsAnother(product, 'paperDiffers') ? evidenceDifferences(change.file, change.today) : [];
        const referred = [...figures.questions.filter((question) => needsAnother(product, question.code)), ...differing].some(
          (one) => `income:${one.subject}` === subject,
        );
        const excusable = measure
          ? measure.verdict === 'outside' || measure.verdict === 'refer'
          : referred || condition?.state === 'outstanding' || condition?.state === 'received';
        if (!excusable) throw PROBLEM.nothingToExcuse();
        if (change.file.exceptions.some((exception) => exception.subject === subject && exception.answer === null)) throw PROBLEM.exceptionAsked();
        await this.put(change, subject, measure?.value ?? null, reason);
      });
    },
    async answerException(reference: string, version: number, id: string, answer: 'granted' | 'refused', actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const exception = await store.byId(change.row.id, id, change.tx);
        if (!exception) throw PROBLEM.noException();
        if (exception.answer !== null) throw PROBLEM.exceptionAnswered();
        if (exception.askedById === actor.id) throw PROBLEM.fourEyes();
        await store.answer(id, { answer, answeredBy: actor.name, answeredAt: change.now }, change.tx);
        await change.reload('exceptions');
        change.record('exception.answer', exception.subject, exception.reason, answer);
      });
    },
  };
}

declare module '../house/index' {
  interface Services {
    conditions: ReturnType<typeof conditionsService>;
  }
}

/** Exceptions: who wanted a condition or a limit let go, and the answer. */
export const conditions: Concept = (app, house) => {
  const store = conditionsStore(house.db);
  const service = house.offer('conditions', conditionsService(house, store));
  house.plug('filePart', { name: 'exceptions', empty: { exceptions: [] }, load: (fileId, tx) => store.load(fileId, tx) });

  app.post('/api/files/:reference/exceptions', { schema: { params: FileParams, body: AskException, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'exception.ask');
    const { version, subject, reason } = request.body;
    return service.askException(request.params.reference, version, subject, reason, actor);
  });
  app.post(
    '/api/files/:reference/exceptions/:id',
    { schema: { params: FileParams.extend({ id: Id }), body: AnswerException, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'exception.answer');
      return service.answerException(request.params.reference, request.body.version, request.params.id, request.body.answer, actor);
    },
  );
};
