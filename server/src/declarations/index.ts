import { EndFile, FileAnswer, KeepMonitoring, MonitoringView, type FileView } from '@cavren/contract';
import { endingAnswers, isEnded, personName, signersOf, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import { Table, type Sequelize } from '../db/index';
import { keepDecision, tellApplicants, type DecisionStore } from '../decision/index';
import type { EntityDefinition } from '../details/index';
import type { Invitations } from '../door/index';
import { FileParams, type Files, type FilesStore } from '../files/index';
import { invalid, notFound, refused, staffFor, type Actor, type App } from '../http/index';

export const answerEntity: EntityDefinition = {
  entity: 'answer',
  table: 'answer',
  part: 'answers',
  fields: { personId: 'key', question: 'key', value: 'text', explanation: 'text' },
};

interface MonitoringRow {
  id: string;
  fileId: string;
  createdAt: string;
  personId: string;
  question: string;
  value: string | null;
  declined: boolean;
}

/** Answers to the monitoring questions. They are no part of a file's state or history, so that nobody who decides meets them. */
export function monitoringStore(db: Sequelize) {
  const table = new Table<MonitoringRow>(
    db,
    'monitoring_answer',
    { id: 'key', fileId: 'key', createdAt: 'time', personId: 'key', question: 'key', value: 'text', declined: 'bool' },
    ['id'],
  );
  return {
    of: (fileId: string) => table.find({ fileId }),
    async keep(fileId: string, personId: string, question: string, value: string | null, declined: boolean, now: string): Promise<void> {
      const known = await table.one({ personId, question });
      if (known) await table.update({ value, declined }, { id: known.id });
      else await table.insert({ id: nanoid(), fileId, createdAt: now, personId, question, value, declined });
    },
  };
}
export type MonitoringStore = ReturnType<typeof monitoringStore>;

interface Parts {
  files: Files;
  filesStore: FilesStore;
  decisions: DecisionStore;
  invitations: Invitations;
  monitoring: MonitoringStore;
  now: () => Date;
}

export function declarationsService({ files, filesStore, decisions, invitations, monitoring, now }: Parts) {
  async function stateOf(reference: string): Promise<{ id: string; file: FileState }> {
    const row = await filesStore.byReference(reference);
    if (!row) throw notFound('This file');
    return { id: row.id, file: (await files.state(row.id)).file };
  }

  async function monitoringOf(reference: string): Promise<MonitoringView> {
    const { id, file } = await stateOf(reference);
    const rows = await monitoring.of(id);
    return {
      people: signersOf(file)
        .filter(({ kind }) => kind === 'person')
        .map((person) => ({
          personId: person.id,
          name: personName(person),
          answers: file.product.monitoring.map(({ code, text, options }) => {
            const row = rows.find(({ personId, question }) => personId === person.id && question === code);
            return { question: code, text, options, value: row?.value ?? null, declined: row?.declined ?? false };
          }),
        })),
    };
  }

  return {
    monitoringOf,
    async keepMonitoring(reference: string, { personId, question: code, value, declined }: z.infer<typeof KeepMonitoring>): Promise<MonitoringView> {
      const { id, file } = await stateOf(reference);
      const question = file.product.monitoring.find((candidate) => candidate.code === code);
      if (!question || !signersOf(file).some((person) => person.id === personId)) throw notFound('This question');
      if (value !== null && !question.options.includes(value)) throw invalid([{ path: 'value', message: 'Choose one of the answers.' }]);
      if (isEnded(file.stage)) throw refused('ended', 'This file has ended already.');
      await monitoring.keep(id, personId, code, value, declined, now().toISOString());
      return monitoringOf(reference);
    },
    /** Ends a file by an answer that ends the matter: the product's rule declines it, the officer only says so. */
    async end(reference: string, version: number, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        if (isEnded(change.file.stage)) throw refused('ended', 'This file has ended already.');
        const [ending] = endingAnswers(change.file);
        if (!ending?.question.ends) throw refused('nothing-ends', 'No answer ends this matter.');
        if (change.file.envelope?.state === 'out') throw refused('file-locked', 'Signatures are out: unlock the file first.');
        const { ends, text } = ending.question;
        await keepDecision(decisions, change, {
          outcome: 'decline',
          reasons: [ends.reason],
          comment: `By rule: “${text}” was answered ${ending.answer?.value ?? ''}; ${ends.says}`,
        });
        change.record('file.end', `answer/${ending.answer?.id ?? ''}`, null, ends.says);
        change.moveTo('declined');
        await tellApplicants(invitations, change, 'Your application', `${ends.says.charAt(0).toUpperCase()}${ends.says.slice(1)} You can see the reason here:`);
      });
    },
  };
}
export type DeclarationsService = ReturnType<typeof declarationsService>;

export function declarationRoutes(app: App, service: DeclarationsService): void {
  app.post('/api/files/:reference/end', { schema: { params: FileParams, body: EndFile, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.end');
    return service.end(request.params.reference, request.body.version, actor);
  });
  app.get('/api/files/:reference/monitoring', { schema: { params: FileParams, response: { 200: MonitoringView } } }, async (request) => {
    staffFor(request, 'monitoring.keep');
    return service.monitoringOf(request.params.reference);
  });
  app.post('/api/files/:reference/monitoring', { schema: { params: FileParams, body: KeepMonitoring, response: { 200: MonitoringView } } }, async (request) => {
    staffFor(request, 'monitoring.keep');
    return service.keepMonitoring(request.params.reference, request.body);
  });
}
