import type { Check, FileState, Finding } from '@cavren/core';
import { Table, without, type Sequelize, type Tx } from '../db/index';

export interface CheckRow extends Omit<Check, 'findings'> {
  fileId: string;
}

interface FindingRow extends Finding {
  fileId: string;
  checkId: string;
  position: number;
}

export function checksStore(db: Sequelize) {
  const checks = new Table<CheckRow>(
    db,
    'outside_check',
    {
      id: 'key',
      fileId: 'key',
      personId: 'key',
      kind: 'key',
      state: 'key',
      askedAbout: 'key',
      askedAt: 'time',
      answeredAt: 'time',
      attempts: 'int',
      lastProblem: 'text',
    },
    ['id'],
  );
  const findings = new Table<FindingRow>(
    db,
    'finding',
    {
      id: 'key',
      fileId: 'key',
      checkId: 'key',
      position: 'int',
      kind: 'key',
      label: 'json',
      stated: 'json',
      found: 'json',
      agrees: 'bool',
      score: 'decimal',
      reasons: 'json',
      resolution: 'key',
      reason: 'text',
      resolvedBy: 'text',
      resolvedAt: 'time',
    },
    ['id'],
  );
  return {
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const [rows, found] = [
        await checks.find(
          { fileId },
          {
            tx,
            order: [
              ['askedAt', 'ASC'],
              ['id', 'ASC'],
            ],
          },
        ),
        await findings.find(
          { fileId },
          {
            tx,
            order: [
              ['position', 'ASC'],
              ['id', 'ASC'],
            ],
          },
        ),
      ];
      return {
        checks: rows.map((row) => ({
          ...without(row, ['fileId']),
          findings: found.filter(({ checkId }) => checkId === row.id).map((finding) => without(finding, ['fileId', 'checkId', 'position'])),
        })),
      };
    },
    insert: (row: CheckRow, tx: Tx) => checks.insert(row, tx),
    byId: (id: string) => checks.one({ id }),
    removeWaiting: (id: string, tx: Tx) => checks.remove({ id, state: 'waiting' }, tx),
    answered: (id: string, at: string, tx: Tx) => checks.update({ state: 'answered', answeredAt: at, lastProblem: null }, { id, state: 'waiting' }, tx),
    failedOnce: (row: CheckRow, problem: string) =>
      checks.update({ attempts: row.attempts + 1, lastProblem: problem.slice(0, 200) }, { id: row.id, state: 'waiting' }),
    insertFindings: (fileId: string, checkId: string, rows: readonly Finding[], tx: Tx) =>
      findings.insertMany(
        rows.map((row, position) => ({ ...row, fileId, checkId, position })),
        tx,
      ),
    resolve: (id: string, values: Pick<Finding, 'resolution' | 'reason' | 'resolvedBy' | 'resolvedAt'>, tx: Tx) => findings.update(values, { id }, tx),
  };
}
export type ChecksStore = ReturnType<typeof checksStore>;
