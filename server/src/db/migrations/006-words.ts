/** What lists and findings say is kept as codes with values, and said where it is shown; sentences of before stay as they are. */
export const up: string[] = [
  'ALTER TABLE file MODIFY next_what TEXT NULL',
  'UPDATE file SET next_what = JSON_QUOTE(next_what) WHERE next_what IS NOT NULL',
  'ALTER TABLE file_waiting MODIFY what TEXT NOT NULL',
  'UPDATE file_waiting SET what = JSON_QUOTE(what)',
  'ALTER TABLE finding MODIFY label TEXT NOT NULL, MODIFY stated TEXT NULL, MODIFY found TEXT NULL',
  'UPDATE finding SET label = JSON_QUOTE(label), stated = JSON_QUOTE(stated), found = JSON_QUOTE(found)',
];
