import { fieldSchema } from '@cavren/contract';
import {
  answerProblem,
  identityNumberProblem,
  isFitChange,
  MOST_VARIANTS,
  normalizeNumber,
  numberKindOf,
  personRolesProblem,
  readPhone,
  relationProblem,
  type Entity,
  type FilePerson,
  type FileState,
  type IdentityNumberKind,
  type IsoDate,
  type Relation,
  type Role,
  type Words,
} from '@cavren/core';

export type Judged = { value: unknown } | { problem: Words };
/** The row as it is, or as it is about to be. */
export type RowValues = Record<string, unknown>;

interface Judging {
  file: FileState;
  row: RowValues;
  today: IsoDate;
}

/**
 * Judges one value for a field: its form by the contract, then what only the file, the place or today can say.
 * @param row the row that the field is of, with the values that it has besides.
 * @returns the value as it is kept, or what is wrong with it.
 */
export function judgeField(file: FileState, entity: Entity, field: string, raw: unknown, today: IsoDate, row: RowValues): Judged {
  const schema = fieldSchema(entity, field);
  if (!schema) return { problem: `There is no field ${field} here` };
  const parsed = schema.safeParse(raw === '' ? null : raw);
  if (!parsed.success) return { problem: parsed.error.issues[0]?.message ?? 'This can’t be right' };
  const value: unknown = parsed.data === '' ? null : parsed.data;
  if (value === null && !EVEN_WHEN_EMPTY.includes(`${entity}.${field}`)) return { value };
  const problem = RULES[`${entity}.${field}`]?.({ file, row: { ...row, [field]: value }, today }, value as string) ?? null;
  if (problem) return { problem };
  return { value: value === null ? null : kept(file, field, value) };
}

type Rule = (judging: Judging, value: string) => Words | null;

const notLater: Rule = ({ today }, value) => (value > today ? 'This date lies in the future' : null);
const inFile: Rule = ({ file }, value) => (file.people.some(({ id }) => id === value) ? null : 'This person is not in the file');
const allInFile: Rule = ({ file }, value) =>
  value.split(' ').every((id) => file.people.some((person) => person.id === id)) ? null : 'One of them is not in the file';
const phone: Rule = ({ file }, value) =>
  readPhone(value, file.pack.phoneRegion) ? null : 'This is no phone number: give it with its area code, or with + and the country code';
const possible: Rule = ({ file, row }) => relationProblem(file, row as unknown as Relation);
const rightOrder: Rule = ({ row }) =>
  row['since'] && row['until'] && (row['until'] as string) < (row['since'] as string) ? 'It can’t end before it begins' : null;
const roles: Rule = ({ file, row }) => personRolesProblem(file, (row['id'] as string | undefined) ?? null, rolesIn(row));
const number =
  (use: 'identity' | 'tax'): Rule =>
  ({ file, row }, value) =>
    numberProblem(file, row, use, value);
const kind =
  (use: 'identity' | 'tax'): Rule =>
  ({ file }, value) => {
    const taken = file.pack.numbers.some((number) => number.kind === (value as IdentityNumberKind) && number.use === use);
    return taken ? null : 'This kind of number is not taken here';
  };

const RULES: Record<string, Rule | undefined> = {
  'person.birthDate': ({ today }, value) => {
    if (value >= today) return 'A birth date lies in the past';
    return value < '1900-01-01' ? 'This birth date is before 1900' : null;
  },
  'person.idNumber': number('identity'),
  'person.taxNumber': number('tax'),
  'person.idKind': kind('identity'),
  'person.taxKind': kind('tax'),
  'person.phone': phone,
  'person.role': roles,
  'person.alsoRoles': roles,
  'person.language': ({ file }, value) => (file.pack.languages.some(({ code }) => code === value) ? null : 'Choose one of the languages'),
  'person.noEmail': ({ row }) => (row['noEmail'] === true && row['email'] ? 'There is an e-mail address: take it away first' : null),
  'person.email': ({ row }) => (row['noEmail'] === true ? 'Said to have no e-mail: take that away first' : null),
  'person.livesWith': (judging, value) => {
    if (value === judging.row['id']) return 'Choose somebody else: nobody lives with themselves';
    const other = judging.file.people.find(({ id }) => id === value);
    if (!other) return 'This person is not in the file';
    return other.livesWith === judging.row['id'] ? 'They are said to live with this person already' : null;
  },
  'person.detailsConfirmed': notLater,
  'relation.personId': (judging, value) => inFile(judging, value) ?? possible(judging, value),
  'relation.toId': (judging, value) => inFile(judging, value) ?? possible(judging, value),
  'relation.kind': (judging, value) => possible(judging, value),
  'home.since': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'home.until': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'home.district': ({ file, row }, value) => {
    const choices = file.pack.districts[row['postalCode'] as string];
    return choices?.includes(value) ? null : `Choose one of the districts${choices ? `: ${choices.join(', ')}` : ' of a postal code that has several'}`;
  },
  'home.personId': inFile,
  'work.since': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'work.until': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'work.personId': inFile,
  'work.phone': phone,
  'income.since': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'income.until': rightOrder,
  'income.probationUntil': ({ row }, value) => (row['since'] && value < (row['since'] as string) ? 'Probation can’t end before the job begins' : null),
  'income.yearEnd': notLater,
  'income.yearToDateAt': notLater,
  'income.personId': inFile,
  'debt.owners': allInFile,
  'asset.owners': allInFile,
  'asset.valueOn': notLater,
  'explanation.subject': ({ file, row }, value) =>
    file.explanations.some(({ id, subject }) => id !== row['id'] && subject === value) ? 'This was explained already: change what was said' : null,
  'part.kind': ({ file }, value) => (file.product.costs?.parts.some(({ kind: offered }) => offered === value) ? null : 'This kind of part isn’t offered here'),
  'part.every': ({ file }, value) => (file.product.costs?.every.some((offered) => offered === value) ? null : 'Payments can’t fall due so often here'),
  'security.valueOn': notLater,
  'account.yearEnd': notLater,
  'variant.changes': ({ file, row }, value) => {
    if (!areChanges(value)) return 'These are no changes of a request';
    return file.variants.filter(({ id }) => id !== row['id']).length < MOST_VARIANTS
      ? null
      : `At most ${MOST_VARIANTS} versions lie beside the request: take one away first`;
  },
  'request.purpose': ({ file }, value) => (file.product.purposes.includes(value) ? null : 'Choose one of the list'),
  'answer.personId': inFile,
  'answer.question': ({ file, row }, value) => {
    if (!file.product.questions.some(({ code }) => code === value)) return 'There is no such question';
    return file.answers.some(({ id, personId, question }) => id !== row['id'] && personId === row['personId'] && question === value)
      ? 'This question was answered already'
      : null;
  },
  'answer.value': ({ file, row }, value) => {
    const question = file.product.questions.find(({ code }) => code === row['question']);
    return question ? answerProblem(question, value) : 'There is no such question';
  },
};
/** Whether a text is a version's changes as JSON. */
function areChanges(text: string): boolean {
  try {
    const read: unknown = JSON.parse(text);
    return Array.isArray(read) && read.length <= 60 && read.every(isFitChange);
  } catch {
    return false;
  }
}

const EVEN_WHEN_EMPTY = ['person.role', 'person.alsoRoles'];

function rolesIn(row: RowValues): Role[] {
  const { role, alsoRoles } = row as { role?: Role; alsoRoles?: string | null };
  return [...(role ? [role] : []), ...((alsoRoles?.split(' ').filter(Boolean) ?? []) as Role[])];
}

/** What is wrong with a number for the kind that the row names, or the place's usual one. */
export function numberProblem(file: Pick<FileState, 'pack'>, row: RowValues, use: 'identity' | 'tax', value: string): Words | null {
  const owner = { kind: 'person', idKind: null, taxKind: null, ...row } as Pick<FilePerson, 'kind' | 'idKind' | 'taxKind'>;
  return identityNumberProblem(numberKindOf(file.pack, owner, use), value, file.pack.identityNumber.unissuedAllowed)?.message ?? null;
}

function kept(file: Pick<FileState, 'pack'>, field: string, value: unknown): unknown {
  if (field === 'idNumber' || field === 'taxNumber') return normalizeNumber(value as string);
  if (field === 'phone') return readPhone(value as string, file.pack.phoneRegion);
  return value;
}
