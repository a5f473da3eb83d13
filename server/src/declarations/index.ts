import { PROBLEM } from './problems';
import { EndFile, FileAnswer, KeepMonitoring, MonitoringView } from '@cavren/contract';
import { applicantsOf, endingAnswers, isEnded, monitoringAsked, outOf, personName, signersOf, type FilePerson, type FileState, say } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { Changed } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor, type Actor } from '../http/index';

interface MonitoringRow {
  id: string;
  fileId: string;
  createdAt: string;
  personId: string;
  question: string;
  value: string | null;
  declined: boolean;
  keptBy: string | null;
  keptAt: string | null;
}

/** Answers to the monitoring questions. They are no part of a file's state or history, so that nobody who decides meets them. */
function monitoringStore(db: Sequelize) {
  const table = new Table<MonitoringRow>(
    db,
    'monitoring_answer',
    { id: 'key', fileId: 'key', createdAt: 'time', personId: 'key', question: 'key', value: 'text', declined: 'bool', keptBy: 'text', keptAt: 'time' },
    ['id'],
  );
  return {
    of: (fileId: string) => table.find({ fileId }),
    forget: (fileId: string, personId: string, tx: Tx) => table.remove({ fileId, personId }, tx),
    async keep(fileId: string, personId: string, question: string, value: string | null, declined: boolean, keptBy: string, now: string): Promise<void> {
      const known = await table.one({ personId, question });
      if (known) await table.update({ value, declined, keptBy, keptAt: now }, { id: known.id });
      else await table.insert({ id: nanoid(), fileId, createdAt: now, personId, question, value, declined, keptBy, keptAt: now });
    },
  };
}
type MonitoringStore = ReturnType<typeof monitoringStore>;

function declarationsService({ services, now }: House, monitoring: MonitoringStore) {
  async function stateOf(reference: string): Promise<{ id: string; file: FileState }> {
    const { row, file } = await services.files.state({ reference });
    return { id: row.id, file };
  }

  /** What is asked of people for fair treatment, with what they said; where nothing is, nothing is read. */
  async function monitoringFor(fileId: string, file: FileState, people: readonly FilePerson[]): Promise<MonitoringView['people']> {
    const asked = monitoringAsked(file);
    const rows = asked.length > 0 ? await monitoring.of(fileId) : [];
    return people.map((person) => ({
      personId: person.id,
      name: personName(person),
      answers: asked.map(({ code, text, options }) => {
        const row = rows.find(({ personId, question }) => personId === person.id && question === code);
        return {
          question: code,
          text,
          options,
          value: row?.value ?? null,
          declined: row?.declined ?? false,
          by: row?.keptBy ?? null,
          at: row?.keptAt ?? null,
        };
      }),
    }));
  }
  async function monitoringOf(reference: string): Promise<MonitoringView> {
    const { id, file } = await stateOf(reference);
    return {
      people: await monitoringFor(
        id,
        file,
        signersOf(file).filter(({ kind }) => kind === 'person'),
      ),
    };
  }
  /** Keeps an answer, or that it was declined. */
  async function keepAnswer(
    { id, file }: { id: string; file: FileState },
    { personId, question: code, value, declined }: z.infer<typeof KeepMonitoring>,
    by: string,
  ): Promise<void> {
    const question = monitoringAsked(file).find((candidate) => candidate.code === code);
    if (!question || !signersOf(file).some((person) => person.id === personId)) throw PROBLEM.noQuestion();
    if (value !== null && !question.options.includes(value)) throw PROBLEM.chooseOneAnswers({}, 'value');
    if (isEnded(file.stage)) throw PROBLEM.ended();
    await monitoring.keep(id, personId, code, value, declined, by, now().toISOString());
  }

  return {
    monitoringOf,
    monitoringFor,
    keepAnswer,
    async keepMonitoring(reference: string, answer: z.infer<typeof KeepMonitoring>, by: string): Promise<MonitoringView> {
      await keepAnswer(await stateOf(reference), answer, by);
      return monitoringOf(reference);
    },
    /** Ends a file by an answer that ends the matter: the product's rule declines it, the officer only says so. */
    async end(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        if (isEnded(change.file.stage)) throw PROBLEM.ended();
        const [ending] = endingAnswers(change.file);
        if (!ending?.question.ends) throw PROBLEM.nothingEnds();
        if (outOf(change.file)?.state === 'out') throw PROBLEM.fileLocked();
        const { ends, text } = ending.question;
        await services.decision.keep(change, {
          outcome: 'decline',
          reasons: [ends.reason],
          other: null,
          comment: `By rule: “${text}” was answered ${ending.answer?.value ?? ''}; ${ends.says}`,
        });
        change.record('file.end', `answer/${ending.answer?.id ?? ''}`, null, ends.says);
        change.moveTo('declined');
        const because = `${ends.says.charAt(0).toUpperCase()}${ends.says.slice(1)}`;
        await services.notices.send(change, 'declined', applicantsOf(change.file), { text: say('mail.endedByAnswer', { because }) });
      });
    },
  };
}
type DeclarationsService = ReturnType<typeof declarationsService>;

declare module '../house/index' {
  interface Services {
    declarations: DeclarationsService;
    monitoring: MonitoringStore;
  }
}

/** What people declare, answers that end the matter, and the monitoring questions. */
export const declarations: Concept = (app, house) => {
  const monitoring = house.offer('monitoring', monitoringStore(house.db));
  const service = house.offer('declarations', declarationsService(house, monitoring));

  app.post('/api/files/:reference/end', { schema: { params: FileParams, body: EndFile, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.end');
    return service.end(request.params.reference, request.body.version, actor);
  });
  app.get('/api/files/:reference/monitoring', { schema: { params: FileParams, response: { 200: MonitoringView } } }, async (request) => {
    staffFor(request, 'monitoring.keep');
    return service.monitoringOf(request.params.reference);
  });
  app.post('/api/files/:reference/monitoring', { schema: { params: FileParams, body: KeepMonitoring, response: { 200: MonitoringView } } }, async (request) => {
    const { name } = staffFor(request, 'monitoring.keep');
    return service.keepMonitoring(request.params.reference, request.body, name);
  });
};
