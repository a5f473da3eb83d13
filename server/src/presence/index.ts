import { execute, select, type Sequelize } from '../db/index';

/** Somebody who has a file open. */
export interface Present {
  staffId: string;
  name: string;
  /** The chapter that they look at. */
  place: string | null;
}

/** Somebody who is connected to this server. */
export interface Seen {
  fileId: string;
  staffId: string;
  place: string | null;
}

/** Not seen for this long: gone. Longer than the time between two looks, so that a slow one doesn't make people blink. */
const GONE_AFTER_MS = 6_000;

/** Who has which file open, kept in the database so that people at different servers see each other. */
export function presenceStore(db: Sequelize) {
  return {
    /** Says of everybody who is connected here where they are, in one statement. */
    async seen(people: readonly Seen[], now: Date): Promise<void> {
      if (people.length === 0) return;
      await db.query(
        `INSERT INTO presence (file_id, staff_id, place, seen_at) VALUES :rows
         ON DUPLICATE KEY UPDATE place = VALUES(place), seen_at = VALUES(seen_at)`,
        { replacements: { rows: people.map(({ fileId, staffId, place }) => [fileId, staffId, place, now]) } },
      );
    },
    gone: (fileId: string, staffId: string) => execute(db, 'DELETE FROM presence WHERE file_id = :fileId AND staff_id = :staffId', { fileId, staffId }),
    /** Who has some files open, by file, in one question. */
    async present(fileIds: readonly string[], now: Date): Promise<Map<string, Present[]>> {
      const found = new Map<string, Present[]>();
      if (fileIds.length === 0) return found;
      const rows = await select<Present & { fileId: string }>(
        db,
        `SELECT p.file_id AS fileId, p.staff_id AS staffId, s.name, p.place FROM presence p JOIN staff s ON s.id = p.staff_id
         WHERE p.file_id IN (:fileIds) AND p.seen_at > :since ORDER BY s.name`,
        { fileIds, since: new Date(now.getTime() - GONE_AFTER_MS) },
      );
      for (const { fileId, ...person } of rows) found.set(fileId, [...(found.get(fileId) ?? []), person]);
      return found;
    },
  };
}
export type PresenceStore = ReturnType<typeof presenceStore>;
