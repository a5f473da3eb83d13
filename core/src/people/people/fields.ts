import {
  always,
  choice,
  date,
  describeDetail,
  email,
  hidden,
  listed,
  money,
  percent,
  person,
  phone,
  text,
  whole,
  yesNo,
  code,
  type RowOf,
} from '../../basis/detail/index';
import { NUMBER_KINDS, type IdentityNumberKind } from '../../basis/numbers/index';

/** What somebody is in a file. Applicants, co-applicants and guarantors owe; the others count, benefit, or help. */
export const ROLE_LABEL = {
  applicant: 'Applicant',
  coApplicant: 'Co-applicant',
  guarantor: 'Guarantor',
  householdMember: 'Household member',
  dependant: 'Dependant',
  beneficialOwner: 'Beneficial owner',
  beneficiary: 'Beneficiary',
  contact: 'Authorised contact',
  emergencyContact: 'Emergency contact',
  referee: 'Referee',
} as const;
export type Role = keyof typeof ROLE_LABEL;
export const ROLES = Object.keys(ROLE_LABEL) as [Role, ...Role[]];

/** Fields of where post goes. */
export const MAIL_FIELDS = ['mailLine', 'mailTown', 'mailRegion', 'mailPostalCode', 'mailCountry'] as const;

/** Roles that owe what is asked for. */
export const OWING_ROLES: readonly Role[] = ['applicant', 'coApplicant', 'guarantor'];

export const CONTACT_WAY_LABEL = { phone: 'Phone call', text: 'Text message', email: 'E-mail', post: 'Letter' } as const;
export const STUDIES_LABEL = { none: 'Not studying', partTime: 'Part-time student', fullTime: 'Full-time student' } as const;
export const FAMILY_STATUS_LABEL = {
  single: 'Single',
  married: 'Married',
  partnered: 'With a partner',
  separated: 'Separated',
  divorced: 'Divorced',
  widowed: 'Widowed',
  singleParent: 'Single parent',
  unmarried: 'Unmarried (single, divorced or widowed)',
} as const;
export type FamilyStatus = keyof typeof FAMILY_STATUS_LABEL;
/** Those that are told apart where no law says otherwise. */
export const FAMILY_STATUSES = (Object.keys(FAMILY_STATUS_LABEL) as FamilyStatus[]).filter((status) => status !== 'unmarried');
/** How somebody files income tax, where a place knows more than one way. */
export const FILING_STATUS_LABEL = {
  single: 'Single',
  jointly: 'Married, jointly',
  separately: 'Married, separately',
  headOfHousehold: 'Head of household',
} as const;
export type FilingStatus = keyof typeof FILING_STATUS_LABEL;
/** Which other cover is open to somebody, whether they have it or not. */
export const OTHER_COVER_LABEL = { none: 'None', employer: 'Through an employer', public: 'A public cover' } as const;
/** Whether who signs for a company binds it alone, or with another. */
export const SIGNS_HOW_LABEL = { alone: 'Alone', upTo: 'Alone, up to a limit', jointly: 'With another' } as const;
export const PERSON_KIND_LABEL = { person: 'Person', organisation: 'Organisation' } as const;

const NUMBER_KIND_LABEL = Object.fromEntries(Object.entries(NUMBER_KINDS).map(([kind, { label }]) => [kind, label])) as Record<IdentityNumberKind, string>;
const areRoles = (roles: string): boolean => roles.split(' ').every((role) => role in ROLE_LABEL);

export const BENEFICIARY_RANK_LABEL = { first: 'First', second: 'Where none of the first can' } as const;
export type BeneficiaryRank = keyof typeof BENEFICIARY_RANK_LABEL;

export const PERSON = describeDetail({
  word: 'person',
  chapter: 'people',
  part: 'people',
  table: 'file_person',
  fields: {
    /** The entry in the register that this person is. */
    personId: code('Entry in the register', 32),
    kind: always(choice('Person or organisation', PERSON_KIND_LABEL), 'person'),
    role: always(choice('Role', ROLE_LABEL), 'dependant'),
    /** Further roles, separated by blanks. */
    alsoRoles: text('Also', 120, { pattern: { test: areRoles, says: 'There is no such role' } }),
    fullName: text('Name', 200, { by: 'applicant', ask: 'Name, exactly as on your identity paper', autocomplete: 'name' }),
    /** Names that they bore before, separated by semicolons. */
    formerNames: text('Former names', 200, {
      by: 'applicant',
      ask: 'Names that you had before',
      hint: 'one; another',
    }),
    knownAs: text('Known as', 100, { by: 'applicant', ask: 'What we call you' }),
    /** For an organisation the day it was founded. */
    birthDate: date('Birth date', { by: 'applicant' }),
    idKind: choice('Kind of number', NUMBER_KIND_LABEL),
    idNumber: hidden('Identity number', { by: 'applicant' }),
    taxKind: choice('Kind of tax number', NUMBER_KIND_LABEL),
    taxNumber: hidden('Tax number'),
    phone: phone('Phone'),
    otherPhone: phone('Another phone', { by: 'applicant' }),
    email: email('E-mail', { by: 'applicant', ask: 'E-mail, if you have one', autocomplete: 'email' }),
    /** Said to have no e-mail, which is not the same as not asked. */
    noEmail: yesNo('Has no e-mail', { by: 'applicant' }),
    language: listed('Language', 20, { by: 'applicant' }),
    contactBy: choice('Reach them by', CONTACT_WAY_LABEL, { by: 'applicant' }),
    contactTimes: text('At what times', 80, { by: 'applicant' }),
    accessibility: text('What helps them (large print, an interpreter …)', 400, {
      by: 'applicant',
      ask: 'Anything that would help you (large print, an interpreter …)',
    }),
    /** Where post goes, where that is not where they live. */
    mailLine: text('Post to: street or box', 160, { by: 'applicant', ask: 'Where post goes, if elsewhere: street or box' }),
    mailTown: text('Post to: town', 80, { by: 'applicant', ask: 'Town' }),
    mailRegion: listed('Post to: state or region', 40, { by: 'applicant', ask: 'State' }),
    mailPostalCode: text('Post to: postal code', 16, { by: 'applicant', ask: 'Postal code' }),
    mailCountry: listed('Post to: country', 2, { by: 'applicant', ask: 'Country, where it is another one' }),
    largePrint: yesNo('Large print', { by: 'applicant', ask: 'Letters in large print, please' }),
    studies: choice('Studies', STUDIES_LABEL, { by: 'applicant' }),
    familyStatus: choice('Family status', FAMILY_STATUS_LABEL, { by: 'applicant' }),
    /** As single where it wasn't said. */
    filingStatus: choice('Files income tax as', FILING_STATUS_LABEL, { by: 'applicant', ask: 'How you file income tax' }),
    /** By whom of the file they are claimed on a return, and whether they have to file one of their own beside that. */
    claimedBy: person('Claimed by'),
    mustFile: yesNo('Has to file a return too'),
    /** What other cover they could have, and what their own of an employer would cost them a month. */
    otherCover: choice('Other cover open to them', OTHER_COVER_LABEL),
    employerCost: money('It costs them a month'),
    otherParent: text('The other parent', 200, { by: 'applicant' }),
    /** With whom of the file this person lives, where they have no address of their own in it. */
    livesWith: person('Lives with'),
    /** For contacts and referees: where they work. */
    organisation: text('Organisation', 160),
    /** Of a company: what it does, by the code list of the place, how many it employs, and what it sells in a year. */
    industry: listed('Industry', 12, { by: 'applicant', ask: 'What the business does' }),
    employees: whole('People employed', { least: 0, most: 1_000_000 }, { by: 'applicant', ask: 'How many people it employs' }),
    turnover: money('Turnover a year', { by: 'applicant' }),
    /** Share of an owner or beneficiary; and of a beneficiary whether they come first, or where none of the first can. */
    share: percent('Share'),
    beneficiaryRank: choice('Comes', BENEFICIARY_RANK_LABEL),
    /** The company that this person signs for, and whether others have to sign with them. */
    signsFor: person('Signs for'),
    signsHow: choice('Signs', SIGNS_HOW_LABEL),
    /** The amount up to which they bind it alone. */
    signsUpTo: money('Alone up to'),
    /** Of an application that came on paper: the day on which this signer signed it, who signs after the first. */
    signedOn: date('Signed the paper on'),
    /** How old the details are that were taken over from the register. */
    detailsFrom: date('Details from', { by: 'program' }),
    /** When they were asked again. */
    detailsConfirmed: date('Details confirmed'),
  },
});
export type FilePerson = RowOf<typeof PERSON>;

export const RELATION_LABEL = {
  spouse: 'Spouse',
  partner: 'Partner',
  child: 'Child',
  parent: 'Parent',
  sibling: 'Sibling',
  grandparent: 'Grandparent',
  grandchild: 'Grandchild',
  guardian: 'Guardian',
  ward: 'Ward',
  stepParent: 'Step-parent',
  stepChild: 'Stepchild',
  inLaw: 'In-law',
  formerSpouse: 'Former spouse',
  cousin: 'Cousin',
  businessPartner: 'Business partner',
  other: 'Other',
} as const;
export type RelationKind = keyof typeof RELATION_LABEL;
export const RELATION_KINDS = Object.keys(RELATION_LABEL) as [RelationKind, ...RelationKind[]];

/** `personId` is the `kind` of `toId`. Stored once, read both ways. */
export const RELATION = describeDetail({
  word: 'relation',
  chapter: 'people',
  part: 'relations',
  table: 'relation',
  owner: 'personId',
  fields: {
    personId: always(person('Who'), ''),
    toId: always(person('To whom'), ''),
    kind: always(choice('Is their', RELATION_LABEL), 'other'),
  },
});
export type Relation = RowOf<typeof RELATION>;
