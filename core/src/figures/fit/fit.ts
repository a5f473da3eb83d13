import { say, type Words } from '../../basis/words/index';
import type { Asset } from '../../means/worth/index';
import { figuresFor, groundOf, someFigure, type AffordabilityInput, type Figure, type Ground } from '../affordability/index';
import { costOf, costsOf, offerOf } from '../../lending/costs/index';
import { monthsBack, type IsoDate } from '../../basis/dates/index';
import { DEBT_KIND_LABEL, debtTerms, type Debt } from '../../means/commitments/index';
import { applicantOf, type FileState } from '../../file/state/index';
import { minor, scaled, type Minor } from '../../basis/money/index';
import type { Measure, PartOffer } from '../../file/product/index';
import type { FitChange } from '../../file/details/index';
import { withChanges } from './changes';

export const LEVERS = ['amount', 'downPayment', 'term', 'ratePart', 'debt', 'income'] as const;
export type LeverCode = (typeof LEVERS)[number];

/** `limit`: no figure stays outside its limit; `band`: none is left for an approver to weigh either. */
export type Aim = 'limit' | 'band';

/** A change of the request that brings every figure inside, and what it then is. */
export interface Proposal {
  levers: LeverCode[];
  /** Says the change: Ask for 36,210.00, 3,790.00 less. */
  label: Words;
  changes: FitChange[];
  /** By how much: minor units, or months. */
  size: number;
  figures: Figure[];
  payment: Minor;
  /** Interest and fees over the whole term; null where they can't be worked. */
  cost: Minor | null;
  /** Interest that isn't paid any more on debts that are paid off. */
  saved: Minor;
}

/** A lever that can't do it alone, and why. */
export interface OutOfReach {
  lever: LeverCode;
  why: Words;
}

export interface WhatFits {
  /** What is outside now, or left to an approver where the aim is to be clear of that too. */
  outside: Figure[];
  single: Proposal[];
  outOfReach: OutOfReach[];
  /** Two changes together, the cheapest of each kind, the cheapest first. */
  pairs: Proposal[];
  /** The largest amount that they can carry now, with everything else as it is; null where not even the least is. */
  largest: Proposal | null;
}

/** What is read of a file: what the figures read, and the purposes that shrink with the amount. */
export type FitInput = AffordabilityInput & Pick<FileState, 'uses'>;

/** Something that can be changed by whole units up to a point. */
interface Lever {
  code: LeverCode;
  /** Which one it is, where there are several of a kind: a kind of part, a debt. */
  of?: Words;
  most: number;
  /** Smallest first; every unit where absent. */
  steps?: number[];
  changesAt(size: number): FitChange[];
  words(size: number): Words;
  /** Said when `most` doesn't do. */
  limitedBy: Words;
  /** Nothing is said of it where it doesn't do: nobody would expect it to. */
  onlyIfItDoes?: boolean;
  /** How much more than `most` would do, where that can be said: the same change without what bounds it. */
  beyond?: { most: number; changesAt(size: number): FitChange[]; words(size: number): Words };
}

const MOST_PAIRS = 4;
const PAIR_STRETCHES = 6;
const STEP_MONTHS = 12;

/**
 * What would bring a file that is over a limit inside: the smallest single change of each kind, and the cheapest two
 * together, each found by working the figures of the changed file. Amounts are found to the minor unit and terms to the
 * month: one unit less does not do. Where a figure that must be known is missing from the start, it stays out of account.
 * @returns null where nothing is lent, or the request is incomplete.
 */
export function whatFits(file: FitInput, today: IsoDate, aim: Aim = 'limit'): WhatFits | null {
  if (file.product.amountIs !== 'loan' || costsOf(file, today) === null) return null;
  const tried = new Trial(file, today, aim);
  const outside = tried.start.filter((figure) => tried.isBad(figure));
  if (outside.length === 0) return { outside, single: [], outOfReach: [], pairs: [], largest: largestOf(tried) };
  const levers = leversOf(file, today);
  const single: Proposal[] = [];
  const outOfReach: OutOfReach[] = [];
  const alone = new Map<Lever, number>();
  for (const lever of levers) {
    const size = smallest(lever, (changes) => tried.passes(changes));
    if (size !== null) {
      alone.set(lever, size);
      single.push(tried.proposal([lever.code], lever.words(size), lever.changesAt(size), size));
    } else if (!lever.onlyIfItDoes) outOfReach.push({ lever: lever.code, why: whyNot(lever, tried) });
  }
  // The least that must come off the amount leaves the largest that can be carried.
  const less = single.find(({ levers: [lever] }) => lever === 'amount');
  const most = minor((file.request.amount ?? 0) - (less?.size ?? 0));
  const largest = less ? { ...less, label: upTo(most), size: most } : null;
  return { outside, single, outOfReach: onlyOnce(outOfReach, single), pairs: pairsOf(tried, levers, alone), largest };
}

const upTo = (amount: Minor): Words => say('fit.up', { amount: { money: amount } });

/** Why a lever doesn't do it alone; what it would take where that can be found. */
function whyNot(lever: Lever, tried: Trial): Words {
  const needed = lever.beyond ? smallest(lever.beyond, (changes) => tried.passes(changes)) : null;
  return needed !== null && lever.beyond ? lever.beyond.words(needed) : lever.limitedBy;
}

/** A kind of change is out of reach only where none of its levers does it. */
function onlyOnce(outOfReach: readonly OutOfReach[], single: readonly Proposal[]): OutOfReach[] {
  return outOfReach.filter(
    ({ lever, why }, at) =>
      !single.some(({ levers }) => levers.includes(lever)) && outOfReach.findIndex((other) => other.lever === lever && other.why === why) === at,
  );
}

/** Works changed files against the product's limits. */
class Trial {
  readonly start: Figure[];
  private readonly measures: Measure[];
  private readonly unknown: Set<Measure>;
  private readonly grounds = new Map<string, Ground>();

  constructor(
    readonly file: FitInput,
    readonly today: IsoDate,
    private readonly aim: Aim,
  ) {
    const { measures, limits } = file.product;
    const limited = measures.filter((measure) => limits.some((limit) => limit.measure === measure));
    this.start = figuresFor(file, today, limited);
    // What is outside now is the likeliest to stay so, and one figure that does settles it.
    const bad = (measure: Measure): number => (this.start.some((figure) => figure.measure === measure && this.isBad(figure)) ? 0 : 1);
    this.unknown = new Set(this.start.filter(({ verdict }) => verdict === 'unknown').map(({ measure }) => measure));
    this.measures = limited.sort((a, b) => bad(a) - bad(b));
  }

  isBad({ verdict, measure }: Figure): boolean {
    if (verdict === 'unknown') return !this.unknown.has(measure);
    return verdict === 'outside' || (this.aim === 'band' && verdict === 'refer');
  }

  passes(changes: readonly FitChange[]): boolean {
    const changed = withChanges(this.file, changes);
    return !someFigure(changed, this.today, this.measures, (figure) => this.isBad(figure), this.groundFor(changed));
  }

  /** Income and household are worked again only where a change touches them. */
  private groundFor(changed: FitInput): Ground {
    const { incomes, request } = changed;
    if (incomes !== this.file.incomes) return groundOf(changed, this.today);
    const key = `${request.termMonths ?? ''}/${request.advanceOn ?? ''}`;
    const known = this.grounds.get(key);
    if (known) return known;
    const ground = groundOf(changed, this.today);
    this.grounds.set(key, ground);
    return ground;
  }

  /** Interest and fees of a changed request, less the interest that it saves on debts. */
  cost(changes: readonly FitChange[]): number {
    const costs = costsOf(withChanges(this.file, changes), this.today);
    return costs ? costOf(costs) - this.saved(changes) : Infinity;
  }

  /** Interest that isn't paid any more on the debts that changes pay off. */
  private saved(changes: readonly FitChange[]): number {
    return this.file.debts
      .filter(({ id }) => changes.some((change) => change.op === 'set' && change.entity === 'debt' && change.id === id && change.field === 'cleared'))
      .reduce((so, debt) => so + interestLeft(debt, this.today), 0);
  }

  proposal(levers: LeverCode[], label: Words, changes: FitChange[], size: number): Proposal {
    const changed = withChanges(this.file, changes);
    const costs = costsOf(changed, this.today);
    return {
      levers,
      label,
      changes,
      size,
      figures: figuresFor(changed, this.today, this.file.product.measures),
      payment: costs?.payment ?? minor(0),
      cost: costs ? costOf(costs) : null,
      saved: minor(this.saved(changes)),
    };
  }
}

/** Into how many stretches the range of a change is divided where its end doesn't do. */
const STRETCHES = 24;

/**
 * The smallest size of a lever that passes; between sizes that fail and pass it is narrowed down to one unit. What brings
 * one figure inside may bring another outside further on, so where the whole of it doesn't do, sizes in between are tried.
 */
function smallest(
  { most, steps, changesAt }: Pick<Lever, 'most' | 'steps' | 'changesAt'>,
  passes: (changes: FitChange[]) => boolean,
  stretches = STRETCHES,
): number | null {
  if (most <= 0) return null;
  if (steps) return steps.find((size) => passes(changesAt(size))) ?? null;
  const good = (size: number): boolean => passes(changesAt(size));
  if (good(most)) return lastGood(most, 0, good);
  let bad = 0;
  for (let at = 1; at < stretches; at += 1) {
    const size = Math.floor((most * at) / stretches);
    if (size > bad && good(size)) return lastGood(size, bad, good);
    bad = size;
  }
  return null;
}

/**
 * The interest that is still to be paid on a debt: all payments to its last day, or to where its payment at its rate pays
 * it off, less the balance. Nothing where neither is known, or its payment doesn't keep up with its interest.
 */
export function interestLeft({ payment, balance, rate, endsOn }: Debt, today: IsoDate): Minor {
  if (!payment || !balance) return minor(0);
  if (endsOn !== null) return minor(endsOn < today ? 0 : Math.max(0, (monthsBack(today, endsOn) + 1) * payment - balance));
  if (!rate) return minor(0);
  let owed: number = balance;
  let paid = 0;
  for (let month = 0; month < MOST_MONTHS && owed > 0; month += 1) {
    const interest = scaled(owed, rate / 12);
    if (interest >= payment) return minor(0);
    const due = Math.min(payment, owed + interest);
    owed += interest - due;
    paid += due;
  }
  return minor(Math.max(0, paid - balance));
}

/** A hundred years of payments: no debt is looked at for longer. */
const MOST_MONTHS = 1200;

/** Halves the way between a size that is good and one that isn't, down to one unit. @returns the good one beside the bad. */
export function lastGood(good: number, bad: number, isGood: (size: number) => boolean): number {
  let [is, not] = [good, bad];
  while (Math.abs(is - not) > 1) {
    const middle = Math.floor((is + not) / 2);
    if (isGood(middle)) is = middle;
    else not = middle;
  }
  return is;
}

function largestOf(tried: Trial): Proposal | null {
  const { file } = tried;
  const { least, most } = file.product.bounds.amount;
  const asked = file.request.amount ?? 0;
  const changesAt = (amount: number): FitChange[] => (amount === asked ? [] : amountChanges(file, minor(amount - asked), true));
  if (!tried.passes(changesAt(least))) return null;
  const largest = lastGood(least, most + 1, (amount) => tried.passes(changesAt(amount)));
  return tried.proposal(['amount'], upTo(minor(largest)), changesAt(largest), largest);
}

/** The amount more or less: dearest parts shrink first, the first part grows; with the price where what is bought changes. */
function amountChanges(file: FitInput, by: Minor, withPrice: boolean): FitChange[] {
  const { amount, price } = file.request;
  const set = (field: string, value: number): FitChange => ({ op: 'set', entity: 'request', id: null, field, value });
  const changes: FitChange[] = [set('amount', (amount ?? 0) + by)];
  if (withPrice && price !== null) changes.push(set('price', Math.max(0, price + by)), ...useChanges(file, by));
  if (file.parts.length === 0) return changes;
  const rules = file.product.costs;
  const rate = (kind: string | null): number => (rules ? (offerOf(rules, kind)?.annualRate ?? 0) : 0);
  const [first] = file.parts;
  if (by > 0 && first) return [...changes, { op: 'set', entity: 'part', id: first.id, field: 'amount', value: (first.amount ?? 0) + by }];
  let left = 0 - by;
  for (const part of [...file.parts].sort((a, b) => rate(b.kind) - rate(a.kind))) {
    const taken = Math.min(left, part.amount ?? 0);
    if (taken === 0) continue;
    left -= taken;
    changes.push(
      taken === part.amount
        ? { op: 'remove', entity: 'part', id: part.id }
        : { op: 'set', entity: 'part', id: part.id, field: 'amount', value: (part.amount ?? 0) - taken },
    );
  }
  return changes;
}

/**
 * The same request for another amount, another term, or both, as changes of details: the price goes with the amount, dearer
 * parts shrink first, and a part's term follows where there is one part.
 * @returns no changes where nothing is other than it is.
 */
export function otherRequest(file: FitInput, { amount, termMonths }: { amount: Minor | null; termMonths: number | null }): FitChange[] {
  const changes: FitChange[] = [];
  if (amount !== null && amount !== file.request.amount) changes.push(...amountChanges(file, minor(amount - (file.request.amount ?? 0)), true));
  if (termMonths !== null && termMonths !== file.request.termMonths) {
    changes.push({ op: 'set', entity: 'request', id: null, field: 'termMonths', value: termMonths });
    const [only] = file.parts;
    if (only && file.parts.length === 1) changes.push({ op: 'set', entity: 'part', id: only.id, field: 'termMonths', value: termMonths });
  }
  return changes;
}

/** Purposes that are listed add up to the price: the largest ones shrink, the largest one grows. */
function useChanges({ uses }: FitInput, by: Minor): FitChange[] {
  const largest = uses.filter(({ amount }) => amount !== null).sort((a, b) => (b.amount ?? 0) - (a.amount ?? 0));
  const changes: FitChange[] = [];
  let left: number = by;
  for (const { id, amount } of largest) {
    if (left === 0) break;
    const value = Math.max(0, (amount ?? 0) + left);
    left -= value - (amount ?? 0);
    changes.push({ op: 'set', entity: 'use', id, field: 'amount', value });
  }
  return changes;
}

function leversOf(file: FitInput, today: IsoDate): Lever[] {
  return [
    amountLever(file),
    downPaymentLever(file),
    termLever(file),
    shorterLever(file),
    ...rateLevers(file),
    ...debtLevers(file, today),
    ...incomeLevers(file),
  ];
}

function amountLever(file: FitInput): Lever {
  const amount = file.request.amount ?? 0;
  const { least } = file.product.bounds.amount;
  return {
    code: 'amount',
    most: Math.max(0, amount - least),
    changesAt: (size) => amountChanges(file, minor(-size), true),
    words: (size) => say('fit.askForLessAndBuy', { left: { money: amount - size }, size: { money: size } }),
    limitedBy: say('fit.notEvenWithLeastAmount', { least: { money: least } }),
  };
}

/** What may still go into the down payment of each asset that is soon turned into money. */
function freeAssets(file: FitInput): { asset: Asset; free: number }[] {
  const soon = [...file.product.worth.liquid, 'gift'];
  return file.assets
    .map((asset) => ({ asset, free: Math.max(0, (asset.value ?? 0) - (asset.downPaymentPart ?? 0)) }))
    .filter(({ asset, free }) => free > 0 && soon.includes(asset.kind ?? ''));
}

function downPaymentLever(file: FitInput): Lever {
  const assets = freeAssets(file);
  const down = file.request.downPayment ?? 0;
  const there = assets.reduce((so, { free }) => so + free, 0);
  const room = Math.max(0, (file.request.amount ?? 0) - file.product.bounds.amount.least);
  const paidDown = (size: number): FitChange[] => [
    ...amountChanges(file, minor(-size), false),
    { op: 'set', entity: 'request', id: null, field: 'downPayment', value: down + size },
  ];
  return {
    code: 'downPayment',
    most: Math.min(there, room),
    changesAt(size) {
      let left = size;
      const drawn = assets.flatMap<FitChange>(({ asset, free }) => {
        const taken = Math.min(left, free);
        left -= taken;
        return taken === 0 ? [] : [{ op: 'set', entity: 'asset', id: asset.id, field: 'downPaymentPart', value: (asset.downPaymentPart ?? 0) + taken }];
      });
      return [...paidDown(size), ...drawn];
    },
    words: (size) => say('fit.payDownMoreFromWhat', { down: { money: down + size }, size: { money: size } }),
    limitedBy: there === 0 ? say('fit.noAssetCouldPaidDown') : say('fit.notEvenWithAllThey', { there: { money: Math.min(there, room) } }),
    beyond: {
      most: room,
      changesAt: paidDown,
      words: (size) =>
        say('fit.wouldTakeMoreAnd', {
          size: { money: size },
          named: there === 0 ? say('fit.noAssetCouldPaidDown2') : say('fit.named', { there: { money: there } }),
        }),
    },
  };
}

/** Parts that have a term; and the terms that can be moved: theirs, or the request's where it isn't split. */
function termsOf(file: FitInput): { parts: FitInput['parts']; rows: { kind: string | null; termMonths: number | null }[]; usual: string | null } {
  const usual = file.product.costs?.parts[0]?.kind ?? null;
  const parts = file.parts.filter(({ kind, termMonths }) => kind !== 'revolving' && termMonths !== null);
  return { parts, rows: parts.length > 0 ? parts : [{ kind: usual, termMonths: file.request.termMonths }], usual };
}

function termLever(file: FitInput): Lever {
  const rules = file.product.costs;
  const { most } = file.product.bounds.termMonths;
  const reach = (kind: string | null): number => Math.min(most, (rules ? offerOf(rules, kind)?.months.most : null) ?? most);
  const { parts, rows } = termsOf(file);
  const room = Math.max(0, ...rows.map(({ kind, termMonths }) => reach(kind) - (termMonths ?? 0)));
  const longer = (kind: string | null, months: number | null, size: number): number => Math.max(months ?? 0, Math.min(reach(kind), (months ?? 0) + size));
  return {
    code: 'term',
    most: room,
    // What ends within a longer term may stop counting, so every month is tried in turn.
    steps: Array.from({ length: room }, (_, at) => at + 1),
    changesAt: (size) => [
      { op: 'set', entity: 'request', id: null, field: 'termMonths', value: longer(rows[0]?.kind ?? null, file.request.termMonths, size) },
      ...parts.map<FitChange>(({ id, kind, termMonths }) => ({ op: 'set', entity: 'part', id, field: 'termMonths', value: longer(kind, termMonths, size) })),
    ],
    words: (size) => say('fit.payOverMonthsLonger', { months: longer(rows[0]?.kind ?? null, rows[0]?.termMonths ?? 0, size), size }),
    limitedBy: say('fit.notEvenOverMonthsLongest', { most }),
  };
}

/** Pays back sooner: less in all, and nothing that an income ends before. */
function shorterLever(file: FitInput): Lever {
  const rules = file.product.costs;
  const { least } = file.product.bounds.termMonths;
  const floor = (kind: string | null): number => Math.max(least, (rules ? offerOf(rules, kind)?.months.least : null) ?? least);
  const { parts, rows, usual } = termsOf(file);
  const shorter = (kind: string | null, months: number | null, size: number): number => Math.min(months ?? 0, Math.max(floor(kind), (months ?? 0) - size));
  const room = Math.max(0, ...rows.map(({ kind, termMonths }) => (termMonths ?? 0) - floor(kind)));
  return {
    code: 'term',
    of: 'shorter',
    most: room,
    steps: Array.from({ length: room }, (_, at) => at + 1),
    changesAt: (size) => [
      ...(file.request.termMonths === null
        ? []
        : [{ op: 'set' as const, entity: 'request' as const, id: null, field: 'termMonths', value: shorter(usual, file.request.termMonths, size) }]),
      ...parts.map<FitChange>(({ id, kind, termMonths }) => ({ op: 'set', entity: 'part', id, field: 'termMonths', value: shorter(kind, termMonths, size) })),
    ],
    words: (size) => say('fit.payOverMonthsShorter', { months: shorter(rows[0]?.kind ?? null, rows[0]?.termMonths ?? 0, size), size }),
    limitedBy: say('fit.notEvenOverMonthsShortest', { least }),
    onlyIfItDoes: true,
  };
}

/** Moves part of the dearest part to kinds that cost less a month. */
function rateLevers(file: FitInput): Lever[] {
  const rules = file.product.costs;
  if (!rules) return [];
  const [usual] = rules.parts;
  const now = file.parts.length > 0 ? file.parts : null;
  const rated = (now ?? []).map((part) => ({ part, offer: offerOf(rules, part.kind) })).filter(({ offer }) => offer !== null);
  const dearest = rated.sort((a, b) => (b.offer?.annualRate ?? 0) - (a.offer?.annualRate ?? 0))[0] ?? null;
  const from = dearest?.offer ?? usual;
  const amount = dearest ? (dearest.part.amount ?? 0) : (file.request.amount ?? 0);
  const term = dearest ? dearest.part.termMonths : file.request.termMonths;
  if (!from || amount <= 0 || term === null) return [];
  const cheaper = ({ kind, annualRate, months }: PartOffer): boolean =>
    kind !== from.kind &&
    // What is left to a balloon at the end is no cure.
    ['level', 'variable'].includes(kind) &&
    annualRate < from.annualRate &&
    term >= months.least &&
    term <= months.most;
  return rules.parts.filter(cheaper).map<Lever>((offer) => ({
    code: 'ratePart',
    of: offer.kind,
    most: amount,
    changesAt(size) {
      const added: FitChange = {
        op: 'add',
        entity: 'part',
        id: `new-${offer.kind}`,
        values: { kind: offer.kind, amount: size, termMonths: term },
      };
      const rest = amount - size;
      if (dearest)
        return [
          rest === 0 ? { op: 'remove', entity: 'part', id: dearest.part.id } : { op: 'set', entity: 'part', id: dearest.part.id, field: 'amount', value: rest },
          added,
        ];
      return rest === 0 ? [added] : [{ op: 'add', entity: 'part', id: `new-${from.kind}`, values: { kind: from.kind, amount: rest, termMonths: term } }, added];
    },
    words: (size) => say('fit.takeAsInstead', { size: { money: size }, offerLabel: offer.label, fromLabel: from.label }),
    limitedBy: say('fit.notEvenWithAllAs', { fromLabel: from.label, offerLabel: offer.label }),
  }));
}

/** Pays off a debt out of the loan. */
function debtLevers(file: FitInput, today: IsoDate): Lever[] {
  const { most } = file.product.bounds.amount;
  const counting = new Set(
    debtTerms(file, today, true)
      .filter(({ sign, value }) => sign === '+' && value > 0)
      .map(({ place }) => place?.anchor.split('.')[0]),
  );
  return file.debts.flatMap<Lever>(({ id, lender, kind, balance, cleared }) => {
    if (cleared || balance === null || balance <= 0 || !counting.has(id)) return [];
    const more = (file.request.amount ?? 0) + balance;
    return [
      {
        code: 'debt',
        of: id,
        most: more > most ? 0 : 1,
        steps: [1],
        changesAt: () => [{ op: 'set', entity: 'debt', id, field: 'cleared', value: true }, ...amountChanges(file, balance, false)],
        words: () => say('fit.payOffWithLoan', { lender: lender ?? DEBT_KIND_LABEL[kind ?? 'other'], balance: { money: balance } }),
        limitedBy: say('fit.payingOffNoOneDebt'),
      },
    ];
  });
}

/** What more would have to come in each month, and be evidenced. */
function incomeLevers(file: FitInput): Lever[] {
  const applicant = applicantOf(file);
  if (!applicant || !file.product.income.kinds['wage']) return [];
  return [
    {
      code: 'income',
      most: 100_000_000,
      changesAt: (size) => [
        {
          op: 'add',
          entity: 'income',
          id: 'new-income',
          values: { personId: applicant.id, kind: 'wage', source: 'Further income', amount: size, frequency: 'monthly' },
        },
      ],
      words: (size) => say('fit.evidenceMoreMonthAsWage', { size: { money: size } }),
      limitedBy: say('fit.noFurtherIncomeWouldDo'),
    },
  ];
}

/** Two changes at once: one in large steps, the other as small as it then can be; the cheapest of each pair of kinds. */
function pairsOf(tried: Trial, levers: readonly Lever[], alone: ReadonlyMap<Lever, number>): Proposal[] {
  const coarse = levers.filter(({ code, of }) => (code === 'term' && of === undefined) || code === 'debt');
  const fine = levers.filter(({ code, of }) => code === 'amount' || code === 'downPayment' || code === 'ratePart' || (code === 'term' && of === undefined));
  const best = new Map<string, { levers: LeverCode[]; label: Words; changes: FitChange[]; size: number; cost: number }>();
  for (const first of coarse)
    for (const size of sizesOf(first, alone.get(first))) {
      const base = first.changesAt(size);
      const then = leversOf(withChanges(tried.file, base), tried.today);
      for (const second of fine) {
        const after = then.find(({ code, of }) => code === second.code && of === second.of);
        if (first === second || second.most <= 0 || !after) continue;
        const reach = { ...after, most: Math.min(after.most, alone.get(second) ?? after.most) };
        const found = smallest(reach, (changes) => tried.passes([...base, ...changes]), PAIR_STRETCHES);
        // What the second change needs alone is no less with the first: then the first does nothing.
        if (found === null || found === 0 || found >= (alone.get(second) ?? Infinity)) continue;
        const changes = [...base, ...after.changesAt(found)];
        const cost = tried.cost(changes);
        const key = `${first.code}+${second.code}`;
        if (cost < (best.get(key)?.cost ?? Infinity))
          best.set(key, {
            levers: [first.code, after.code],
            label: say('fit.firstThen', { first: first.words(size), then: { within: after.words(found) } }),
            changes,
            size: found,
            cost,
          });
      }
    }
  return [...best.values()]
    .sort((a, b) => a.cost - b.cost)
    .slice(0, MOST_PAIRS)
    .map(({ levers: both, label, changes, size }) => tried.proposal(both, label, changes, size));
}

/** Sizes of a coarse lever that don't do it alone: whole years for a term, a debt as it is. */
function sizesOf({ code, most }: Lever, alone: number | undefined): number[] {
  if (code === 'debt') return alone === undefined && most > 0 ? [1] : [];
  const reach = alone === undefined ? most : alone - 1;
  return Array.from({ length: Math.floor(reach / STEP_MONTHS) }, (_, at) => (at + 1) * STEP_MONTHS);
}
