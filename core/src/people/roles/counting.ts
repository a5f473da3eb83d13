import { rolesOf, type FileState } from '../../file/state/index';
import type { Means } from '../../file/product/index';
import type { FilePerson } from '../people/index';

/** The share of somebody's means that counts in a file of the product: the highest that one of their roles has. */
export function countedShare(product: Pick<FileState['product'], 'household'>, person: Pick<FilePerson, 'role' | 'alsoRoles'>, means: Means): number {
  return Math.max(0, ...rolesOf(person).map((role) => product.household.counts[role]?.[means] ?? 0));
}

/** The share that counts of what several people own or owe together: the highest that one of them has. */
export function countedShareOf(file: Pick<FileState, 'people' | 'product'>, ids: readonly string[], means: Means): number {
  return Math.max(0, ...file.people.filter(({ id }) => ids.includes(id)).map((person) => countedShare(file.product, person, means)));
}
