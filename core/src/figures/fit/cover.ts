import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import { applyChanges, type DetailChange } from '../../file/details/index';
import { chosenOf, coveredName } from '../../insuring/cover/index';
import { modeOf, premiumOf } from '../../insuring/premium/index';
import type { Figure } from '../affordability/index';
import { lastGood, type FitInput } from './fit';
import { triedOn } from './tried';

/** What can be changed of cover so that it fits. */
export type CoverLever = 'level' | 'share' | 'benefit' | 'waiting' | 'months' | 'plan' | 'mode' | 'person';

/** A change of cover that brings every limited figure inside, with what is then paid each time. */
export interface CoverProposal {
  lever: CoverLever;
  label: Words;
  changes: DetailChange[];
  each: Minor | null;
  figures: Figure[];
}

/** Benefits are lowered to whole units of the currency. */
const UNIT = 100;

const set = (id: string, field: string, value: string | number): DetailChange => ({ op: 'set', entity: 'cover', id, field, value });

/**
 * What would bring cover that is over a limit inside: of each kind the smallest change that does, each tried by working the
 * figures of the changed file. A benefit is lowered to the unit of the currency: one unit more does not do; several
 * benefits go down together, by the same share. Of lines of cover the level of all that have a higher one is lowered, or the
 * share that is insured of each by the same part. Figures that aren't known from the start stay out of account.
 * @returns nothing where nothing is insured, or nothing is outside.
 */
export function whatFitsCover(file: FitInput, today: IsoDate): CoverProposal[] {
  const rules = file.product.cover;
  if (!rules || file.covers.length + file.coverLines.length === 0) return [];
  const { outside, worked, passes } = triedOn(file, today);
  if (!outside) return [];
  const proposal = (lever: CoverLever, label: Words, changes: DetailChange[]): CoverProposal => {
    const each = premiumOf(applyChanges(file, changes, ''), today)?.each ?? null;
    return { lever, label, changes, each, figures: worked(changes) };
  };
  /** The first of some values for everybody that does. */
  const firstOf = <Value>(
    lever: CoverLever,
    values: readonly Value[],
    changesOf: (value: Value) => DetailChange[],
    labelOf: (value: Value) => Words,
  ): CoverProposal[] => {
    const found = values.find((value) => passes(changesOf(value)));
    return found === undefined ? [] : [proposal(lever, labelOf(found), changesOf(found))];
  };
  const mode = modeOf(rules, file.request.premiumMode);
  const seldom = (): CoverProposal[] =>
    firstOf(
      'mode',
      rules.modes.filter(({ perYear }) => perYear < (mode?.perYear ?? 0)).sort((a, b) => b.perYear - a.perYear),
      ({ code }): DetailChange[] => [{ op: 'set', entity: 'request', id: null, field: 'premiumMode', value: code }],
      ({ label }) => say('fit.pay', { label }),
    );
  if (rules.lines)
    return [
      ...firstOf(
        'level',
        [...rules.lines.levels].sort((a, b) => b.share - a.share),
        (level) => lowerLevels(file, rules.lines?.levels ?? [], level),
        ({ label }) => say('fit.levelForAll', { label }),
      ),
      ...lowerShares(file, passes).map((changes) => proposal('share', shareWords(file, changes), changes)),
      ...seldom(),
    ];
  const all = (field: string, value: string): DetailChange[] => file.covers.map(({ id }) => set(id, field, value));
  const longestWait = Math.max(...file.covers.map(({ waitingDays }) => chosenOf(rules.waitingDays, waitingDays) ?? 0));
  const shortest = Math.min(...file.covers.map(({ benefitMonths }) => chosenOf(rules.benefitMonths, benefitMonths) ?? Infinity));
  const dearest = Math.max(...file.covers.map(({ plan }) => rules.plans.find(({ code }) => code === plan)?.factor ?? 0));
  return [
    ...(rules.benefit ? lowered(file, rules.benefit.least, passes) : []).map((changes) => proposal('benefit', benefitWords(file, changes), changes)),
    ...firstOf(
      'waiting',
      rules.waitingDays.filter((days) => days > longestWait).sort((a, b) => a - b),
      (days) => all('waitingDays', String(days)),
      (days) => say('fit.waitFor', { days }),
    ),
    ...firstOf(
      'months',
      rules.benefitMonths.filter((months) => months < shortest).sort((a, b) => b - a),
      (months) => all('benefitMonths', String(months)),
      (months) => say('fit.paidFor', { months }),
    ),
    ...firstOf(
      'plan',
      rules.plans.filter(({ factor }) => factor < dearest).sort((a, b) => b.factor - a.factor),
      ({ code }) => all('plan', code),
      ({ label }) => say('fit.planForAll', { label }),
    ),
    ...seldom(),
    ...firstOf(
      'person',
      file.covers.filter(({ personId }) => file.people.some(({ id, role }) => id === personId && role !== 'applicant')),
      ({ id }): DetailChange[] => [{ op: 'remove', entity: 'cover', id }],
      (cover) => say('fit.without', { name: coveredName(file, cover) }),
    ),
  ];
}

const onLine = (id: string, field: string, value: string | number): DetailChange => ({ op: 'set', entity: 'coverLine', id, field, value });

/** The lines at a higher level, brought down to one. */
function lowerLevels({ coverLines }: FitInput, levels: readonly { code: string; share: number }[], to: { code: string; share: number }): DetailChange[] {
  const shareOf = (code: string | null): number => levels.find((level) => level.code === code)?.share ?? 0;
  return coverLines.filter(({ level }) => shareOf(level) > to.share).map(({ id }) => onLine(id, 'level', to.code));
}

const HUNDREDTHS = 100;
/** The shares insured of all lines lowered by the same part, in steps of a hundredth of what each has; none where even a hundredth doesn't do. */
function lowerShares({ coverLines }: FitInput, passes: (changes: DetailChange[]) => boolean): DetailChange[][] {
  const known = coverLines.filter(({ share }) => share !== null);
  const at = (step: number): DetailChange[] => known.map(({ id, share }) => onLine(id, 'share', Math.floor((share ?? 0) * step) / HUNDREDTHS));
  return known.length === 0 || !passes(at(1)) ? [] : [at(lastGood(1, HUNDREDTHS, (step) => passes(at(step))))];
}
function shareWords({ coverLines }: FitInput, [first]: readonly DetailChange[]): Words {
  const before = first?.op === 'set' ? coverLines.find(({ id }) => id === first.id)?.share : null;
  const now = first?.op === 'set' ? Number(first.value) : 0;
  return say('fit.sharesLowered', { share: { percent: before ? now / before : 0 } });
}

const benefitWords = (file: FitInput, changes: readonly DetailChange[]): Words => {
  const [only] = changes;
  return changes.length === 1 && only?.op === 'set'
    ? say('fit.benefitOf', { amount: { money: minor(Number(only.value)) }, less: { money: minor((file.covers[0]?.benefit ?? 0) - Number(only.value)) } })
    : say('fit.benefitsLowered', {
        amounts: { all: changes.flatMap((change) => (change.op === 'set' ? [{ money: minor(Number(change.value)) }] : [])), by: 'and' },
      });
};

/** The benefits lowered by the least that does; none where even the least that is offered doesn't. */
function lowered(file: FitInput, least: Minor, passes: (changes: DetailChange[]) => boolean): DetailChange[][] {
  const known = file.covers.filter(({ benefit }) => benefit !== null);
  // Of one person in steps of the unit, of several in ten thousandths of what each has.
  const steps = known.length === 1 ? Math.floor((known[0]?.benefit ?? 0) / UNIT) : 10_000;
  const at = (step: number): DetailChange[] => known.map(({ id, benefit }) => set(id, 'benefit', Math.floor(((benefit ?? 0) * step) / steps / UNIT) * UNIT));
  const offered = (step: number): boolean => at(step).every((change) => change.op === 'set' && Number(change.value) >= least);
  // As it is now is outside: the least that is offered has to do, and from there it goes up.
  const lowest = steps === 0 || !offered(steps) ? null : lastGood(steps, 0, offered);
  return lowest === null || !passes(at(lowest)) ? [] : [at(lastGood(lowest, steps, (step) => passes(at(step))))];
}
