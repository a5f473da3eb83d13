import { ROLE_LABEL, type Role } from '../people/index';
import type { FilePerson } from '../people/index';
import { rolesOf, type FileState } from '../../file/state/index';

/** Pairs of roles that one person can't have in one file, and why. Common practice, no source. */
const EXCLUDE_EACH_OTHER: readonly (readonly [Role, Role, string])[] = [
  ['applicant', 'coApplicant', 'nobody applies twice in one file'],
  ['applicant', 'guarantor', 'who owes the whole can’t stand surety for it'],
  ['coApplicant', 'guarantor', 'who owes the whole can’t stand surety for it'],
  ['applicant', 'householdMember', 'an applicant counts in the household anyway'],
  ['coApplicant', 'householdMember', 'a co-applicant counts in the household anyway'],
  ['applicant', 'dependant', 'who applies is nobody’s dependant in the same file'],
  ['coApplicant', 'dependant', 'who applies is nobody’s dependant in the same file'],
  ['guarantor', 'dependant', 'a dependant can’t stand surety'],
  ['householdMember', 'dependant', 'a dependant counts in the household anyway'],
  ['applicant', 'contact', 'an applicant speaks for themselves'],
  ['applicant', 'emergencyContact', 'it must be somebody else who can be called'],
  ['applicant', 'referee', 'nobody vouches for themselves'],
  ['coApplicant', 'referee', 'who applies too can’t vouch'],
  ['guarantor', 'referee', 'a surety has an interest and can’t vouch'],
  ['dependant', 'referee', 'a dependant can’t vouch'],
  ['dependant', 'contact', 'an authorised contact is of age'],
  ['applicant', 'beneficiary', 'a benefit goes to somebody else than who is covered'],
];

/** Why a person can't have these roles together, or null. */
export function rolesProblem(roles: readonly Role[]): string | null {
  const twice = roles.find((role, at) => roles.indexOf(role) !== at);
  if (twice) return `${ROLE_LABEL[twice]} is there already`;
  const clash = EXCLUDE_EACH_OTHER.find(([a, b]) => roles.includes(a) && roles.includes(b));
  return clash ? `Not ${ROLE_LABEL[clash[0]].toLowerCase()} and ${ROLE_LABEL[clash[1]].toLowerCase()} at once: ${clash[2]}` : null;
}

/** Why somebody of a file can't be given these roles, or null: roles that exclude each other, a second applicant, none at all, or a role that the product doesn't have. */
export function personRolesProblem(file: Pick<FileState, 'people' | 'product'>, personId: string | null, roles: readonly Role[]): string | null {
  const unknown = roles.find((role) => !file.product.roles.includes(role));
  if (unknown) return `${file.product.name} has no ${ROLE_LABEL[unknown].toLowerCase()}`;
  const others = file.people.filter(({ id }) => id !== personId);
  if (roles.includes('applicant') && others.some((person) => rolesOf(person).includes('applicant')))
    return 'A file has one applicant; make this person a co-applicant';
  const before = file.people.find(({ id }) => id === personId);
  if (before?.role === 'applicant' && roles[0] !== 'applicant') return 'A file needs its applicant';
  return rolesProblem(roles);
}

/** Roles that could be added to a person, with the reason where not. */
export function rolesToAdd(file: Pick<FileState, 'people' | 'product'>, person: FilePerson): { role: Role; bar: string | null }[] {
  const own = rolesOf(person);
  return file.product.roles.filter((role) => !own.includes(role)).map((role) => ({ role, bar: personRolesProblem(file, person.id, [...own, role]) }));
}

/** Shares of the whole that owners and beneficiaries have, in per cent, to two decimals; roles that nobody has are left out. */
export function sharesOf(
  file: Pick<FileState, 'people'>,
): { role: 'beneficialOwner' | 'beneficiary'; total: number; people: FilePerson[]; unnamed: FilePerson[] }[] {
  return (['beneficialOwner', 'beneficiary'] as const)
    .map((role) => {
      const people = file.people.filter((person) => rolesOf(person).includes(role));
      const total = people.reduce((sum, { share }) => sum + Math.round((share ?? 0) * 100), 0) / 100;
      return { role, total, people, unnamed: people.filter(({ share }) => share === null) };
    })
    .filter(({ people }) => people.length > 0);
}
