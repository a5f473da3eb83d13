import type { DetailChange, DoorDetailsView, DoorView } from '@cavren/contract';
import {
  askedOf,
  consentOf,
  isLocked,
  NUMBER_KINDS,
  numberKindOf,
  PART_OF,
  plays,
  REQUEST_FIELD_KIND,
  signersOf,
  type FilePerson,
  type FileState,
  type IsoDate,
  type Path,
} from '@cavren/core';
import { forbidden } from '../http/index';
import type { Guard } from '../details/index';

/** What somebody may say about themselves at the front door. The phone stays: it is what the code is sent to. */
const OWN_FIELDS = [
  'fullName',
  'knownAs',
  'birthDate',
  'idNumber',
  'email',
  'noEmail',
  'language',
  'contactBy',
  'contactTimes',
  'accessibility',
  'studies',
  'familyStatus',
  'otherParent',
] as const satisfies readonly (keyof FilePerson)[];
const OWN_ROWS = ['home', 'work', 'income', 'answer'] as const;
const REQUEST_FIELDS = ['purpose', 'price', 'downPayment', 'amount', 'termMonths', 'advanceOn'];

const mayFillIn = (file: FileState, person: FilePerson): boolean =>
  file.withApplicant && file.stage === 'details' && !isLocked(file) && signersOf(file).includes(person);

/** Lets somebody change what is theirs, while the file waits for them: their own details, addresses, jobs, incomes and answers, and the applicant the request. */
export function guardFor(personId: string): Guard {
  return (file, wish) => {
    const person = file.people.find(({ id }) => id === personId);
    if (!person || !mayFillIn(file, person)) throw forbidden('This application is with us at the moment. Call us when something has to be changed.');
    if (!isTheirs(file, person, wish)) throw forbidden('Only your own details can be changed here.');
  };
}

function isTheirs(file: FileState, person: FilePerson, wish: DetailChange): boolean {
  if (wish.op === 'set' && wish.entity === 'request') return person.role === 'applicant' && REQUEST_FIELDS.includes(wish.field);
  if (wish.entity === 'person') return wish.op === 'set' && wish.id === person.id && (OWN_FIELDS as readonly string[]).includes(wish.field);
  const entity = OWN_ROWS.find((own) => own === wish.entity);
  if (!entity) return false;
  if (wish.op === 'add') return wish.values['personId'] === person.id;
  const rows: readonly { id: string; personId: string }[] = file[PART_OF[entity]];
  return rows.some(({ id, personId }) => id === wish.id && personId === person.id) && !(wish.op === 'set' && wish.field === 'personId');
}

/** What somebody can fill in themselves, and what is still missing; null when it is not their turn. */
export function detailsFor(file: FileState, version: number, person: FilePerson, path: Path, today: IsoDate): DoorView['details'] {
  if (!mayFillIn(file, person)) return null;
  const mine = <T extends { personId: string }>(rows: readonly T[]): T[] => rows.filter(({ personId }) => personId === person.id);
  const language = person.language ?? 'en';
  return {
    version,
    today,
    dateOrder: file.pack.dateOrder,
    region: file.pack.phoneRegion,
    personId: person.id,
    person: Object.fromEntries(OWN_FIELDS.filter((field) => field !== 'idNumber').map((field) => [field, person[field]])),
    idLabel: NUMBER_KINDS[numberKindOf(file.pack, person, 'identity')].label,
    idTail: person.idNumber?.tail ?? null,
    languages: file.pack.languages,
    request: person.role === 'applicant' ? requestFor(file) : [],
    homes: mine(file.homes).map(({ id, line, town, region, postalCode, since, until, tenure, monthlyCost }) => ({
      id,
      line,
      town,
      region,
      postalCode,
      since,
      until,
      tenure,
      monthlyCost,
    })),
    works: mine(file.works).map(({ id, kind, employer, position, since, until }) => ({ id, kind, employer, position, since, until })),
    incomes: mine(file.incomes).map(
      ({ id, kind, source, amount, frequency, hoursPerWeek, monthsSeen, yearEnd, profitLatest, profitBefore, capital, yieldRate }) => ({
        id,
        kind,
        source,
        amount,
        frequency,
        hoursPerWeek,
        monthsSeen,
        yearEnd,
        profitLatest,
        profitBefore,
        capital,
        yieldRate,
      }),
    ),
    questions: questionsFor(file, person),
    consents: file.product.consents
      .filter(({ roles }) => plays(person, roles))
      .map(({ kind, label, text, before }) => ({
        kind,
        label,
        text: text[language] ?? text['en'] ?? '',
        given: consentOf(file, person.id, kind) !== null,
        needed: before === 'details',
      })),
    missing: path.now
      .filter(
        ({ holder, personId, key }) =>
          holder === 'applicant' &&
          (personId === person.id || (personId === null && person.role === 'applicant')) &&
          !key.startsWith('duplicate:') &&
          !key.startsWith('clash:'),
      )
      .map(({ key, what, place }) => ({ key, what, section: place.chapter })),
  };
}

function requestFor(file: FileState): DoorDetailsView['request'] {
  return file.product.requestFields
    .filter(({ field }) => REQUEST_FIELDS.includes(field))
    .map(({ field, label }) => ({
      field,
      label,
      kind: REQUEST_FIELD_KIND[field] ?? 'choice',
      options: field === 'purpose' ? file.product.purposes : [],
      value: (file.request as unknown as Record<string, string | number | null>)[field] ?? null,
    }));
}

function questionsFor(file: FileState, person: FilePerson): DoorDetailsView['questions'] {
  return askedOf(file)
    .filter((asked) => asked.person.id === person.id)
    .map(({ question, answer, ends }) => ({
      id: answer?.id ?? null,
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
