import type { Words } from '../../basis/words/index';
import { say } from '../../basis/words/index';
import { currentCheck } from '../../evidence/checks/index';
import type { Figure } from '../../figures/affordability/index';
import type { Decision, FileState } from '../../file/state/index';
import type { DeclineReason } from '../../file/product/index';
import type { Path } from '../path/index';

/** The most reasons that a notice gives: more would hide what mattered (12 CFR 1002.9(b)(2), comment 1, from memory). */
export const MOST_REASONS = 4;

/** A reason that what is in a file points to. */
export interface ProposedReason {
  code: string;
  label: string;
  /** What of the file points to it. */
  why: Words;
  /** How far it is from what would do: one is the whole of the limit, or something that is simply not there. */
  weight: number;
}

/** By how much of its limit a figure lies outside of it; 0 inside. A limit of nothing takes the figure itself as outside altogether. */
export function beyondLimit({ value, limit, verdict }: Pick<Figure, 'value' | 'limit' | 'verdict'>): number {
  if (verdict !== 'outside' || value === null || !limit) return 0;
  const apart = Math.abs(value - limit.value);
  return limit.value === 0 ? 1 : apart / Math.abs(limit.value);
}

/**
 * The reasons of a product that a file itself points to, those that are furthest from what would do first: figures outside
 * their limit, checks that found otherwise, conditions that nothing was accepted for, and what the applicant didn't give.
 * An exception that was granted takes nothing away: what it excused is no reason.
 */
export function proposedReasons(file: FileState, path: Pick<Path, 'figures' | 'entries' | 'conditions' | 'now'>): ProposedReason[] {
  const found = file.product.declineReasons.flatMap((reason) => pointedTo(file, path, reason) ?? []);
  return found.sort((a, b) => b.weight - a.weight).slice(0, MOST_REASONS);
}

function pointedTo(
  file: FileState,
  path: Pick<Path, 'figures' | 'entries' | 'conditions' | 'now'>,
  { code, label, from }: DeclineReason,
): ProposedReason | null {
  if (!from) return null;
  const standing = (key: string): boolean => path.entries.some((entry) => entry.key === key);
  const figure = path.figures.figures
    .filter(({ measure }) => from.measures?.includes(measure) && standing(`figure:${measure}`))
    .sort((a, b) => beyondLimit(b) - beyondLimit(a))[0];
  if (figure && beyondLimit(figure) > 0) return { code, label, why: say('declining.figureOutside', { figure: figure.label }), weight: beyondLimit(figure) };
  for (const kind of from.checks ?? [])
    for (const person of file.people) {
      const check = currentCheck(file, person, kind);
      const against = check?.findings.find(({ agrees, resolution }) => !agrees && (resolution === null || resolution === 'samePerson'));
      if (against) return { code, label, why: say('declining.checkFound', { check: against.label }), weight: 1 };
    }
  const unmet = path.conditions.find(
    ({ rule, state }) => rule && from.conditions?.includes(rule.code) && state !== 'satisfied' && state !== 'excused' && state !== 'notNeeded',
  );
  if (unmet && (file.stage === 'gathering' || file.stage === 'deciding'))
    return { code, label, why: say('declining.nothingAccepted', { condition: unmet.title }), weight: 0.5 };
  const lacking = from.incomplete ? path.now.find(({ holder, key }) => holder === 'applicant' || key.startsWith('need:')) : undefined;
  return lacking ? { code, label, why: say('declining.notGiven', { what: lacking.what }), weight: 0.25 } : null;
}

/** The principal reasons of something that was decided, as people read them: from the product's list, and in words. */
export function reasonsSaid(
  { declineReasons }: Pick<FileState['product'], 'declineReasons'>,
  { reasons, other }: Pick<Decision, 'reasons' | 'other'>,
): string[] {
  const listed = reasons.map((code) => declineReasons.find((reason) => reason.code === code)?.label ?? code);
  return other ? [...listed, other] : listed;
}

/** The principal reasons of the last no of a file, or of what was offered otherwise. */
export function principalReasons({ decisions, product }: Pick<FileState, 'decisions' | 'product'>): string[] {
  const last = decisions.findLast(({ outcome }) => outcome === 'decline' || outcome === 'counter');
  return last ? reasonsSaid(product, last) : [];
}
