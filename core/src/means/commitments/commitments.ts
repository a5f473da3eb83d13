import { say, type Words } from '../../basis/words/index';
import { DEBT_KIND_LABEL } from './fields';
import { countedShare, countedShareOf } from '../../people/roles/index';
import { homeNow } from '../../people/household/index';
import type { Home } from '../../people/home/index';
import type { Debt } from './fields';
import { roundTo, since, worked, type AsThen, type Term } from '../../basis/arithmetic/index';
import { addMonths, type IsoDate } from '../../basis/dates/index';
import { applicantOf, type FileState } from '../../file/state/index';
import { nameWords } from '../../basis/names/index';
import { samePlace } from '../../basis/paste/index';
import { scaled } from '../../basis/money/index';

/** Debts that a business pays of what it earns. */
export const BUSINESS_DEBTS: readonly string[] = ['boatLoan', 'businessLoan', 'lease'];

export type CommitmentInput = Pick<FileState, 'product' | 'pack' | 'request' | 'people' | 'homes' | 'debts'> & AsThen;

/** Ids of those who are named as the owners of a debt or an asset. */
export const namedOwners = ({ owners }: { owners: string | null }): string[] => owners?.split(' ').filter(Boolean) ?? [];

/** Ids of whose a debt or an asset is; the applicant's where nobody is named. */
export function ownersOf(file: Pick<FileState, 'people'>, row: { owners: string | null }): string[] {
  const named = namedOwners(row);
  if (named.length > 0) return named;
  const applicant = applicantOf(file);
  return applicant ? [applicant.id] : [];
}

/**
 * What each present home of those whose housing counts costs a month. People who live together have one home: its cost
 * counts once, at the higher of what was stated, whoever of them it was keyed for. Rounded half away from zero where only
 * a share of it counts.
 */
export function housingTerms(file: Pick<FileState, 'homes' | 'people' | 'product'>): Term[] {
  const now = file.homes.filter(({ until, monthlyCost }) => until === null && monthlyCost !== null && monthlyCost > 0);
  const lived = file.people.flatMap((person) => {
    const share = countedShare(file.product, person, 'housing');
    if (share === 0) return [];
    const shared = homeNow(file, person.id);
    return [...now.filter(({ personId }) => personId === person.id), ...(shared ? [shared] : [])].map((home) => ({ home, share }));
  });
  const shareOf = (home: Home): number => Math.max(0, ...lived.filter((one) => one.home === home || samePlace(one.home, home)).map(({ share }) => share));
  return now
    .map((home) => ({ home, share: shareOf(home) }))
    .filter(({ share }) => share > 0)
    .sort((a, b) => (b.home.monthlyCost ?? 0) - (a.home.monthlyCost ?? 0) || a.home.createdAt.localeCompare(b.home.createdAt))
    .filter(({ home }, at, all) => all.findIndex((other) => other.home === home || samePlace(other.home, home)) === at)
    .map(({ home, share }) => {
      const label = say('commitments.housing', { line: home.line ?? say('commitments.homeNow') });
      const place = { chapter: 'home' as const, anchor: `${home.id}.monthlyCost` };
      return byShare({ label, sign: '+', value: home.monthlyCost ?? 0, unit: 'money', place }, share);
    });
}

/** A line at the share of it that counts, with the whole under it. */
function byShare(term: Term, share: number): Term {
  if (share === 1) return term;
  return {
    ...term,
    value: scaled(term.value, share),
    terms: [
      { ...term, sign: '+' },
      { label: say('commitments.shareOfRoleCounts'), sign: '×', value: share, unit: 'ratio' },
    ],
  };
}

/**
 * What each debt takes a month by the product's rule, one line for each: those that don't count stand with `·` and the
 * reason. A debt that several owe together is one line and counts once, whole. A revolving debt counts at the higher of
 * its stated payment and the rule's share of its limit or balance, rounded half away from zero; one that isn't paid on
 * yet, by the product's share of its balance.
 * @param afterClearing without those that the request pays off.
 */
export function debtTerms(file: CommitmentInput, today: IsoDate, afterClearing: boolean): Term[] {
  const shareOf = sharesOfOwners(file);
  return file.debts.flatMap<Term>((debt) => {
    const term = debtTerm(file, debt, today);
    if (!term) return [];
    const share = shareOf(debt);
    const bar = debtBar(file, debt, share, today) ?? (afterClearing && debt.cleared ? say('commitments.paidOffWhatAskedFor') : null);
    return [bar === null ? byShare(term, share) : { ...term, sign: '·', note: bar }];
  });
}

/** The share that counts of each debt by whose it is, worked out once for all people. */
function sharesOfOwners(file: CommitmentInput): (debt: Debt) => number {
  const shares = new Map(file.people.map((person) => [person.id, countedShare(file.product, person, 'debts')]));
  const applicants = countedShareOf(file, ownersOf(file, { owners: null }), 'debts');
  return ({ owners }) => (owners === null ? applicants : Math.max(0, ...namedOwners({ owners }).map((id) => shares.get(id) ?? 0)));
}

function debtTerm(file: CommitmentInput, debt: Debt, today: IsoDate): Term | null {
  const { revolving, guaranteeShare, deferred } = file.product.commitments;
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
  if (revolving.kinds.includes(debt.kind ?? '')) {
    // A card of which the limit isn't known counts by its balance.
    const of = debt[revolving.of] === null && stated === null && since(file, 3) ? (revolving.of === 'limit' ? 'balance' : 'limit') : revolving.of;
    const counted = atShare({ debt, label, place }, of, revolving.share);
    if (counted) return counted;
  }
  if (since(file, 3) && deferred.kinds.includes(debt.kind ?? '') && !stated) {
    const counted = atShare({ debt, label, place }, 'balance', deferred.share);
    if (counted) return { ...counted, note: say('commitments.notPaidOnYet') };
  }
  if (stated === null) return null;
  const ends = debt.endsOn === null || debt.endsOn < today ? {} : { note: say('commitments.until', { endsOn: { day: debt.endsOn } }) };
  return { label, sign: '+', value: stated, unit: 'money', place, ...ends };
}

/** A debt at a share of its limit or balance; null where its stated payment is no lower. */
function atShare({ debt, label, place }: { debt: Debt; label: Words; place: NonNullable<Term['place']> }, of: 'limit' | 'balance', share: number): Term | null {
  const stated = debt.payment;
  const base = debt[of];
  const least = base === null ? 0 : scaled(base, share);
  if (base === null || share === 0 || least <= (stated ?? 0)) return null;
  return {
    label,
    sign: '+',
    value: least,
    unit: 'money',
    place,
    terms: [
      ...(stated === null ? [] : [{ label: say('commitments.paymentAsStatedLower'), sign: '·' as const, value: stated, unit: 'money' as const, place }]),
      {
        label: of === 'limit' ? say('commitments.limit') : say('commitments.balance'),
        sign: '+',
        value: base,
        unit: 'money',
        place: { chapter: 'commitments', anchor: `${debt.id}.${of}` },
      },
      { label: say('commitments.shareCountsMonth'), sign: '×', value: share, unit: 'ratio' },
    ],
  };
}

/** Why a debt doesn't count, or null when it does. */
function debtBar(file: CommitmentInput, debt: Debt, share: number, today: IsoDate): Words | null {
  const { ignoredWithinMonths, neverIgnored } = file.product.commitments;
  if (share === 0) return say('commitments.owedSomebodyWhoDoesntApply');
  if (debt.endsOn === null) return null;
  if (debt.endsOn < today) return say('commitments.endedOn', { endsOn: { day: debt.endsOn } });
  if (ignoredWithinMonths > 0 && !neverIgnored.includes(debt.kind ?? '') && debt.endsOn <= addMonths(today, ignoredWithinMonths))
    return say('commitments.endsOnWithinMonths', { endsOn: { day: debt.endsOn }, ignoredWithinMonths });
  return null;
}

/**
 * What variable debts that stay cost more each month when rates rise: the added rate on what is owed, a twelfth of it;
 * rounded half away from zero (common practice, no source).
 */
export function dearerDebtTerms(file: CommitmentInput, today: IsoDate, added: number): Term[] {
  const shareOf = sharesOfOwners(file);
  return file.debts.flatMap<Term>((debt) => {
    const { id, balance, variable, cleared } = debt;
    if (!variable || cleared || balance === null || balance <= 0) return [];
    const term = debtTerm(file, debt, today);
    const share = shareOf(debt);
    if (!term || debtBar(file, debt, share, today) !== null) return [];
    const lines: Term[] = [
      { label: say('commitments.balance'), sign: '+', value: balance, unit: 'money', place: { chapter: 'commitments', anchor: `${id}.balance` } },
      { label: say('commitments.rateHigher'), sign: '×', value: added, unit: 'ratio' },
      { label: say('commitments.monthsYear'), sign: '÷', value: 12, unit: 'count' },
      ...(share === 1 ? [] : [{ label: say('commitments.shareOfRoleCounts'), sign: '×' as const, value: share, unit: 'ratio' as const }]),
    ];
    return [{ label: term.label, sign: '+', value: roundTo('money', worked(lines)), unit: 'money', terms: lines }];
  });
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
