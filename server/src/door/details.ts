import { PROBLEM } from './problems';
import { speakerFor } from '@cavren/words';
import type { DetailChange, DoorDetailsView, DoorView } from '@cavren/contract';
import {
  accountLabels,
  askedOf,
  consentOf,
  consentsAskedOf,
  descriptionOf,
  industriesOf,
  isLocked,
  NUMBER_KINDS,
  numberKindOf,
  PART_OF,
  personName,
  ROW_ENTITIES,
  rowIn,
  signersOf,
  type Entity,
  type FieldValue,
  type FilePerson,
  type FileState,
  type IsoDate,
  type Path,
  type RowEntity,
} from '@cavren/core';
import type { Guard } from '../details/index';

/** Names of the fields of a kind of row that its applicant may state. */
const givenBy = (entity: Entity): string[] =>
  Object.entries(descriptionOf(entity).fields)
    .filter(([, { by }]) => by === 'applicant')
    .map(([name]) => name);

/** What somebody may say about themselves at the front door. The phone stays: it is what the code is sent to. */
const OWN_FIELDS = givenBy('person');
const REQUEST_FIELDS = givenBy('request');
/** Kinds of rows that people add and remove themselves. */
const OWN_ROWS = ROW_ENTITIES.filter((entity) => descriptionOf(entity).rowsBy === 'applicant');

export const mayFillIn = (file: FileState, person: FilePerson): boolean =>
  file.withApplicant && file.stage === 'details' && !isLocked(file) && signersOf(file).includes(person);

/** Whose details somebody states: their own, and those of the business that they sign for. */
export const speaksFor = (file: FileState, person: FilePerson): FilePerson[] => [
  person,
  ...file.people.filter(({ id, kind }) => kind === 'organisation' && id === person.signsFor),
];
/** Whether what is asked for is theirs to say: they apply, or sign for the business that does. */
const leads = (file: FileState, person: FilePerson): boolean => speaksFor(file, person).some(({ role }) => role === 'applicant');
const businessOf = (file: FileState, person: FilePerson): FilePerson | null =>
  speaksFor(file, person).find(({ role, kind }) => role === 'applicant' && kind === 'organisation') ?? null;

/** Nobody's details are taken down before they agreed to it, where the product asks for that. */
const hasAgreed = (file: FileState, person: FilePerson): boolean =>
  !consentsAskedOf(file, person).some(({ kind, before }) => kind === 'dataUse' && before === 'details') || consentOf(file, person.id, 'dataUse') !== null;

/** Lets somebody change what is theirs, while the file waits for them: their own details, addresses, jobs, incomes and answers, and the applicant the request. */
export function guardFor(personId: string): Guard {
  return (file, wish) => {
    const person = file.people.find(({ id }) => id === personId);
    if (!person || !mayFillIn(file, person)) throw PROBLEM.thisApplicationWithUsAt();
    if (!hasAgreed(file, person)) throw PROBLEM.agreeFirst();
    if (!isTheirs(file, person, wish)) throw PROBLEM.onlyYourOwnDetailsCan();
  };
}

function isTheirs(file: FileState, person: FilePerson, wish: DetailChange): boolean {
  if (wish.op === 'set' && wish.entity === 'request') return leads(file, person) && REQUEST_FIELDS.includes(wish.field);
  const whose = speaksFor(file, person).map(({ id }) => id);
  if (wish.entity === 'person' && wish.op === 'add')
    return (mayAddPartner(file, person) && isPartner(wish)) || (businessOf(file, person) !== null && isOwnerOf(wish));
  if (wish.entity === 'person') return wish.op === 'set' && whose.includes(wish.id ?? '') && OWN_FIELDS.includes(wish.field);
  const entity = rowsOf(file, person).find((own) => own === wish.entity);
  if (!entity) return false;
  const { owner } = descriptionOf(entity);
  const own = [...givenBy(entity), owner];
  if (wish.op === 'add')
    return (
      (owner === null || whose.includes(wish.values[owner] as string)) &&
      isOfBusiness(file, person, entity, wish.values) &&
      Object.keys(wish.values).every((field) => own.includes(field))
    );
  const row = rowIn(file, entity, wish.id);
  return row !== undefined && isOwn(file, entity, row, person) && (wish.op === 'remove' || givenBy(entity).includes(wish.field));
}

const BUSINESS_ROWS: readonly RowEntity[] = ['payroll', 'account'];
/** A share that somebody states is one of the business that they sign for. */
const isOfBusiness = (file: FileState, person: FilePerson, entity: RowEntity, values: Readonly<Record<string, unknown>>): boolean =>
  entity !== 'stake' || values['ofId'] === businessOf(file, person)?.id;

/** Kinds of rows that somebody may state in a file: those of its chapters; what is the household's is the applicant's to say. */
const rowsOf = (file: FileState, person: FilePerson): RowEntity[] =>
  OWN_ROWS.filter((entity) => {
    const { chapter, owner } = descriptionOf(entity);
    if (BUSINESS_ROWS.includes(entity) && !file.product.costs?.business) return false;
    if (entity === 'stake' && businessOf(file, person) === null) return false;
    if (entity === 'preference' && !file.product.draw) return false;
    return (owner !== null || leads(file, person)) && file.product.chapters.some((own) => own === chapter);
  });

/** Whether a row is somebody's: alone, or together with others; one that names nobody is the applicant's. */
function isOwn(file: FileState, entity: RowEntity, row: Readonly<Record<string, unknown>>, person: FilePerson): boolean {
  const { owner, fields } = descriptionOf(entity);
  if (owner === null) return leads(file, person) && isOfBusiness(file, person, entity, row);
  const value = row[owner];
  if (fields[owner]?.kind !== 'people') return speaksFor(file, person).some(({ id }) => id === value);
  const owners = typeof value === 'string' ? value.split(' ').filter(Boolean) : [];
  return owners.length === 0 ? person.role === 'applicant' : owners.includes(person.id);
}

/** What the applicant says of who applies with them: enough to ask that person, who gives the rest. */
const PARTNER_FIELDS = ['role', 'fullName', 'birthDate', 'phone'];
const mayAddPartner = (file: FileState, person: FilePerson): boolean =>
  person.role === 'applicant' && file.product.roles.includes('coApplicant') && !file.people.some(({ role }) => role === 'coApplicant');
const isPartner = (wish: DetailChange): boolean =>
  wish.op === 'add' && wish.values['role'] === 'coApplicant' && Object.keys(wish.values).every((field) => PARTNER_FIELDS.includes(field));

/** Whoever signs for a business names who owns it: enough to ask that person. */
const OWNER_FIELDS = ['role', 'fullName', 'birthDate'];
const isOwnerOf = (wish: DetailChange): boolean =>
  wish.op === 'add' && wish.values['role'] === 'beneficialOwner' && Object.keys(wish.values).every((field) => OWNER_FIELDS.includes(field));

/** What the applicant may see of a row: its id, and the fields that are theirs to give. Of hidden numbers nothing but the end. */
function shownRow(entity: Entity, row: { id?: string }): Record<string, FieldValue> & { id: string } {
  const values = row as Record<string, FieldValue | { tail: string }>;
  const shown = givenBy(entity).map((field) => {
    const value = values[field] ?? null;
    return [field, typeof value === 'object' && value !== null ? value.tail : value] as const;
  });
  return { ...Object.fromEntries(shown), id: row.id ?? '' };
}

/** What somebody can fill in themselves, and what is still missing; null when it is not their turn. */
export function detailsFor(file: FileState, version: number, person: FilePerson, path: Path, today: IsoDate): DoorView['details'] {
  if (!mayFillIn(file, person)) return null;
  const language = person.language ?? 'en';
  const whose = speaksFor(file, person);
  const first = leads(file, person);
  const speak = speakerFor(file.pack);
  return {
    version,
    today,
    dateOrder: file.pack.dateOrder,
    region: file.pack.phoneRegion,
    personId: person.id,
    currency: file.pack.currency,
    locale: file.pack.locale,
    basis: file.product.income.basis,
    regions: file.pack.regions.map(({ code, name }) => ({ value: code, label: `${name} (${code})` })),
    person: shownRow('person', person),
    idLabel: NUMBER_KINDS[numberKindOf(file.pack, person, 'identity')].label,
    business: businessFor(file, person),
    languages: file.pack.languages,
    preferences: (file.product.draw?.preferences ?? [])
      .filter(({ kind }) => kind !== 'sizeFits')
      .map(({ code, label, why }) => ({ value: code, label: `${label}. ${why}` })),
    request: first ? requestFor(file) : [],
    rows: Object.fromEntries(
      rowsOf(file, person)
        .filter((entity) => entity !== 'answer')
        .map((entity) => [
          entity,
          (file[PART_OF[entity]] as unknown as (Record<string, unknown> & { id: string })[])
            .filter((row) => isOwn(file, entity, row, person))
            .map((row) => shownRow(entity, row)),
        ]),
    ),
    partner: file.people.find(({ role }) => role === 'coApplicant')?.fullName ?? null,
    mayAddPartner: mayAddPartner(file, person),
    questions: whose.flatMap((one) => questionsFor(file, one)),
    consents: whose.flatMap((one) =>
      consentsAskedOf(file, one).map(({ kind, label, text, before }) => ({
        personId: one.id,
        of: one === person ? null : personName(one),
        kind,
        label,
        text: text[language] ?? text['en'] ?? '',
        given: consentOf(file, one.id, kind) !== null,
        needed: before === 'details',
        later: before !== null && before !== 'details',
      })),
    ),
    missing: path.now
      .filter(
        ({ holder, personId, key }) =>
          holder === 'applicant' &&
          (whose.some(({ id }) => id === personId) || (personId === null && first)) &&
          !key.startsWith('duplicate:') &&
          !key.startsWith('clash:'),
      )
      .map(({ key, what, place }) => ({ key, what: speak(what), section: place.chapter })),
  };
}

/** The business that somebody signs for, and who is said to hold it. */
function businessFor(file: FileState, person: FilePerson): DoorDetailsView['business'] {
  const business = businessOf(file, person);
  if (!business) return null;
  return {
    fields: shownRow('person', business),
    idLabel: NUMBER_KINDS[numberKindOf(file.pack, business, 'identity')].label,
    industries: industriesOf(file.pack.industries).map(({ code, label }) => ({ value: code, label: `${label} (${code})` })),
    owners: file.stakes
      .filter(({ ofId }) => ofId === business.id)
      .map(({ id, ownerId, others, share, controls }) => {
        const owner = file.people.find((one) => one.id === ownerId);
        return { id, personId: ownerId, name: owner ? personName(owner) : (others ?? ''), share, directs: controls };
      }),
  };
}

/** Whether somebody may agree, or take back what was agreed, for a person of a file: for themselves and for the business that they sign for. */
export const mayAgreeFor = (file: FileState, personId: string, forId: string): boolean => {
  const person = file.people.find(({ id }) => id === personId);
  return person !== undefined && speaksFor(file, person).some(({ id }) => id === forId);
};

/** Fields of the request that its product names and that the applicant may state, as they stand. */
function requestFor(file: FileState): DoorDetailsView['request'] {
  const values = shownRow('request', file.request as unknown as { id?: string });
  return [...file.product.requestFields, ...accountFor(file)]
    .filter(({ field }) => REQUEST_FIELDS.includes(field))
    .map(({ field, label }) => ({
      field,
      label,
      options:
        field === 'purpose'
          ? file.product.purposes.map((value) => ({ value, label: value }))
          : field === 'legalForm'
            ? Object.entries(file.pack.legalForms).map(([value, name]) => ({ value, label: name }))
            : field === 'premiumMode'
              ? (file.product.cover?.modes ?? []).map(({ code, label: value }) => ({ value: code, label: value }))
              : [],
      value: values[field] ?? null,
    }));
}

/** The account that a premium is collected from, as people of the place name it. */
function accountFor({ product, pack }: FileState): { field: string; label: string }[] {
  if (!product.cover) return [];
  const { bank, account } = accountLabels(pack.account);
  return [
    { field: 'debitName', label: 'Whose account the premium is collected from' },
    ...(bank ? [{ field: 'debitRouting', label: bank.label }] : []),
    { field: 'debitAccount', label: account.label },
  ];
}

function questionsFor(file: FileState, person: FilePerson): DoorDetailsView['questions'] {
  return askedOf(file)
    .filter((asked) => asked.person.id === person.id)
    .map(({ question, answer, ends }) => ({
      id: answer?.id ?? null,
      personId: person.id,
      code: question.code,
      text: question.text,
      answer: question.answer,
      options: question.options ?? [],
      value: answer?.value ?? null,
      explanation: answer?.explanation ?? null,
      explain: answer?.value != null && (question.explain?.includes(answer.value) ?? false),
      ends,
    }));
}
