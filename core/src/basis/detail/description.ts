import type { Field } from './field';

/** What every row of a file has beside what is stated in it. */
export interface Row {
  id: string;
  /** UTC time at which the row was made. */
  createdAt: string;
}

/** One kind of row of a file, described once; rows, blank rows, requests, columns, screens and words follow from it. */
export interface Description<Fields extends Record<string, Field> = Record<string, Field>> {
  /** The word for one, in a sentence: “address”. */
  word: string;
  /** The chapter in which it is keyed. */
  chapter: string;
  /** The name of its rows in a file's state. */
  part: string;
  /** The database's table. */
  table: string;
  /** Whether it is there once in every file, and not in rows. */
  single: boolean;
  /** Whose row it is, where it belongs to somebody: the field with the id of the person, or of several. Without one it is the household's. */
  owner: (keyof Fields & string) | null;
  /** Only with loans. */
  ofLoans: boolean;
  /** Whether applicants may add and remove rows of their own. */
  rowsBy: 'staff' | 'applicant';
  /** Of how many there can be at most in a file, where it isn't as many as of other rows. */
  most?: number;
  fields: Fields;
}

export function describeDetail<const Part extends string, Fields extends Record<string, Field>>(
  description: Pick<Description<Fields>, 'word' | 'chapter' | 'table' | 'fields'> &
    Partial<Pick<Description<Fields>, 'single' | 'owner' | 'ofLoans' | 'rowsBy' | 'most'>> & { part: Part },
): Description<Fields> & { part: Part } {
  return { single: false, owner: null, ofLoans: false, rowsBy: 'staff', ...description };
}

type ValueOf<Described> = Described extends Field<infer Value> ? Value : never;
/** What is stated in a row of a description. */
export type StatedIn<Of extends { fields: Record<string, Field> }> = { [Name in keyof Of['fields']]: ValueOf<Of['fields'][Name]> };
/** A row of a description. */
export type RowOf<Of extends { fields: Record<string, Field> }> = Row & StatedIn<Of>;

/** A row as it begins, before anything is stated in it. */
export function blankOf<Of extends { fields: Record<string, Field> }>(description: Of): StatedIn<Of> {
  return Object.fromEntries(Object.entries(description.fields).map(([name, { blank }]) => [name, blank])) as StatedIn<Of>;
}
