import { code, describeDetail, text, type RowOf } from '../../basis/detail/index';

/** Another way to ask, laid beside the request: its name, and what it would change, as changes of details. */
export const VARIANT = describeDetail({
  word: 'version beside the request',
  chapter: 'request',
  part: 'variants',
  table: 'variant',
  ofLoans: true,
  fields: { label: text('Name', 80), changes: code('What it changes', 8000) },
});
export type Variant = RowOf<typeof VARIANT>;
