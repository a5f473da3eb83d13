import type { FileState } from '@cavren/core';
import { COUNTRIES, countryName, personName, plays } from '@cavren/core';

export interface Option {
  value: string;
  label: string;
  /** How it reads in a line, where there is little room. */
  short?: string;
}
export const optionsOf = (labels: Record<string, string>): Option[] => Object.entries(labels).map(([value, label]) => ({ value, label }));
export const plainOptions = (values: readonly string[]): Option[] => values.map((value) => ({ value, label: value }));
/** States or regions of a place. */
export const regionOptions = ({ pack }: Pick<FileState, 'pack'>): Option[] =>
  pack.regions.map(({ code, name }) => ({ value: code, label: `${code} ${name}`, short: code }));
let countries: Option[] | null = null;
export const countryOptions = (): Option[] =>
  (countries ??= COUNTRIES.map((value) => ({ value, label: countryName(value) })).sort((a, b) => a.label.localeCompare(b.label)));
/** Somebody of a file by id. @param otherwise for who isn't in it. */
export function nameIn({ people }: Pick<FileState, 'people'>, id: string, otherwise = ''): string {
  const person = people.find((one) => one.id === id);
  return person ? personName(person) : otherwise;
}
/** Everyone in the file who may own a row. */
export const peopleOptions = (file: FileState): Option[] => file.people.map((person) => ({ value: person.id, label: personName(person) }));

/** What every chapter is given. */
export interface ChapterProps {
  file: FileState;
  path: import('@cavren/core').Path;
  locked: boolean;
}

/** Everyone who may owe or own something, alone or two of them together. */
export function ownerOptions(file: FileState): Option[] {
  const owners = file.people.filter((person) => plays(person, ['applicant', 'coApplicant', 'guarantor', 'householdMember']));
  const pairs = owners.flatMap((one, at) =>
    owners.slice(at + 1).map((other) => ({ value: `${one.id} ${other.id}`, label: `${shortName(one)} and ${shortName(other)}` })),
  );
  return [...owners.map((person) => ({ value: person.id, label: personName(person) })), ...pairs];
}
const shortName = (person: FileState['people'][number]): string => person.knownAs ?? personName(person).split(' ')[0] ?? '';
