import { NO_HANDOVER, type Handover, type IsoDate, type RoomState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { select, Table, type Sequelize, type Tx } from '../db/index';

interface RoomRow {
  id: string;
  fileId: string;
  position: number;
  room: string;
  state: RoomState | null;
  note: string | null;
}
interface SignatureRow {
  id: string;
  fileId: string;
  side: 'tenant' | 'house';
  name: string;
  whoId: string;
  signedAt: string;
  /** Digest of the record as it was signed. */
  about: string;
}
interface HandoverRow {
  fileId: string;
  keyCount: number | null;
  keysTo: string | null;
  keysAt: string | null;
  keysBy: string | null;
  early: string | null;
  /** The sealed record, by the hash of its bytes. */
  recordHash: string | null;
}
interface SeenRow {
  id: string;
  fileId: string;
  code: string;
  dueOn: IsoDate;
  seenAt: string;
  seenBy: string;
  note: string | null;
}

/** The condition of units as they are handed over, who signed it, the keys, and key dates that were seen to. */
export function handoverStore(db: Sequelize) {
  const rooms = new Table<RoomRow>(db, 'handover_room', { id: 'key', fileId: 'key', position: 'int', room: 'text', state: 'key', note: 'text' }, ['id']);
  const pictures = new Table<{ paperId: string; roomId: string; fileId: string }>(db, 'handover_picture', { paperId: 'key', roomId: 'key', fileId: 'key' }, [
    'paperId',
  ]);
  const signatures = new Table<SignatureRow>(
    db,
    'handover_signature',
    { id: 'key', fileId: 'key', side: 'key', name: 'text', whoId: 'key', signedAt: 'time', about: 'key' },
    ['id'],
  );
  const handovers = new Table<HandoverRow>(
    db,
    'handover',
    { fileId: 'key', keyCount: 'int', keysTo: 'text', keysAt: 'time', keysBy: 'text', early: 'text', recordHash: 'key' },
    ['fileId'],
  );
  const seen = new Table<SeenRow>(db, 'key_date_seen', { id: 'key', fileId: 'key', code: 'key', dueOn: 'date', seenAt: 'time', seenBy: 'text', note: 'text' }, [
    'id',
  ]);
  return {
    async load(fileId: string, tx?: Tx): Promise<Handover> {
      const row = await handovers.one({ fileId }, { tx });
      const found = await rooms.find({ fileId }, { tx, order: [['position', 'ASC']] });
      if (!row && found.length === 0) return NO_HANDOVER;
      const shown = await select<{ paper_id: string; room_id: string; name: string; media_type: string }>(
        db,
        `SELECT h.paper_id, h.room_id, p.name, p.media_type FROM handover_picture h JOIN paper p ON p.id = h.paper_id
         WHERE h.file_id = :fileId AND p.state <> 'removed' ORDER BY p.added_at, p.id`,
        { fileId },
        tx,
      );
      const signed = await signatures.find({ fileId }, { tx, order: [['signedAt', 'ASC']] });
      const dates = await seen.find({ fileId }, { tx, order: [['dueOn', 'ASC']] });
      return {
        rooms: found.map(({ id, room, state, note }) => ({
          id,
          room,
          state,
          note,
          pictures: shown.filter((one) => one.room_id === id).map((one) => ({ id: one.paper_id, name: one.name, mediaType: one.media_type })),
        })),
        signatures: signed.map(({ side, name, whoId, signedAt: at }) => ({ side, name, whoId, at })),
        keys: row?.keyCount ?? null,
        keysTo: row?.keysTo ?? null,
        keysAt: row?.keysAt ?? null,
        keysBy: row?.keysBy ?? null,
        early: row?.early ?? null,
        seenTo: dates.map(({ code, dueOn: on, seenAt: at, seenBy: by, note }) => ({ code, on, at, by, note })),
      };
    },
    async begin(fileId: string, names: readonly string[], tx: Tx): Promise<void> {
      await rooms.insertMany(
        names.map((room, position) => ({ id: nanoid(), fileId, position, room, state: null, note: null })),
        tx,
      );
      await handovers.insert({ fileId, keyCount: null, keysTo: null, keysAt: null, keysBy: null, early: null, recordHash: null }, tx);
    },
    room: (id: string, values: Pick<RoomRow, 'state' | 'note'>, tx: Tx) => rooms.update(values, { id }, tx),
    picture: (fileId: string, roomId: string, paperId: string, tx: Tx) => pictures.insert({ paperId, roomId, fileId }, tx),
    sign: (row: Omit<SignatureRow, 'id'>, tx: Tx) => signatures.insert({ id: nanoid(), ...row }, tx),
    signed: (fileId: string, tx?: Tx) => signatures.find({ fileId }, { tx, order: [['signedAt', 'ASC']] }),
    unsign: (fileId: string, tx: Tx) => signatures.remove({ fileId }, tx),
    row: (fileId: string, tx?: Tx) => handovers.one({ fileId }, { tx }),
    update: (fileId: string, values: Partial<HandoverRow>, tx: Tx) => handovers.update(values, { fileId }, tx),
    see: (row: Omit<SeenRow, 'id'>, tx: Tx) => seen.insert({ id: nanoid(), ...row }, tx),
  };
}
export type HandoverStore = ReturnType<typeof handoverStore>;
