import { nanoid } from 'nanoid';
import { execute, Table, type Sequelize, type Tx } from '../db/index';

export interface JobRow {
  id: string;
  kind: string;
  subject: string;
  state: 'ready' | 'running' | 'done' | 'failed';
  runAt: string;
  attempts: number;
  claim: string | null;
  claimedUntil: string | null;
  lastProblem: string | null;
}

export function jobsStore(db: Sequelize) {
  const table = new Table<JobRow>(
    db,
    'job',
    { id: 'key', kind: 'key', subject: 'key', state: 'key', runAt: 'time', attempts: 'int', claim: 'key', claimedUntil: 'time', lastProblem: 'text' },
    ['id'],
  );
  return {
    /** A job of one kind about one subject is there once, however often it is added. */
    async add(kind: string, subject: string, runAt: string, tx?: Tx): Promise<void> {
      await execute(
        db,
        `INSERT INTO job (id, kind, subject, state, run_at, attempts) VALUES (:id, :kind, :subject, 'ready', :runAt, 0)
         ON DUPLICATE KEY UPDATE run_at = IF(state = 'ready', LEAST(run_at, VALUES(run_at)), run_at)`,
        { id: nanoid(), kind, subject, runAt: sqlTime(runAt) },
        tx,
      );
    },
    /** Claims due jobs by a conditional update, so that no two servers work on one. A claim that ran out is free again. */
    async claim(now: Date, most: number): Promise<JobRow[]> {
      const claim = nanoid();
      const changed = await execute(
        db,
        `UPDATE job SET state = 'running', claim = :claim, claimed_until = :until, attempts = attempts + 1
         WHERE (state = 'ready' AND run_at <= :now) OR (state = 'running' AND claimed_until < :now)
         ORDER BY run_at LIMIT ${most}`,
        { claim, until: sqlTime(new Date(now.getTime() + 60_000).toISOString()), now: sqlTime(now.toISOString()) },
      );
      return changed === 0 ? [] : table.find({ claim });
    },
    finish: (job: JobRow) => table.update({ state: 'done', lastProblem: null }, { id: job.id, claim: job.claim }),
    again: (job: JobRow, runAt: string, problem: string) =>
      table.update({ state: 'ready', runAt, lastProblem: problem.slice(0, 400) }, { id: job.id, claim: job.claim }),
    giveUp: (job: JobRow, problem: string) => table.update({ state: 'failed', lastProblem: problem.slice(0, 400) }, { id: job.id, claim: job.claim }),
    makeDue: (now: string) => table.update({ runAt: now }, { state: 'ready' }),
  };
}

/** A UTC time as MariaDB writes it. */
function sqlTime(iso: string): string {
  return iso.replace('T', ' ').replace('Z', '');
}
