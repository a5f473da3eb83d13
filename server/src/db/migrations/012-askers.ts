/** Who asked for a text, by a keyed digest of their address: one of them doesn't use up what is there for all. */
export const up: string[] = ['ALTER TABLE door_text ADD COLUMN asker CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NULL'];
