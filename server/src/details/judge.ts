import { fieldSchema } from '@cavren/contract';
import {
  accountProblem,
  addMonths,
  answerProblem,
  bankProblem,
  barToPlan,
  COUNTRIES,
  familyStatuses,
  heldOf,
  identityNumberProblem,
  industryLabel,
  isAbroad,
  type CoverRules,
  isoDate,
  paperSignatureProblem,
  isFitChange,
  loopOf,
  MOST_VARIANTS,
  normalizeNumber,
  numberKindOf,
  personRolesProblem,
  postalProblem,
  readPhone,
  relationProblem,
  tidyAccount,
  tidyBank,
  type Entity,
  type FilePerson,
  type FileState,
  type IdentityNumberKind,
  type IsoDate,
  type Relation,
  type Role,
  type Stake,
  type Words,
  say,
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
  if (!schema) return { problem: say('details.thereNoFieldHere', { field }) };
  const parsed = schema.safeParse(raw === '' ? null : raw);
  if (!parsed.success) return { problem: parsed.error.issues[0]?.message ?? say('details.thisCantRight') };
  const value: unknown = parsed.data === '' ? null : parsed.data;
  if (value === null && !EVEN_WHEN_EMPTY.includes(`${entity}.${field}`)) return { value };
  const problem = RULES[`${entity}.${field}`]?.({ file, row: { ...row, [field]: value }, today }, value as string) ?? null;
  if (problem) return { problem };
  return { value: value === null ? null : kept(file, field, value) };
}

type Rule = (judging: Judging, value: string) => Words | null;

const notLater: Rule = ({ today }, value) => (value > today ? say('details.thisDateLiesFuture') : null);
const inFile: Rule = ({ file }, value) => (file.people.some(({ id }) => id === value) ? null : say('details.thisPersonNotFile'));
const allInFile: Rule = ({ file }, value) =>
  value.split(' ').every((id) => file.people.some((person) => person.id === id)) ? null : say('details.oneThemNotFile');
const MONTHS_AHEAD = 12;
/** What begins or is raised later is known a while ahead. */
const soon: Rule = ({ today }, value) => (value > addMonths(today, MONTHS_AHEAD) ? say('details.liesTooFarAhead', { months: MONTHS_AHEAD }) : null);
const phone: Rule = ({ file }, value) => (readPhone(value, file.pack.phoneRegion) ? null : say('details.thisNoPhoneNumberGive'));
const possible: Rule = ({ file, row }) => relationProblem(file, row as unknown as Relation);
const rightOrder: Rule = ({ row }) =>
  row['since'] && row['until'] && (row['until'] as string) < (row['since'] as string) ? say('details.cantEndBeforeBegins') : null;
const roles: Rule = ({ file, row }) => personRolesProblem(file, (row['id'] as string | undefined) ?? null, rolesIn(row));
const number =
  (use: 'identity' | 'tax'): Rule =>
  ({ file, row }, value) =>
    numberProblem(file, row, use, value);
const kind =
  (use: 'identity' | 'tax'): Rule =>
  ({ file }, value) => {
    const taken = file.pack.numbers.some((number) => number.kind === (value as IdentityNumberKind) && number.use === use);
    return taken ? null : say('details.thisKindNumberNotTaken');
  };

/** A paper is issued before it runs out. */
function validTo({ issuedOn, expiresOn }: RowValues): Words | null {
  return typeof issuedOn === 'string' && typeof expiresOn === 'string' && expiresOn <= issuedOn ? say('details.runsOutBeforeItIsIssued') : null;
}
const bankCode: Rule = ({ file }, value) => bankProblem(file.pack.account, value);
/** @param of the field with the code of its bank. */
const accountNumber =
  (of: string): Rule =>
  ({ file, row }, value) =>
    accountProblem(file.pack.account, { bank: (row[of] as string | null | undefined) ?? null, account: value });

/** Whether an address lies in another country than the file's place; then nothing is known of its regions and codes. @param of the field with its country. */
const abroad = ({ file, row }: Judging, of: string): boolean => isAbroad(row[of] as string | null | undefined, file.pack.phoneRegion);
const country: Rule = (_, value) => (COUNTRIES.includes(value) ? null : say('details.chooseOneList'));
const region =
  (of: string): Rule =>
  (judging, value) =>
    abroad(judging, of) || judging.file.pack.regions.some(({ code }) => code === value) ? null : say('details.chooseOneList');
const postalCode =
  (of: string): Rule =>
  (judging, value) =>
    abroad(judging, of) ? null : postalProblem(judging.file.pack.postalCode, value);

const asEntry = (value: number) => ({ code: String(value), label: String(value) });
/** One of a list of what the product insures, by its code; nothing where it insures nothing. */
const oneOf =
  (list: (rules: CoverRules) => readonly { code: string; label: string }[]): Rule =>
  ({ file }, value) => {
    const known = file.product.cover ? list(file.product.cover) : [];
    return known.some(({ code }) => code === value)
      ? null
      : say('details.chooseOneOfProduct', { choices: { all: known.map(({ label }) => label), by: 'comma' } });
  };
const RULES: Record<string, Rule | undefined> = {
  'person.birthDate': ({ today, row }, value) => {
    if (value >= today) return say('details.birthDateLiesPast');
    return row['kind'] !== 'organisation' && value < '1900-01-01' ? say('details.thisBirthDateBefore1900') : null;
  },
  'person.idNumber': number('identity'),
  'person.taxNumber': number('tax'),
  'person.idKind': kind('identity'),
  'person.taxKind': kind('tax'),
  'person.phone': phone,
  'person.role': roles,
  'person.alsoRoles': roles,
  'person.language': ({ file }, value) => (file.pack.languages.some(({ code }) => code === value) ? null : say('details.chooseOneLanguages')),
  'person.noEmail': ({ row }) => (row['noEmail'] === true && row['email'] ? say('details.thereEMailAddressTake') : null),
  'person.email': ({ row }) => (row['noEmail'] === true ? say('details.saidHaveNoEMail') : null),
  'person.livesWith': (judging, value) => {
    if (value === judging.row['id']) return say('details.chooseSomebodyElseNobodyLives');
    const other = judging.file.people.find(({ id }) => id === value);
    if (!other) return say('details.thisPersonNotFile');
    return other.livesWith === judging.row['id'] ? say('details.theyAreSaidLiveWith') : null;
  },
  'person.detailsConfirmed': notLater,
  'person.signedOn': ({ file, row }, value) => paperSignatureProblem(file, { id: String(row['id']) }, isoDate(value)),
  'relation.personId': (judging, value) => inFile(judging, value) ?? possible(judging, value),
  'relation.toId': (judging, value) => inFile(judging, value) ?? possible(judging, value),
  'relation.kind': (judging, value) => possible(judging, value),
  'stake.ofId': ({ file, row }, value) => {
    if (!file.people.some(({ id, kind: what }) => id === value && what === 'organisation')) return say('details.chooseACompany');
    // A share that is only being stated is judged at the share itself.
    const isThere = file.stakes.some(({ id }) => id === row['id']);
    return loopProblem(file, row) ?? (isThere ? overProblem(file, row) : null);
  },
  'stake.ownerId': ({ file, row }, value) => (file.people.some(({ id }) => id === value) ? loopProblem(file, row) : say('details.thisPersonNotFile')),
  'stake.share': ({ file, row }) => overProblem(file, row),
  'person.signsFor': ({ file, row }, value) => {
    if (row['kind'] === 'organisation') return say('details.companySignsByPersons');
    return file.people.some(({ id, kind: what }) => id === value && what === 'organisation') ? null : say('details.chooseACompany');
  },
  'home.since': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'home.until': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'home.region': region('country'),
  'home.postalCode': postalCode('country'),
  'home.country': country,
  'person.mailRegion': region('mailCountry'),
  'person.mailPostalCode': postalCode('mailCountry'),
  'person.mailCountry': country,
  'home.district': ({ file, row }, value) => {
    const choices = file.pack.districts[row['postalCode'] as string];
    return choices?.includes(value) ? null : say('details.chooseDistrict', { choices: choices ? { all: choices, by: 'comma' } : 'none' });
  },
  'home.personId': inFile,
  'work.since': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'work.until': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'work.personId': inFile,
  'work.phone': phone,
  'income.since': (judging, value) => soon(judging, value) ?? rightOrder(judging, value),
  'income.until': rightOrder,
  'income.probationUntil': ({ row }, value) => (row['since'] && value < (row['since'] as string) ? say('details.probationCantEndBeforeJob') : null),
  'income.yearEnd': notLater,
  'income.raisedOn': soon,
  'settlement.incomeId': ({ file }, value) =>
    file.incomes.some(({ id, kind: of }) => id === value && of === 'catchShare') ? null : say('details.thisIsNoShareOfTheCatch'),
  'settlement.since': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'settlement.until': (judging, value) => notLater(judging, value) ?? rightOrder(judging, value),
  'income.yearToDateAt': notLater,
  'income.personId': inFile,
  'debt.owners': allInFile,
  'asset.owners': allInFile,
  'asset.valueOn': notLater,
  'explanation.subject': ({ file, row }, value) =>
    file.explanations.some(({ id, subject }) => id !== row['id'] && subject === value) ? say('details.thisWasExplainedAlreadyChange') : null,
  'part.kind': ({ file }, value) => (file.product.costs?.parts.some(({ kind: offered }) => offered === value) ? null : say('details.thisKindPartIsntOffered')),
  'part.every': ({ file }, value) => (file.product.costs?.every.some((offered) => offered === value) ? null : say('details.paymentsCantFallDueSo')),
  'security.valueOn': notLater,
  'account.yearEnd': notLater,
  'variant.changes': ({ file, row }, value) => {
    if (!areChanges(value)) return say('details.theseAreNoChangesRequest');
    return file.variants.filter(({ id }) => id !== row['id']).length < MOST_VARIANTS
      ? null
      : say('details.atMostVersionsLieBeside', { mostVariants: MOST_VARIANTS });
  },
  'cover.personId': inFile,
  'cover.plan': (judging, value) => barToPlan(judging.file) ?? oneOf(({ plans }) => plans)(judging, value),
  'person.claimedBy': ({ file, row }, value) => {
    if (value === row['id']) return say('details.nobodyClaimsThemselves');
    return file.people.some(({ id, kind: what }) => id === value && what === 'person') ? null : say('details.thisPersonNotFile');
  },
  'otherPolicy.personId': inFile,
  'yearChange.personId': inFile,
  'deduction.personId': inFile,
  'deduction.code': oneOf(({ assistance }) => assistance?.deductions ?? []),
  'cover.occupation': oneOf(({ occupations }) => occupations),
  'cover.enrolment': oneOf(({ enrolment }) => enrolment),
  'cover.enrolmentOn': notLater,
  'coverLine.item': oneOf(({ lines }) => lines?.items ?? []),
  'coverLine.place': oneOf(({ lines }) => lines?.places ?? []),
  'coverLine.level': oneOf(({ lines }) => lines?.levels ?? []),
  'coverLine.agent': oneOf(({ lines }) => lines?.agents ?? []),
  'interest.lineId': ({ file }, value) => (file.coverLines.some(({ id }) => id === value) ? null : say('lines.chooseLineOfFile')),
  'rider.personId': inFile,
  'rider.code': (judging, value) => {
    const wrong = oneOf(({ riders }) => riders)(judging, value);
    if (wrong) return wrong;
    const { file, row } = judging;
    const twice = file.riders.some((other) => other.id !== row['id'] && other.personId === row['personId'] && other.code === value);
    const label = file.product.cover?.riders.find(({ code }) => code === value)?.label ?? '';
    return twice ? say('cover.chooseRiderOnce', { rider: label }) : null;
  },
  'cover.waitingDays': oneOf(({ waitingDays }) => waitingDays.map(asEntry)),
  'cover.benefitMonths': oneOf(({ benefitMonths }) => benefitMonths.map(asEntry)),
  'request.premiumMode': oneOf(({ modes }) => modes),
  'request.payoutRouting': bankCode,
  'request.payoutAccount': accountNumber('payoutRouting'),
  'request.debitRouting': bankCode,
  'request.debitAccount': accountNumber('debitRouting'),
  'payee.routing': bankCode,
  'payee.account': accountNumber('routing'),
  'identityPaper.personId': inFile,
  'identityPaper.issuedOn': (judging, value) => notLater(judging, value) ?? (judging.row['expiresOn'] ? validTo(judging.row) : null),
  'identityPaper.expiresOn': ({ row }) => validTo(row),
  'security.builtIn': ({ today }, value) => (Number(value) > Number(today.slice(0, 4)) ? say('details.thisDateLiesFuture') : null),
  'person.industry': ({ file, row }, value) => {
    if (row['kind'] !== 'organisation') return say('details.industryIsOfCompany');
    return industryLabel(file.pack.industries, value) === null ? say('details.chooseOneList') : null;
  },
  'person.familyStatus': ({ file }, value) => {
    const asked = familyStatuses(file);
    if (asked.length === 0) return say('details.familyStatusNotAsked');
    return asked.some((status) => status === value) ? null : say('details.chooseOneList');
  },
  'person.otherPhone': phone,
  'request.purpose': ({ file }, value) => (file.product.purposes.includes(value) ? null : say('details.chooseOneList')),
  'answer.personId': inFile,
  'answer.question': ({ file, row }, value) => {
    if (!file.product.questions.some(({ code }) => code === value)) return say('details.thereNoSuchQuestion');
    return file.answers.some(({ id, personId, question }) => id !== row['id'] && personId === row['personId'] && question === value)
      ? say('details.thisQuestionWasAnsweredAlready')
      : null;
  },
  'answer.value': ({ file, row }, value) => {
    const question = file.product.questions.find(({ code }) => code === row['question']);
    return question ? answerProblem(question, value) : say('details.thereNoSuchQuestion');
  },
};
const stakeIn = (row: RowValues): Stake => ({ ofId: '', ownerId: null, share: null, ...row }) as unknown as Stake;

/** Why a company can't be held so: through others it would own itself. */
function loopProblem(file: FileState, row: RowValues): Words | null {
  const stake = stakeIn(row);
  const loop = loopOf(file, stake, stake.id);
  return loop && say('details.ownsItself', { way: { all: loop, by: 'comma' } });
}

/** Why a share can't be so large: with the others it would be more than the whole. */
function overProblem(file: FileState, row: RowValues): Words | null {
  const stake = stakeIn(row);
  const others = heldOf(file, stake.ofId)
    .stakes.filter(({ id }) => id !== stake.id)
    .reduce((sum, { share }) => sum + Math.round((share ?? 0) * 100), 0);
  const left = (10_000 - others) / 100;
  return (stake.share ?? 0) > left ? say('details.noMoreIsLeft', { left }) : null;
}

/** Whether a text is a version's changes as JSON. */
function areChanges(text: string): boolean {
  try {
    const read: unknown = JSON.parse(text);
    return Array.isArray(read) && read.length <= 60 && read.every(isFitChange);
  } catch {
    return false;
  }
}

const BANK_CODES = ['payoutRouting', 'debitRouting', 'routing'];
const ACCOUNT_NUMBERS = ['payoutAccount', 'debitAccount', 'account'];
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
  if (field === 'phone' || field === 'otherPhone') return readPhone(value as string, file.pack.phoneRegion);
  if (BANK_CODES.includes(field)) return tidyBank(file.pack.account, value as string);
  if (ACCOUNT_NUMBERS.includes(field)) return tidyAccount(file.pack.account, value as string);
  return value;
}
