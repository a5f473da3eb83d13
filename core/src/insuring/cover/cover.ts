import { addMonths, daysBetween, yearsBetween, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { CoverRules } from '../../file/product/index';
import { personName, type FileState } from '../../file/state/index';
import type { Cover } from './fields';

export type CoverInput = Pick<FileState, 'product' | 'covers' | 'riders' | 'coverLines' | 'interests' | 'people' | 'request' | 'underwritings' | 'health'>;

/** Who is covered, as they are called. */
export function coveredName({ people }: Pick<FileState, 'people'>, { personId }: Pick<Cover, 'personId'>): Words {
  const person = people.find(({ id }) => id === personId);
  return person ? personName(person) : say('cover.somebody');
}

/** The day on which cover begins: as asked for, else today. */
export const startOf = ({ request }: Pick<FileState, 'request'>, today: IsoDate): IsoDate => request.advanceOn ?? today;

/**
 * Age in whole years on a day: that of the last birthday, or of the nearest one. Half a year after a birthday to the day
 * still counts as the last (common practice, no source); whole years by the calendar, 29 February as date-fns counts it.
 */
export function ageAt(birthDate: IsoDate, on: IsoDate, by: CoverRules['age']): number {
  const years = yearsBetween(birthDate, on);
  if (by === 'lastBirthday') return years;
  return daysBetween(addMonths(birthDate, years * 12 + 6), on) > 0 ? years + 1 : years;
}

/** Weight in kilograms over the square of the height in metres, to one decimal. Source: the body mass index as the World Health Organization defines it. */
export const bodyMassIndex = (heightInCentimetres: number, weightInKilograms: number): number =>
  Math.round((weightInKilograms / (heightInCentimetres / 100) ** 2) * 10) / 10;

/** Somebody's index; null while their height or weight isn't known. */
export const bodyMassOf = ({ height, weight }: Pick<Cover, 'height' | 'weight'>): number | null =>
  height !== null && weight !== null ? bodyMassIndex(height, weight) : null;

/** The band that an index lies in; undefined where it lies in none, or isn't known. */
export const bandAt = <Band extends { from: number; below?: number | undefined }>(bands: readonly Band[], index: number | null): Band | undefined =>
  index === null ? undefined : bands.find(({ from, below }) => index >= from && (below === undefined || index < below));

/** A number of the product's list as it was chosen; null where none of them was. */
export const chosenOf = (list: readonly number[] | undefined, chosen: string | null): number | null =>
  chosen === null ? null : (list?.find((one) => String(one) === chosen) ?? null);

/** The class of an occupation; null where it isn't covered, undefined where the product doesn't know it. */
export const classOf = ({ occupations }: CoverRules, code: string | null): string | null | undefined => occupations.find((one) => one.code === code)?.class;

/** Why somebody can't be covered as it is asked, each with the field that it is about. What is only missing is no problem here. */
export function coverProblems(file: CoverInput, cover: Cover, today: IsoDate): { field: keyof Cover; what: Words }[] {
  const rules = file.product.cover;
  const person = file.people.find(({ id }) => id === cover.personId);
  if (!rules || !person) return [];
  const name = personName(person);
  const problems: { field: keyof Cover; what: Words }[] = [];
  const { ages, benefit } = rules;
  if (person.birthDate !== null) {
    const age = ageAt(person.birthDate, startOf(file, today), rules.age);
    if (age < ages.least || age > ages.most)
      problems.push({ field: 'personId', what: say('cover.ageOutside', { name, age, least: ages.least, most: ages.most }) });
  }
  if (benefit && cover.benefit !== null && (cover.benefit < benefit.least || cover.benefit > benefit.most))
    problems.push({ field: 'benefit', what: say('cover.benefitOutside', { name, least: { money: benefit.least }, most: { money: benefit.most } }) });
  const occupation = rules.occupations.find(({ code }) => code === cover.occupation);
  if (occupation?.class === null) problems.push({ field: 'occupation', what: say('cover.occupationNotCovered', { name, occupation: occupation.label }) });
  const first = file.covers.find(({ personId }) => personId === cover.personId);
  if (first && first.id !== cover.id) problems.push({ field: 'personId', what: say('cover.twice', { name }) });
  return problems;
}
