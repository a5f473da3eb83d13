import { affordability, type Affordability } from '../../figures/affordability/index';
import { currentCheck, isSettled } from '../../evidence/checks/index';
import { conditionsOf, type Condition } from '../../evidence/conditions/index';
import { addBusinessDays, yearsBetween, type IsoDate } from '../../basis/dates/index';
import { PART_OF, personName, plays, signersOf, type FilePerson, type FileState } from '../../file/state/index';
import { relationBetween } from '../../people/household/index';
import { moneyIn } from '../../basis/money/index';
import { OWING_ROLES, STAGE_LABEL, type Chapter, type Entity, type Need, type RowNeed, type Stage, type When } from '../../file/product/index';
import { carryingEntries } from './carrying';
import type { Draft, PathEntry } from './entry';
import { peopleEntries } from './people';

export { HOLDER_LABEL, type Holder, type PathEntry } from './entry';
export { explanationOf, isReferred } from './carrying';
export { consentOf, hasConsent, historyOf } from './people';

export interface Path {
  entries: PathEntry[];
  /** What stands before the next gate. */
  now: PathEntry[];
  /** What later gates will ask. */
  later: PathEntry[];
  /** The stage after the next gate; null when the file has ended. */
  next: Stage | null;
  figures: Affordability;
  conditions: Condition[];
}

/**
 * Everything that stands between a file and approval, in the order of gates. The only place that decides whether a file
 * may move: screens, gates, the day list, the front door and reminders all read it.
 * A gate that the product's route doesn't have asks for nothing.
 * @param today date for ages, deadlines and the loan's dates where the file names none.
 */
export function computePath(file: FileState, today: IsoDate): Path {
  const figures = affordability(file, today);
  const conditions = conditionsOf(file);
  if (isEnded(file.stage)) return { entries: [], now: [], later: [], next: null, figures, conditions };
  const drafts = [
    ...peopleEntries(file, today),
    ...needEntries(file),
    ...rowEntries(file),
    ...boundEntries(file, today),
    ...checkEntries(file),
    ...conditionEntries(conditions),
    ...carryingEntries(file, figures, today),
    ...questionEntries(file),
    ...signingEntries(file),
    ...decisionEntries(file),
    ...payoutEntries(file),
  ];
  const order = (stage: Stage) => file.product.route.indexOf(stage);
  const here = order(file.stage);
  const due = new Map(file.product.route.map((stage) => [stage, dueOn(file, stage)]));
  const entries = drafts
    .filter(({ gate }) => order(gate) >= 0)
    .map<PathEntry>((draft) => heldBy(file, { since: file.openedAt, holderName: null, personId: null, ...draft, due: due.get(draft.gate) ?? null }))
    .sort((a, b) => order(a.gate) - order(b.gate));
  return {
    entries,
    now: entries.filter(({ gate }) => order(gate) <= here),
    later: entries.filter(({ gate }) => order(gate) > here),
    next: file.product.route[here + 1] ?? null,
    figures,
    conditions,
  };
}

/** What can be given at the front door; living costs, debts and assets are asked by the officer. */
const APPLICANTS_CHAPTERS: readonly Chapter[] = ['request', 'people', 'home', 'income', 'declarations'];

/** While the applicant was asked to go on at the front door, what the details lack is theirs to give. */
function heldBy(file: FileState, entry: PathEntry): PathEntry {
  const theirs = file.withApplicant && entry.gate === 'details' && entry.holder === 'officer' && APPLICANTS_CHAPTERS.includes(entry.place.chapter);
  if (!theirs) return entry;
  const person = file.people.find(({ id }) => id === entry.personId && canComeIn(id, file)) ?? file.people.find(({ role }) => role === 'applicant');
  return { ...entry, holder: 'applicant', holderName: person ? personName(person) : null };
}

/** Whether somebody can use the front door: they owe, and a code can be sent to them. */
const canComeIn = (personId: string, file: FileState): boolean => signersOf(file).some(({ id, phone }) => id === personId && phone !== null);

/** Whether a file in this stage doesn't move any more. */
export const isEnded = (stage: Stage): boolean => stage === 'done' || stage === 'declined' || stage === 'withdrawn' || stage === 'lapsed';

/** The date by which a stage should be left: business days of the place, counted from the date of receipt. */
export function dueOn(file: Pick<FileState, 'product' | 'pack' | 'receivedOn'>, stage: Stage): IsoDate | null {
  const days = file.product.days[stage];
  return days === undefined ? null : addBusinessDays(file.receivedOn, days, file.pack.holidays);
}

const CHAPTER_OF: Record<Entity, Chapter> = {
  request: 'request',
  person: 'people',
  relation: 'people',
  home: 'home',
  work: 'income',
  income: 'income',
  livingCost: 'commitments',
  debt: 'commitments',
  asset: 'worth',
  pet: 'home',
  vehicle: 'home',
  answer: 'declarations',
  explanation: 'income',
  part: 'request',
  use: 'request',
  source: 'request',
  security: 'request',
  payroll: 'request',
  account: 'request',
  variant: 'request',
};

function rowsOf(file: FileState, entity: Entity): { row: object; anchor: string; person: FilePerson | null; since: string }[] {
  if (entity === 'request') return [{ row: file.request, anchor: '', person: null, since: file.openedAt }];
  const rows: readonly { id: string; createdAt: string; personId?: string | null }[] = file[PART_OF[entity]];
  return rows.map((row) => ({
    row,
    anchor: row.id,
    person: entity === 'person' ? (row as FilePerson) : (file.people.find(({ id }) => id === row.personId) ?? null),
    since: row.createdAt,
  }));
}

const valueOf = (row: object, field: string): unknown => (row as Record<string, unknown>)[field];
/** Whether a rule that is asked only of some rows is asked of this one. */
function applies(when: When | undefined, row: object): boolean {
  if (!when) return true;
  const value = valueOf(row, when.field);
  return isEmpty(value) ? when.is.includes('empty') : when.is.includes('filled') || when.is.includes(typeof value === 'string' ? value : JSON.stringify(value));
}
const isEmpty = (value: unknown): boolean => value === null || value === undefined || value === '';

function needEntries(file: FileState): Draft[] {
  return file.product.needs.flatMap((need) =>
    rowsOf(file, need.entity)
      .filter(({ row, person }) => asks(need, person) && applies(need.when, row) && isEmpty(factOf(file, need, row)))
      .map(({ anchor, person, since }) => ({
        key: `need:${need.entity}:${anchor}:${need.field}`,
        gate: need.before,
        what: person ? `${need.label} of ${personName(person)}` : need.label,
        why: need.why,
        holder: 'officer' as const,
        personId: person?.id ?? null,
        since,
        place: { chapter: CHAPTER_OF[need.entity], anchor: anchor ? `${anchor}.${need.field}` : need.field },
      })),
  );
}

/** What a need looks at: a field of the row, or what somebody is to the applicant, which their relations say. */
function factOf(file: FileState, need: Need, row: object): unknown {
  if (need.entity !== 'person' || need.field !== 'relationship') return valueOf(row, need.field);
  const applicant = file.people.find(({ role }) => role === 'applicant');
  const { id } = row as FilePerson;
  return !applicant || applicant.id === id ? 'self' : relationBetween(file.relations, id, applicant.id);
}

const asks = (need: Need, person: FilePerson | null): boolean => !need.roles || (person !== null && plays(person, need.roles));

function rowEntries(file: FileState): Draft[] {
  return file.product.rows.flatMap((need) => {
    const rows = rowsOf(file, need.entity).filter(({ row }) => !need.where || valueOf(row, need.where.field) === need.where.equals);
    const entry = (person: FilePerson | null): Draft => ({
      key: `rows:${need.entity}:${need.where?.equals ?? ''}:${person?.id ?? ''}`,
      gate: need.before,
      what: person ? `${need.label} of ${personName(person)}` : need.label,
      why: need.why,
      holder: 'officer',
      personId: person?.id ?? null,
      place: { chapter: need.chapter, anchor: `add-${need.entity}` },
    });
    if (!need.each) return rows.length > 0 ? [] : [entry(null)];
    return peopleIn(file, need)
      .filter((person) => !rows.some((row) => row.person?.id === person.id))
      .map(entry);
  });
}

const peopleIn = (file: FileState, need: RowNeed): FilePerson[] => file.people.filter((person) => need.each !== undefined && plays(person, need.each));

function boundEntries(file: FileState, today: IsoDate): Draft[] {
  const { amount: amounts, termMonths: terms, applicantAge } = file.product.bounds;
  const { amount, termMonths, advanceOn, firstPaymentOn } = file.request;
  const show = moneyIn(file.pack);
  const entries: Draft[] = [];
  const add = (field: string, what: string, why: string) =>
    entries.push({ key: `bound:${field}`, gate: 'details', what, why, holder: 'officer', place: { chapter: 'request', anchor: field } });
  if (amount !== null && (amount < amounts.least || amount > amounts.most))
    add('amount', `Amount outside ${show(amounts.least)} to ${show(amounts.most)}`, `${file.product.name} is offered between these amounts.`);
  if (termMonths !== null && (termMonths < terms.least || termMonths > terms.most))
    add('termMonths', `Term outside ${terms.least} to ${terms.most} months`, `${file.product.name} is offered for these terms.`);
  if (firstPaymentOn !== null && firstPaymentOn <= (advanceOn ?? today))
    add('firstPaymentOn', 'First payment on or before the advance', 'A payment can only fall due after the money was paid out.');
  for (const person of file.people.filter((candidate) => candidate.kind === 'person' && plays(candidate, OWING_ROLES))) {
    if (person.birthDate === null || yearsBetween(person.birthDate, today) >= applicantAge.least) continue;
    entries.push({
      key: `bound:age:${person.id}`,
      gate: 'details',
      what: `${personName(person)} is under ${applicantAge.least}`,
      why: `Applicants and guarantors of ${file.product.name} must be ${applicantAge.least} or older.`,
      holder: 'officer',
      personId: person.id,
      place: { chapter: 'people', anchor: `${person.id}.birthDate` },
    });
  }
  return entries;
}

function checkEntries(file: FileState): Draft[] {
  return file.product.checks.flatMap(({ kind, label, roles, why }) =>
    file.people
      .filter((person) => person.kind === 'person' && plays(person, roles))
      .flatMap<Draft>((person) => {
        const check = currentCheck(file, person, kind);
        const base = { gate: 'checking' as const, why, personId: person.id };
        if (!check)
          return [
            {
              ...base,
              key: `check:${kind}:${person.id}`,
              what: `${label} of ${personName(person)} not asked yet`,
              holder: 'officer' as const,
              place: { chapter: 'checks' as const, anchor: `${kind}.${person.id}` },
            },
          ];
        const place = { chapter: 'checks' as const, anchor: check.id };
        if (check.state === 'waiting')
          return [
            {
              ...base,
              key: `check:${check.id}`,
              what: `${label} of ${personName(person)}: waiting for the service`,
              holder: 'service' as const,
              since: check.askedAt,
              place,
            },
          ];
        if (isSettled(check)) return [];
        return check.findings
          .filter(({ agrees, resolution }) => !agrees && resolution !== 'confirmed' && resolution !== 'differentPerson')
          .map<Draft>((finding) => ({
            ...base,
            key: `finding:${finding.id}`,
            what: findingText(finding.kind, finding.resolution, finding.label, personName(person)),
            holder: finding.kind === 'candidate' && finding.resolution === null ? 'compliance' : 'officer',
            since: check.answeredAt ?? check.askedAt,
            place: { chapter: 'checks', anchor: finding.id },
          }));
      }),
  );
}

function findingText(kind: 'field' | 'candidate', resolution: string | null, label: string, name: string): string {
  if (resolution === 'samePerson') return `${name} is on a watchlist: the file can’t go on`;
  if (resolution === 'corrected') return `${name}: ask again after the correction (${label})`;
  return kind === 'candidate'
    ? `Decide whether ${name} is “${label}” on the watchlist`
    : `${label} of ${name} differs from the register: correct or confirm it`;
}

function conditionEntries(conditions: readonly Condition[]): Draft[] {
  return conditions
    .filter(({ state }) => state === 'outstanding' || state === 'received')
    .map<Draft>((condition) => {
      const asked = condition.exception !== null && condition.exception.answer === null;
      const base = {
        key: `condition:${condition.key}`,
        gate: 'gathering' as const,
        why: condition.rule?.why ?? '',
        personId: condition.personId,
        place: { chapter: 'conditions' as const, anchor: condition.key },
      };
      if (asked)
        return {
          ...base,
          what: `${condition.title} (${condition.about}): exception asked for`,
          holder: 'approver',
          since: condition.exception?.askedAt ?? condition.since,
        };
      if (condition.state === 'received')
        return {
          ...base,
          what: `${condition.title} (${condition.about}): look at the paper`,
          holder: 'officer',
          since: condition.papers.find(({ state }) => state === 'received')?.addedAt ?? condition.since,
        };
      return { ...base, what: `${condition.title} (${condition.about})`, holder: 'applicant', since: condition.since };
    });
}

function questionEntries(file: FileState): Draft[] {
  const last = file.decisions.at(-1);
  if (last?.outcome !== 'sendBack' || last.answer !== null) return [];
  return [
    {
      key: `question:${last.id}`,
      gate: 'gathering',
      what: `Answer ${last.by}: “${last.comment ?? ''}”`,
      why: 'The approver sent the file back with a question.',
      holder: 'officer',
      since: last.at,
      place: { chapter: 'decision', anchor: last.id },
    },
  ];
}

function signingEntries(file: FileState): Draft[] {
  const { envelope } = file;
  const place = (anchor: string) => ({ chapter: 'signing' as const, anchor });
  if (!envelope || envelope.state === 'void') {
    return [
      {
        key: 'signing:send',
        gate: 'signing',
        what: 'Send the agreement for signature',
        why: 'Everyone who owes signs before anybody decides.',
        holder: 'officer',
        since: file.stageSince,
        place: place('send'),
      },
    ];
  }
  return envelope.signers
    .filter(({ state }) => state !== 'signed')
    .map((signer) => {
      const person = file.people.find(({ id }) => id === signer.personId);
      const name = person ? personName(person) : 'a signer';
      return {
        key: `signature:${signer.id}`,
        gate: 'signing',
        what: signer.state === 'invited' ? `Signature of ${name}` : `Signature of ${name}, after the one before`,
        why: 'Everyone who owes signs, in order.',
        holder: 'applicant',
        holderName: name,
        personId: signer.personId,
        since: signer.invitedAt ?? envelope.sentAt,
        place: place(signer.id),
      };
    });
}

function decisionEntries(file: FileState): Draft[] {
  const last = file.decisions.at(-1);
  if (last?.outcome === 'approve') return [];
  return [
    {
      key: 'decision',
      gate: 'deciding',
      what: 'Decide: approve, decline or send back',
      why: 'A second person decides, never one who prepared the file.',
      holder: 'approver',
      since: file.stageSince,
      place: { chapter: 'decision', anchor: 'decide' },
    },
  ];
}

function payoutEntries(file: FileState): Draft[] {
  const entries: Draft[] = [];
  const place = { chapter: 'decision' as const, anchor: 'payout' };
  if (file.payout.verifiedAt === null)
    entries.push({
      key: 'payout:verify',
      gate: 'completing',
      what: file.payout.verifyProblem ?? 'Verify the account that the money goes to',
      why: 'Money goes only to an account that the bank says belongs to the applicant.',
      holder: 'completer',
      since: file.stageSince,
      place,
    });
  if (file.payout.releasedAt === null)
    entries.push({
      key: 'payout:release',
      gate: 'completing',
      what: 'Release the money',
      why: 'A third person completes, never the one who approved.',
      holder: 'completer',
      since: file.stageSince,
      place,
    });
  return entries;
}

/**
 * Why a file can't leave its stage for the next one, or null when it may.
 * @returns a sentence and the entries that stand in the way.
 */
export function barToMove(file: FileState, path: Path): { message: string; entries: PathEntry[] } | null {
  if (path.next === null) return { message: `A file that is ${STAGE_LABEL[file.stage].toLowerCase()} doesn’t move any more.`, entries: [] };
  if (path.now.length === 0) return null;
  return { message: `${path.now.length === 1 ? 'One thing stands' : `${path.now.length} things stand`} before ${STAGE_LABEL[path.next]}.`, entries: path.now };
}
