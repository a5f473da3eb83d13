import { addDays, dayAt, type IsoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { conditionsOf } from '../../evidence/conditions/index';
import { descriptionOf, PART_OF, type FieldValue, type RowEntity } from '../../file/details/index';
import { plays, type FileState, type Paper } from '../../file/state/index';
import { costsOf } from '../../lending/costs/index';
import { OWING_ROLES } from '../../people/people/index';
import type { Debt } from '../../means/commitments/index';

/** A row of an earlier file that still holds, as a new file takes it over. Hidden fields are left out: they are no part of what is read. */
export interface Reused {
  entity: RowEntity;
  /** The row that it was. */
  from: string;
  values: Record<string, FieldValue>;
}

/** What of somebody is taken over, in this order: what hangs on a row comes after it. */
const TAKEN = ['home', 'work', 'identityPaper', 'income', 'settlement', 'debt', 'asset'] as const satisfies readonly RowEntity[];
type Taken = (typeof TAKEN)[number];
type Row = FileState[(typeof PART_OF)[Taken]][number];
/** Kinds of row that hold sums of money: of no use where another currency is reckoned in. */
const IN_MONEY: readonly RowEntity[] = ['income', 'settlement', 'debt', 'asset'];

const until = (row: Row, field: string): string | null => ((row as unknown as Record<string, unknown>)[field] as string | null | undefined) ?? null;
const runs = (day: string | null, today: IsoDate): boolean => day === null || day >= today;

/** Whether a row of somebody holds on a day, and what of it is another than it was. Null where it doesn't hold. */
const HOLDS: Record<Taken, (row: Row, file: FileState, today: IsoDate) => Record<string, FieldValue> | null> = {
  home: () => ({}),
  work: () => ({}),
  identityPaper: (row, _file, today) => (runs(until(row, 'expiresOn'), today) ? {} : null),
  income: (row, _file, today) => (runs(until(row, 'until'), today) ? {} : null),
  settlement: () => ({}),
  debt(row, file, today) {
    const { endsOn, cleared, kind, ourFile } = row as Debt;
    // Loans of ours are reckoned anew, and what a loan of ours paid off is gone.
    if (ourFile !== null || (cleared && file.stage === 'done') || !runs(endsOn, today)) return null;
    return { cleared: false, ...(kind === 'alongside' ? { kind: 'other' } : {}) };
  },
  asset(row, { stage }) {
    const { kind, value, downPaymentPart } = row as FileState['assets'][number];
    if (kind === 'gift') return null;
    const spent = stage === 'done' ? (downPaymentPart ?? 0) : 0;
    if (value !== null && spent >= value && spent > 0) return null;
    return { downPaymentPart: null, ...(value === null || spent === 0 ? {} : { value: minor(value - spent) }) };
  },
};

/** Whose a row is: its person, one of several who share it, or the applicant where it names nobody. */
function isOf(entity: Taken, row: Row, personId: string, file: FileState): boolean {
  if (entity === 'settlement') {
    const { incomeId } = row as FileState['settlements'][number];
    return file.incomes.some(({ id, personId: whose }) => id === incomeId && whose === personId);
  }
  const { owner } = descriptionOf(entity);
  const named = owner === null ? null : until(row, owner);
  if (named) return named.split(' ').includes(personId);
  return file.people.some((person) => person.id === personId && plays(person, ['applicant']));
}

/**
 * What of somebody in an earlier file holds on a day: addresses, jobs, identity papers that haven't expired, income that
 * still comes, debts that still run, and what they own without what went into that file's own purchase.
 * Ids of rows and people are those of the earlier file. @param currency that of the new file: sums in another one are not taken over.
 */
export function whatStillHolds(file: FileState, personId: string, today: IsoDate, currency: string): Reused[] {
  return TAKEN.filter((entity) => file.pack.currency === currency || !IN_MONEY.includes(entity)).flatMap((entity) =>
    (file[PART_OF[entity]] as readonly Row[]).flatMap((row) => {
      const others = isOf(entity, row, personId, file) ? HOLDS[entity](row, file, today) : null;
      if (others === null) return [];
      const { fields } = descriptionOf(entity);
      const stated = Object.entries(row).filter(([field]) => fields[field] !== undefined && fields[field].kind !== 'hidden') as [string, FieldValue][];
      return [{ entity, from: row.id, values: { ...Object.fromEntries(stated), ...others } }];
    }),
  );
}

/**
 * A loan of ours that was paid out and is still being paid back, as a commitment: what is owed after the payments that fell
 * due, by its own schedule, and what it takes a month. A guarantor has given a guarantee. Null where nothing is owed.
 * @param lender how it is named. @param currency that of the new file: in another one its sums are left to be asked.
 */
export function loanWithUs(file: FileState, personId: string, today: IsoDate, lender: string, currency: string): Partial<Debt> | null {
  const person = file.people.find(({ id }) => id === personId);
  if (file.stage !== 'done' || !person || !plays(person, OWING_ROLES)) return null;
  const paidOn = [file.payout, ...file.payeePayouts]
    .flatMap(({ releasedAt }) => (releasedAt === null ? [] : [dayAt(releasedAt, file.pack.timeZone)]))
    .sort()[0];
  const costs = paidOn === undefined ? null : costsOf(file, paidOn);
  if (!costs) return null;
  const { rows } = costs.schedule;
  const balance = rows.filter(({ dueOn }) => dueOn <= today).at(-1)?.balance ?? costs.principal;
  const endsOn = rows.at(-1)?.dueOn ?? null;
  if (balance <= 0) return null;
  const named = {
    lender: `${lender}, ${file.reference}`,
    kind: plays(person, ['applicant', 'coApplicant']) ? 'other' : 'guarantee',
    ourFile: file.reference,
    endsOn,
  } as const;
  return file.pack.currency === currency ? { ...named, balance, payment: costs.payment } : named;
}

/** Accepted papers of an earlier file that still prove something, with the row or person that each is about. */
export function heldPapers(file: FileState, personId: string, today: IsoDate): { paper: Paper; code: string; about: string }[] {
  const valid = file.identityPapers.some(({ personId: whose, expiresOn }) => whose === personId && expiresOn !== null && expiresOn >= today);
  return conditionsOf(file).flatMap(({ key, rule, papers }) =>
    papers.flatMap((paper) => {
      if (rule?.holds === undefined || paper.state !== 'accepted' || paper.judgedAt === null) return [];
      const holds = rule.holds === 'whileValid' ? valid : addDays(dayAt(paper.judgedAt, file.pack.timeZone), rule.holds) >= today;
      return holds ? [{ paper, code: rule.code, about: key.slice(rule.code.length + 1) }] : [];
    }),
  );
}
