/** By which way the words of an entry's name were made, so that those of an earlier one are made anew. */
export const up: string[] = [
  'ALTER TABLE person ADD COLUMN words_by TINYINT UNSIGNED NOT NULL DEFAULT 1',
  'ALTER TABLE person ALTER COLUMN words_by SET DEFAULT 2',
  'ALTER TABLE person ADD INDEX person_words_by (words_by, merged_into)',
];
