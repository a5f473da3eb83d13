import { say, type Words } from '../../basis/words/index';
import { DEBT_KIND_LABEL } from './fields';
import { OWING_ROLES } from '../../people/people/index';
import type { Debt } from './fields';
import type { Term } from '../../basis/arithmetic/index';
import { addMonths, type IsoDate } from '../../basis/dates/index';
import { plays, type FileState } from '../../file/state/index';
import { nameWords } from '../../basis/names/index';
import { samePlace } from '../../basis/paste/index';
import { scaled } from '../../basis/money/index';

/** Debts that a business pays of what it earns. */
export const BUSINESS_DEBTS: readonly string[] = ['boatLoan', 'businessLoan', 'lease'];

export type CommitmentInput = Pick<FileState, 'product' | 'pack' | 'request' | 'people' | 'homes' | 'debts'>;

/** Ids of those who are named as the owners of a debt or an asset. */
export const namedOwners = ({ owners }: { owners: string | null }): string[] => owners?.split(' ').filter(Boolean) ?? [];

/** Ids of whose a debt or an asset is; the applicant's where nobody is named. */
export function ownersOf(file: Pick<FileState, 'people'>, row: { owners: string | null }): string[] {
  const named = namedOwners(row);
  if (named.length > 0) return named;
  const applicant = file.people.find(({ role }) => role === 'applicant');
  return applicant ? [applicant.id] : [];
}

/**
 * What each present home costs a month. People who live together have one home: its cost counts once, at the higher of
 * what was stated.
 */
export function housingTerms(file: Pick<FileState, 'homes'>): Term[] {
  return file.homes
    .filter(({ until, monthlyCost }) => until === null && monthlyCost !== null && monthlyCost > 0)
    .sort((a, b) => (b.monthlyCost ?? 0) - (a.monthlyCost ?? 0) || a.createdAt.localeCompare(b.createdAt))
    .filter((home, at, all) => all.findIndex((other) => other === home || samePlace(other, home)) === at)
    .map<Term>((home) => ({
      label: say('commitments.housing', { line: home.line ?? say('commitments.homeNow') }),
      sign: '+',
      value: home.monthlyCost ?? 0,
      unit: 'money',
      place: { chapter: 'home', anchor: `${home.id}.monthlyCost` },
    }));
}

/**
 * What each debt takes a month by the product's rule, one line for each: those that don't count stand with `·` and the
 * reason. A debt that several owe together is one line and counts once, whole. A revolving debt counts at the higher of
 * its stated payment and the rule's share of its limit or balance, rounded half away from zero.
 * @param afterClearing without those that the request pays off.
 */
export function debtTerms(file: CommitmentInput, today: IsoDate, afterClearing: boolean): Term[] {
  const owing = file.people.filter((person) => plays(person, OWING_ROLES)).map(({ id }) => id);
  return file.debts.flatMap<Term>((debt) => {
    const term = debtTerm(file, debt, today);
    if (!term) return [];
    const bar = debtBar(file, debt, owing, today) ?? (afterClearing && debt.cleared ? say('commitments.paidOffWhatAskedFor') : null);
    return [bar === null ? term : { ...term, sign: '·', note: bar }];
  });
}

function debtTerm(file: CommitmentInput, debt: Debt, today: IsoDate): Term | null {
  const { revolving, guaranteeShare } = file.product.commitments;
  const label = say('commitments.kindLender', {
    kind: debt.kind === null ? say('commitments.debt') : DEBT_KIND_LABEL[debt.kind],
    lender: debt.lender ?? say('commitments.lenderNotNamed'),
  });
  const place = { chapter: 'commitments' as const, anchor: `${debt.id}.payment` };
  const stated = debt.payment;
  if (debt.kind === 'guarantee' && stated !== null && guaranteeShare !== 1)
    return {
      label,
      sign: '+',
      value: scaled(stated, guaranteeShare),
      unit: 'money',
      place,
      terms: [
        { label: say('commitments.paymentGuaranteed'), sign: '+', value: stated, unit: 'money', place },
        { label: say('commitments.shareGuaranteeCounts'), sign: '×', value: guaranteeShare, unit: 'ratio' },
      ],
    };
  const base = revolving.kinds.includes(debt.kind ?? '') ? debt[revolving.of] : null;
  if (base !== null && revolving.share > 0) {
    const least = scaled(base, revolving.share);
    if (least > (stated ?? 0))
      return {
        label,
        sign: '+',
        value: least,
        unit: 'money',
        place,
        terms: [
          ...(stated === null ? [] : [{ label: say('commitments.paymentAsStatedLower'), sign: '·' as const, value: stated, unit: 'money' as const, place }]),
          {
            label: revolving.of === 'limit' ? say('commitments.limit') : say('commitments.balance'),
            sign: '+',
            value: base,
            unit: 'money',
            place: { chapter: 'commitments', anchor: `${debt.id}.${revolving.of}` },
          },
          { label: say('commitments.shareCountsMonth'), sign: '×', value: revolving.share, unit: 'ratio' },
        ],
      };
  }
  if (stated === null) return null;
  const ends = debt.endsOn === null || debt.endsOn < today ? {} : { note: say('commitments.until', { endsOn: { day: debt.endsOn } }) };
  return { label, sign: '+', value: stated, unit: 'money', place, ...ends };
}

/** Why a debt doesn't count, or null when it does. */
function debtBar(file: CommitmentInput, debt: Debt, owing: readonly string[], today: IsoDate): Words | null {
  const { ignoredWithinMonths, neverIgnored } = file.product.commitments;
  if (debt.owners !== null && !ownersOf(file, debt).some((id) => owing.includes(id))) return say('commitments.owedSomebodyWhoDoesntApply');
  if (debt.endsOn === null) return null;
  if (debt.endsOn < today) return say('commitments.endedOn', { endsOn: { day: debt.endsOn } });
  if (ignoredWithinMonths > 0 && !neverIgnored.includes(debt.kind ?? '') && debt.endsOn <= addMonths(today, ignoredWithinMonths))
    return say('commitments.endsOnWithinMonths', { endsOn: { day: debt.endsOn }, ignoredWithinMonths });
  return null;
}

/** Two rows that look like one debt keyed for each of two people: same lender and kind, and the same balance or payment. */
export function debtsKeyedTwice(file: Pick<FileState, 'debts'>): { first: Debt; second: Debt; subject: string }[] {
  const seen = new Map<string, Debt>();
  return file.debts.flatMap((second) => {
    const { lender, kind, balance, payment } = second;
    const amount = balance ?? payment;
    if (lender === null || amount === null) return [];
    const key = `${nameWords(lender).join(' ')}|${kind ?? ''}|${balance === null ? 'payment' : 'balance'} ${amount}`;
    const first = seen.get(key);
    if (!first) seen.set(key, second);
    return first ? [{ first, second, subject: `twice:${first.id}:${second.id}` }] : [];
  });
}

/** A debt's own figures that can't all be right. */
export function debtProblem({ payment, balance, limit }: Pick<Debt, 'payment' | 'balance' | 'limit'>): Words | null {
  if (balance !== null && payment !== null && balance > 0 && payment > balance)
    return say('commitments.paymentMoreThanBalance', { balance: { money: balance } });
  if (balance !== null && limit !== null && balance > limit) return say('commitments.balanceAboveLimit', { limit: { money: limit } });
  return null;
}
