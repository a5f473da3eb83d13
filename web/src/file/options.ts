import type { FileState } from '@cavren/core';
import { personName } from '@cavren/core';

export interface Option {
  value: string;
  label: string;
}
export const optionsOf = (labels: Record<string, string>): Option[] => Object.entries(labels).map(([value, label]) => ({ value, label }));
export const plainOptions = (values: readonly string[]): Option[] => values.map((value) => ({ value, label: value }));
/** Everyone in the file who may own a row. */
export const peopleOptions = (file: FileState): Option[] => file.people.map((person) => ({ value: person.id, label: personName(person) }));

/** What every chapter is given. */
export interface ChapterProps {
  file: FileState;
  path: import('@cavren/core').Path;
  locked: boolean;
}
