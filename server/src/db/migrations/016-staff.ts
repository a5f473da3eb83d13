/** Who works here until when, and up to which amount each may approve. */
export const up: string[] = ['ALTER TABLE staff ADD COLUMN ended_at DATETIME(3) NULL, ADD COLUMN authority TEXT NULL'];
