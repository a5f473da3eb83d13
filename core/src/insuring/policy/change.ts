import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import { daysBetween, type IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import { applyChanges, type DetailChange } from '../../file/details/index';
import type { PolicyRules } from '../../file/product/index';
import type { FileState, PolicyChange, UnderwritingOutcome } from '../../file/state/index';
import { coveredName, coverProblems } from '../cover/index';
import { lineProblems, sumProblem } from '../lines/index';
import { premiumOf } from '../premium/index';
import { underwritingOf, underwrittenOf } from '../underwriting/index';
import { chargesOf, endOfTerm, type YearFrom } from './policy';

/** What of a policy can be changed while it runs, by kind of row: fields that are set, and whether rows come and go. */
const CHANGEABLE: Partial<Record<DetailChange['entity'], { fields: readonly string[]; adds: boolean; removes: boolean }>> = {
  cover: { fields: ['plan', 'benefit', 'waitingDays', 'benefitMonths'], adds: false, removes: true },
  rider: { fields: [], adds: true, removes: true },
  coverLine: { fields: ['units', 'unitPrice', 'share', 'level', 'weeks', 'place', 'agent'], adds: true, removes: true },
  request: { fields: ['assistance'], adds: false, removes: false },
};

/** Whether a change of details is one that a running policy can have. */
export function isPolicyChange(change: DetailChange): boolean {
  const kind = CHANGEABLE[change.entity];
  if (!kind) return false;
  return change.op === 'set' ? kind.fields.includes(change.field) : change.op === 'add' ? kind.adds : kind.removes;
}

/** What was underwritten of covers that a change makes otherwise, as it goes on for what they become. */
export function carriedOver(file: FileState, next: Pick<FileState, 'covers'>): UnderwritingOutcome[] {
  return next.covers.flatMap((cover) => {
    const before = file.covers.find(({ id }) => id === cover.id);
    const said = before && underwritingOf(file, before);
    const about = underwrittenOf(cover);
    return said && said.about !== about ? [{ ...said, about }] : [];
  });
}

/** A file as its policy would be: what was underwritten goes on for who stays covered, as it was said. */
export function asChanged(file: FileState, changes: readonly DetailChange[]): FileState {
  const next = applyChanges(file, changes, '');
  return { ...next, underwritings: [...next.underwritings, ...carriedOver(file, next)] };
}

/** What a policy's year comes to from each day on, all its payments: from its start, and from each change that was made. */
export function yearsOf({ policy, policyChanges }: Pick<FileState, 'policy' | 'policyChanges'>): YearFrom[] {
  if (!policy) return [];
  const made = policyChanges.filter(({ state }) => state === 'made').sort((a, b) => a.on.localeCompare(b.on));
  return [{ from: policy.startsOn, year: policy.year }, ...made.map(({ on, after }) => ({ from: on, year: after }))];
}

/** What was paid for a policy, with what its changes charged and gave back. */
export const paidFor = ({ policy, policyChanges }: Pick<FileState, 'policy' | 'policyChanges'>): Minor =>
  minor((policy?.premium ?? 0) + policyChanges.reduce((so, { state, amount }) => so + (state === 'made' ? amount : 0), 0));

export interface ChangePrice {
  /** All payments of a year as it was, and as it would be. */
  before: Minor;
  after: Minor;
  /** What is charged at once for the days until the next payment, or goes back where it is below zero. */
  amount: Minor;
  terms: Term[];
  /** What each payment is from the next one on, and when that is due; null where none is left. */
  next: { dueOn: IsoDate; each: Minor } | null;
}

/**
 * What a change on a day charges or gives back: the difference of each payment for the days of its period that are left,
 * pro rata. A policy that is paid once a year and is made smaller gives back at the product's short rate where it has one,
 * never more than pro rata. Rounded once to whole minor units, half away from zero. Common practice, no source.
 * @returns null where a premium can't be worked.
 */
export function priceOfChange(file: FileState, changes: readonly DetailChange[], on: IsoDate, shortRate: PolicyRules['shortRate']): ChangePrice | null {
  const { policy } = file;
  const old = policy && premiumOf(file, policy.startsOn);
  const next = policy && premiumOf(asChanged(file, changes), policy.startsOn);
  if (!policy || !old || !next) return null;
  const dues = chargesOf(next, policy.startsOn).map(({ dueOn }) => dueOn);
  const at = Math.max(
    0,
    dues.findLastIndex((due) => due <= on),
  );
  const [from, until] = [dues[at] ?? policy.startsOn, dues[at + 1] ?? endOfTerm(policy.startsOn)];
  const days = daysBetween(from, until);
  const left = daysBetween(on, until);
  const part: Term[] = [
    { label: say('policy.paymentAfter'), sign: '+', value: next.each, unit: 'money', terms: next.eachTerms },
    { label: say('policy.paymentBefore'), sign: '−', value: old.each, unit: 'money', terms: old.eachTerms },
  ];
  const proRata: Term[] = [
    ...part,
    { label: say('policy.daysLeft', { on: { day: on }, until: { day: until } }), sign: '×', value: left, unit: 'count' },
    { label: say('policy.daysOfPeriod'), sign: '÷', value: days, unit: 'count' },
  ];
  const kept = old.mode.perYear === 1 && next.each < old.each ? shortRate?.find(({ upTo }) => (days - left) / days <= upTo)?.kept : undefined;
  const short: Term[] | null =
    kept === undefined || left === days
      ? null
      : [...part, { label: say('policy.shortRateGivesBack', { share: { percent: 1 - kept } }), sign: '×', value: 1 - kept, unit: 'ratio' }];
  const valueOf = (terms: Term[]): number => roundTo('money', worked(terms));
  // Both are below zero where something goes back: the greater one gives back less.
  const terms = short && valueOf(short) > valueOf(proRata) ? short : proRata;
  const following = dues[at + 1];
  return {
    before: minor(old.each * old.mode.perYear),
    after: minor(next.each * next.mode.perYear),
    amount: minor(valueOf(terms) || 0),
    terms,
    next: following === undefined ? null : { dueOn: following, each: next.each },
  };
}

/** Why a policy can't be changed so on a day; null where it can. */
export function barToChange(file: FileState, changes: readonly DetailChange[], on: IsoDate, today: IsoDate): Words | null {
  const { policy, product } = file;
  if (policy?.state !== 'issued' || policy.paidAt === null) return say('policy.notInForceToChange');
  if (openChange(file)) return say('policy.changeIsOpen');
  const last = yearsOf(file).at(-1)?.from ?? policy.startsOn;
  if (on < policy.startsOn || on >= policy.endsOn || on < today || on < last)
    return say('policy.changeDay', { from: { day: [policy.startsOn, today, last].sort().at(-1) ?? today }, until: { day: policy.endsOn } });
  if (changes.length === 0 || !changes.every(isPolicyChange)) return say('policy.notChangeable');
  const next = asChanged(file, changes);
  if (next.covers.length + next.coverLines.length === 0) return say('policy.nothingLeftCovered');
  if (product.cover?.health) {
    const raised = next.covers.find((cover) =>
      isRaised(
        file.covers.find(({ id }) => id === cover.id),
        cover,
      ),
    );
    if (raised) return say('policy.raisedNeedsApplication', { name: coveredName(file, raised) });
  }
  const problem =
    next.covers.flatMap((cover) => coverProblems(next, cover, policy.startsOn))[0] ??
    next.coverLines.flatMap((line) => lineProblems(next, line, policy.startsOn))[0];
  if (problem) return problem.what;
  const beyond = product.cover && sumProblem(next, product.cover, policy.startsOn);
  if (beyond) return beyond;
  const price = priceOfChange(file, changes, on, product.cover?.policy.shortRate ?? null);
  return price === null ? say('policy.changeCantBeWorked') : null;
}

/** Whether somebody would be paid more, sooner or longer: what they said about their health was said of less. */
function isRaised(before: FileState['covers'][number] | undefined, after: FileState['covers'][number]): boolean {
  if (!before) return true;
  const number = (value: string | null): number => Number(value ?? 0);
  return (
    (after.benefit ?? 0) > (before.benefit ?? 0) ||
    number(after.waitingDays) < number(before.waitingDays) ||
    number(after.benefitMonths) > number(before.benefitMonths)
  );
}

/** The change that waits for somebody's yes; null where none does. */
export const openChange = ({ policyChanges }: Pick<FileState, 'policyChanges'>): PolicyChange | null =>
  policyChanges.find(({ state }) => state === 'proposed') ?? null;

/** Whoever proposed a change doesn't agree to it. */
export const barToAgree = (change: Pick<PolicyChange, 'proposedById'>, staffId: string): Words | null =>
  change.proposedById === staffId ? say('policy.youProposedIt') : null;
