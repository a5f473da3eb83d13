import { addDays, daysBetween, type IsoDate } from '../../basis/dates/index';
import type { ProductDefinition, Stage } from '../../file/product/index';
import { waitsInRound } from '../../leasing/rounds/index';
import { outOf, type FileState } from '../../file/state/index';

type LapseRule = ProductDefinition['lapse'];

/** Stages in which a file lapses when nobody works on it. */
const LAPSING: readonly Stage[] = ['details', 'checking', 'gathering', 'applying', 'signing'];

/** Whether a file may lapse at all: it is being prepared, nothing of it is out for signature, and it doesn't wait for its turn. */
export const canLapse = (file: Pick<FileState, 'stage' | 'envelope' | 'application' | 'product' | 'round'>): boolean =>
  LAPSING.includes(file.stage) && outOf(file) === null && !waitsInRound(file);

/** The warnings of a rule, in days before the end, the first one first. */
const warningsOf = ({ warnBefore }: LapseRule): number[] => [...warnBefore].sort((a, b) => b - a);

/** What is due on a day of a file on which nobody has worked since another: its end, or the warning of that number. */
export type LapseDue = { what: 'lapse'; idle: number } | { what: 'warn'; number: number; left: number };

/**
 * @param activeOn the day on which somebody last worked on the file.
 * @param warned how many warnings went out since then.
 * @returns null where nothing is due. Warnings that were missed are not sent one after the other: the latest counts.
 */
export function lapseDue(rule: LapseRule, activeOn: IsoDate, warned: number, today: IsoDate): LapseDue | null {
  const idle = daysBetween(activeOn, today);
  if (idle >= rule.days) return { what: 'lapse', idle };
  const number = warningsOf(rule).filter((before) => idle >= rule.days - before).length;
  return number > warned ? { what: 'warn', number, left: rule.days - idle } : null;
}

/** The first day on which `lapseDue` will find something. */
export function lapseDay(rule: LapseRule, activeOn: IsoDate, warned: number): IsoDate {
  const next = warningsOf(rule)[warned];
  return addDays(activeOn, next === undefined ? rule.days : Math.min(rule.days, rule.days - next));
}
