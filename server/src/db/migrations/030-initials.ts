/** Initials beside parts of an agreement. */
export const up: string[] = ['ALTER TABLE signer ADD COLUMN initials LONGTEXT NULL', 'DELETE FROM file_snapshot'];
