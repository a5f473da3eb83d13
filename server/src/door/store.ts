import { Table, type Sequelize, type Tx } from '../db/index';

export interface CodeRow {
  personId: string;
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
}

export function doorStore(db: Sequelize) {
  const codes = new Table<CodeRow>(
    db,
    'door_code',
    { personId: 'key', fileId: 'key', codeHash: 'key', sentTo: 'text', expiresAt: 'time', tries: 'int', lockedUntil: 'time' },
    ['personId'],
  );
  const sessions = new Table<DoorSessionRow>(
    db,
    'door_session',
    { idHash: 'key', fileId: 'key', personId: 'key', csrfToken: 'key', codeSentTo: 'text', createdAt: 'time', expiresAt: 'time' },
    ['idHash'],
  );
  return {
    code: (personId: string, tx?: Tx) => codes.one({ personId }, { tx, lock: tx !== undefined }),
    async setCode(row: CodeRow, tx: Tx): Promise<void> {
      if ((await codes.one({ personId: row.personId }, { tx, lock: true })) === null) await codes.insert(row, tx);
      else await codes.update(row, { personId: row.personId }, tx);
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
