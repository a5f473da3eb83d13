import { say, type Words } from '../../basis/words/index';
import { applicantOf, personName, type FileState } from '../../file/state/index';
import { relationBetween } from '../../people/household/index';
import type { FilePerson } from '../../people/people/fields';

type Input = Pick<FileState, 'people' | 'relations'>;

/** Who files a return together, and everybody whom they claim. Source: 26 CFR 1.36B-1(d), from memory. */
export interface TaxHousehold {
  /** Who files it: one, or two who file jointly. */
  filers: FilePerson[];
  /** Everybody who counts in its size, those who file first. */
  members: FilePerson[];
  /** Whether whoever files it is married and files apart from who they are married to. */
  separately: boolean;
}

/** What isn't said yet, or contradicts something, with the field that says it. */
export interface HouseholdLack {
  what: Words;
  personId: string;
  field: 'filingStatus' | 'claimedBy';
}

const isPerson = ({ kind }: FilePerson): boolean => kind === 'person';

/** The household of tax that the applicant is in, or what lacks before it is known. */
export function taxHouseholdOf(file: Input): TaxHousehold | HouseholdLack {
  const applicant = applicantOf(file);
  if (!applicant) return { what: say('assistance.noApplicant'), personId: '', field: 'claimedBy' };
  const claimer = claimerOf(file, applicant);
  const filer = claimer ?? applicant;
  const name = personName(filer);
  if (claimer && claimerOf(file, claimer)) return { what: say('assistance.claimsAndIsClaimed', { name }), personId: claimer.id, field: 'claimedBy' };
  if (filer.filingStatus === null) return { what: say('assistance.howFiles', { name }), personId: filer.id, field: 'filingStatus' };
  const filers = [filer];
  if (filer.filingStatus === 'jointly') {
    const spouse = file.people.find((other) => isPerson(other) && other.id !== filer.id && relationBetween(file.relations, other.id, filer.id) === 'spouse');
    if (!spouse) return { what: say('assistance.withWhomFiles', { name }), personId: filer.id, field: 'filingStatus' };
    if (spouse.filingStatus !== 'jointly')
      return { what: say('assistance.filesJointlyToo', { name: personName(spouse), with: name }), personId: spouse.id, field: 'filingStatus' };
    filers.push(spouse);
  }
  const claimed = file.people.filter((person) => isPerson(person) && filers.some(({ id }) => id === person.claimedBy));
  const both = filers.find((one) => claimerOf(file, one));
  if (both) return { what: say('assistance.claimsAndIsClaimed', { name: personName(both) }), personId: both.id, field: 'claimedBy' };
  return { filers, members: [...filers, ...claimed], separately: filer.filingStatus === 'separately' };
}

/** Whose income counts in a household: of those who file, and of who is claimed where they have to file a return too. */
export const countingIn = ({ filers, members }: TaxHousehold): FilePerson[] => members.filter((person) => filers.includes(person) || person.mustFile);

/** By whom of the file somebody is claimed; nobody claims themselves. */
const claimerOf = ({ people }: Input, { id, claimedBy }: FilePerson): FilePerson | null =>
  claimedBy === null || claimedBy === id ? null : (people.find((person) => person.id === claimedBy) ?? null);
