import type { LinkPurpose } from '@cavren/contract';
import { execute, select, Table, type Sequelize, type Tx } from '../db/index';

export interface CodeRow {
  personId: string;
  /** The browser that asked: nobody else can use the code, or use it up. */
  browserHash: string;
  fileId: string;
  codeHash: string | null;
  sentTo: string | null;
  expiresAt: string | null;
  tries: number;
  lockedUntil: string | null;
}

export interface DoorSessionRow {
  idHash: string;
  fileId: string;
  personId: string;
  csrfToken: string;
  codeSentTo: string | null;
  createdAt: string;
  expiresAt: string;
  /** What it lets somebody see and do. */
  purpose: LinkPurpose;
}

export function doorStore(db: Sequelize) {
  const codes = new Table<CodeRow>(
    db,
    'door_code',
    {
      personId: 'key',
      browserHash: 'key',
      fileId: 'key',
      codeHash: 'key',
      sentTo: 'text',
      expiresAt: 'time',
      tries: 'int',
      lockedUntil: 'time',
    },
    ['personId', 'browserHash'],
  );
  const sessions = new Table<DoorSessionRow>(
    db,
    'door_session',
    { idHash: 'key', fileId: 'key', personId: 'key', csrfToken: 'key', codeSentTo: 'text', createdAt: 'time', expiresAt: 'time', purpose: 'key' },
    ['idHash'],
  );
  return {
    code: (personId: string, browserHash: string, tx?: Tx) => codes.one({ personId, browserHash }, { tx, lock: tx !== undefined }),
    /** How many codes a phone was sent since a time, for those who were expected or for others, and how many of them by one asker; whichever file they are about. */
    async textsTo(phone: string, expected: boolean, asker: string, since: Date, tx: Tx): Promise<{ all: number; byAsker: number }> {
      const [row] = await select<{ count: string; byAsker: string | null }>(
        db,
        'SELECT COUNT(*) AS count, SUM(asker = :asker) AS byAsker FROM door_text WHERE phone = :phone AND expected = :expected AND sent_at > :since',
        { phone, expected, asker, since },
        tx,
      );
      return { all: Number(row?.count ?? 0), byAsker: Number(row?.byAsker ?? 0) };
    },
    async textSent(phone: string, expected: boolean, asker: string, at: Date, keptSince: Date, tx: Tx): Promise<void> {
      await execute(db, 'INSERT INTO door_text (phone, expected, asker, sent_at) VALUES (:phone, :expected, :asker, :at)', { phone, expected, asker, at }, tx);
      await execute(db, 'DELETE FROM door_text WHERE sent_at < :keptSince LIMIT 100', { keptSince }, tx);
    },
    async setCode(row: CodeRow, tx: Tx): Promise<void> {
      const { personId, browserHash } = row;
      if ((await codes.one({ personId, browserHash }, { tx, lock: true })) === null) await codes.insert(row, tx);
      else await codes.update(row, { personId, browserHash }, tx);
    },
    addSession: (row: DoorSessionRow, tx?: Tx) => sessions.insert(row, tx),
    session: (idHash: string) => sessions.one({ idHash }),
    /** Ends all with which somebody of a file can come in or is in. */
    async endOf(fileId: string, personId: string, tx: Tx): Promise<void> {
      await sessions.remove({ fileId, personId }, tx);
      await codes.remove({ personId }, tx);
    },
    endSession: (idHash: string) => sessions.remove({ idHash }),
  };
}
export type DoorStore = ReturnType<typeof doorStore>;
