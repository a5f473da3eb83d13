import { execute, select, type Sequelize } from '../db/index';

/** Somebody who has a file open. */
export interface Present {
  staffId: string;
  name: string;
  /** The chapter that they look at. */
  place: string | null;
}

/** Not seen for this long: gone. Longer than the time between two looks, so that a slow one doesn't make people blink. */
const GONE_AFTER_MS = 6_000;

/** Who has which file open, kept in the database so that people at different servers see each other. */
export function presenceStore(db: Sequelize) {
  return {
    async seen(fileId: string, staffId: string, place: string | null, now: Date): Promise<void> {
      await execute(
        db,
        'INSERT INTO presence (file_id, staff_id, place, seen_at) VALUES (:fileId, :staffId, :place, :now) ON DUPLICATE KEY UPDATE place = :place, seen_at = :now',
        { fileId, staffId, place, now },
      );
    },
    gone: (fileId: string, staffId: string) => execute(db, 'DELETE FROM presence WHERE file_id = :fileId AND staff_id = :staffId', { fileId, staffId }),
    others: (fileId: string, staffId: string, now: Date): Promise<Present[]> =>
      select(
        db,
        `SELECT p.staff_id AS staffId, s.name, p.place FROM presence p JOIN staff s ON s.id = p.staff_id
         WHERE p.file_id = :fileId AND p.staff_id <> :staffId AND p.seen_at > :since ORDER BY s.name`,
        { fileId, staffId, since: new Date(now.getTime() - GONE_AFTER_MS) },
      ),
  };
}
export type PresenceStore = ReturnType<typeof presenceStore>;
