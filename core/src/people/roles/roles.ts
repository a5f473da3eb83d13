import { say, type Words } from '../../basis/words/index';
import { ROLE_LABEL, type Role } from '../people/index';
import type { BeneficiaryRank, FilePerson } from '../people/index';
import { rolesOf, type FileState } from '../../file/state/index';

/** Pairs of roles that one person can't have in one file, and why. Common practice, no source. */
const EXCLUDE_EACH_OTHER: readonly (readonly [Role, Role, Words])[] = [
  ['applicant', 'coApplicant', say('roles.nobodyAppliesTwiceOneFile')],
  ['applicant', 'guarantor', say('roles.whoOwesWholeCantStand')],
  ['coApplicant', 'guarantor', say('roles.whoOwesWholeCantStand')],
  ['applicant', 'householdMember', say('roles.applicantCountsHouseholdAnyway')],
  ['coApplicant', 'householdMember', say('roles.coApplicantCountsHouseholdAnyway')],
  ['applicant', 'dependant', say('roles.whoAppliesNobodysDependantSame')],
  ['coApplicant', 'dependant', say('roles.whoAppliesNobodysDependantSame')],
  ['guarantor', 'dependant', say('roles.dependantCantStandSurety')],
  ['householdMember', 'dependant', say('roles.dependantCountsHouseholdAnyway')],
  ['applicant', 'contact', say('roles.applicantSpeaksForThemselves')],
  ['applicant', 'emergencyContact', say('roles.mustSomebodyElseWhoCan')],
  ['applicant', 'referee', say('roles.nobodyVouchesForThemselves')],
  ['coApplicant', 'referee', say('roles.whoAppliesTooCantVouch')],
  ['guarantor', 'referee', say('roles.suretyHasInterestAndCant')],
  ['dependant', 'referee', say('roles.dependantCantVouch')],
  ['dependant', 'contact', say('roles.authorisedContactAge')],
  ['applicant', 'beneficiary', say('roles.benefitGoesSomebodyElseThan')],
];

/** Why a person can't have these roles together, or null. */
export function rolesProblem(roles: readonly Role[]): Words | null {
  const twice = roles.find((role, at) => roles.indexOf(role) !== at);
  if (twice) return say('roles.thereAlready', { role: ROLE_LABEL[twice] });
  const clash = EXCLUDE_EACH_OTHER.find(([a, b]) => roles.includes(a) && roles.includes(b));
  return clash ? say('roles.notAndAtOnce', { one: ROLE_LABEL[clash[0]].toLowerCase(), other: ROLE_LABEL[clash[1]].toLowerCase(), because: clash[2] }) : null;
}

/** Why somebody of a file can't be given these roles, or null: roles that exclude each other, a second applicant, none at all, or a role that the product doesn't have. */
export function personRolesProblem(file: Pick<FileState, 'people' | 'product'>, personId: string | null, roles: readonly Role[]): Words | null {
  const unknown = roles.find((role) => !file.product.roles.includes(role));
  if (unknown) return say('roles.hasNo', { product: file.product.name, role: ROLE_LABEL[unknown].toLowerCase() });
  const others = file.people.filter(({ id }) => id !== personId);
  if (roles.includes('applicant') && others.some((person) => rolesOf(person).includes('applicant'))) return say('roles.fileHasOneApplicantMake');
  const before = file.people.find(({ id }) => id === personId);
  if (before?.role === 'applicant' && roles[0] !== 'applicant') return say('roles.fileNeedsItsApplicant');
  return rolesProblem(roles);
}

/** Roles that could be added to a person, with the reason where not. */
export function rolesToAdd(file: Pick<FileState, 'people' | 'product'>, person: FilePerson): { role: Role; bar: Words | null }[] {
  const own = rolesOf(person);
  return file.product.roles.filter((role) => !own.includes(role)).map((role) => ({ role, bar: personRolesProblem(file, person.id, [...own, role]) }));
}

const SHARING = [
  { role: 'beneficialOwner', rank: 'first' },
  { role: 'beneficiary', rank: 'first' },
  { role: 'beneficiary', rank: 'second' },
] as const;

/** Shares of the whole that owners have, and beneficiaries who come first and those who come second, each the whole, in per cent, to two decimals; roles that nobody has are left out. */
export function sharesOf(
  file: Pick<FileState, 'people'>,
): { role: 'beneficialOwner' | 'beneficiary'; rank: BeneficiaryRank; total: number; people: FilePerson[]; unnamed: FilePerson[] }[] {
  return SHARING.map(({ role, rank }) => {
    const people = file.people.filter(
      (person) => rolesOf(person).includes(role) && (role === 'beneficialOwner' || (person.beneficiaryRank ?? 'first') === rank),
    );
    const total = people.reduce((sum, { share }) => sum + Math.round((share ?? 0) * 100), 0) / 100;
    return { role, rank, total, people, unnamed: people.filter(({ share }) => share === null) };
  }).filter(({ people }) => people.length > 0);
}
