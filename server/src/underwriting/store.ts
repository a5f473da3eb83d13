import type { Health, HealthAnswer, UnderwritingOutcome } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { Secrets } from '../secrets/index';

interface AnswerRow {
  id: string;
  fileId: string;
  personId: string;
  question: string;
  /** What was said, encrypted. */
  sealed: Buffer;
  answeredBy: string;
  answeredAt: string;
}
interface StandingRow {
  id: string;
  fileId: string;
  personId: string;
  state: Health['state'];
  digest: string | null;
}
type OutcomeRow = Omit<UnderwritingOutcome, 'by' | 'byId' | 'at'> & { fileId: string; madeBy: string; madeById: string; madeAt: string };

/** Answers about health, apart from files and encrypted; how far they are, and what was underwritten, are parts of files. */
export function underwritingStore(db: Sequelize, secrets: Secrets) {
  const answers = new Table<AnswerRow>(
    db,
    'health_answer',
    { id: 'key', fileId: 'key', personId: 'key', question: 'key', sealed: 'binary', answeredBy: 'text', answeredAt: 'time' },
    ['id'],
  );
  const standings = new Table<StandingRow>(db, 'health_standing', { id: 'key', fileId: 'key', personId: 'key', state: 'key', digest: 'key' }, ['id']);
  const outcomes = new Table<OutcomeRow>(
    db,
    'underwriting',
    {
      id: 'key',
      fileId: 'key',
      coverId: 'key',
      outcome: 'key',
      loading: 'decimal',
      perMille: 'decimal',
      exclusions: 'json',
      postponedUntil: 'date',
      overruled: 'bool',
      reason: 'text',
      about: 'text',
      health: 'key',
      madeBy: 'text',
      madeById: 'key',
      madeAt: 'time',
    },
    ['id'],
  );
  return {
    async answersOf(fileId: string, personId: string, tx?: Tx): Promise<HealthAnswer[]> {
      const rows = await answers.find({ fileId, personId }, { tx });
      return rows.map(({ sealed }) => JSON.parse(secrets.unseal(sealed).toString('utf8')) as HealthAnswer);
    },
    async keepAnswer(fileId: string, personId: string, answer: HealthAnswer, by: string, at: string, tx: Tx): Promise<void> {
      await answers.remove({ fileId, personId, question: answer.question }, tx);
      const sealed = secrets.seal(Buffer.from(JSON.stringify(answer)));
      await answers.insert({ id: nanoid(), fileId, personId, question: answer.question, sealed, answeredBy: by, answeredAt: at }, tx);
    },
    async keepStanding(fileId: string, { personId, state, digest }: Health, tx: Tx): Promise<void> {
      await standings.remove({ fileId, personId }, tx);
      await standings.insert({ id: nanoid(), fileId, personId, state, digest }, tx);
    },
    /** Forgets all that somebody said who isn't in the file any more. */
    async forget(fileId: string, personId: string, tx: Tx): Promise<void> {
      await answers.remove({ fileId, personId }, tx);
      await standings.remove({ fileId, personId }, tx);
    },
    async health(fileId: string, tx?: Tx): Promise<Health[]> {
      const rows = await standings.find({ fileId }, { tx, order: [['personId', 'ASC']] });
      return rows.map(({ personId, state, digest }) => ({ personId, state, digest }));
    },
    insertOutcome: (row: OutcomeRow, tx: Tx) => outcomes.insert(row, tx),
    async outcomes(fileId: string, tx?: Tx): Promise<UnderwritingOutcome[]> {
      const rows = await outcomes.find(
        { fileId },
        {
          tx,
          order: [
            ['madeAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      return rows.map(({ fileId: _, madeBy, madeById, madeAt, ...outcome }) => ({ ...outcome, by: madeBy, byId: madeById, at: madeAt }));
    },
  };
}
export type UnderwritingStore = ReturnType<typeof underwritingStore>;
