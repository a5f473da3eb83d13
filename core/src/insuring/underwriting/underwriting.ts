import { addMonths, isIsoDate, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { CoverRules, UnderwritingRules } from '../../file/product/index';
import type { Authority } from '../../file/permissions/index';
import { UNDERWRITING_OUTCOMES, type FileState, type UnderwritingOutcome } from '../../file/state/index';
import { bandAt, bodyMassOf, classOf, type Cover } from '../cover/index';
import { healthSaid, type HealthAnswer } from '../health/index';

/** A line of the manual that applies: how many points it puts on somebody, or takes off. */
export interface ManualLine {
  label: Words;
  /** Debits are above zero, credits below it. */
  points: number;
  why: Words;
}

/** What the manual makes of somebody. */
export interface Assessment {
  lines: ManualLine[];
  /** The sum of the lines, never below zero. */
  points: number;
  class: string;
  outcome: UnderwritingOutcome['outcome'];
  /** The share that the premium is raised by. */
  loading: number;
  exclusions: string[];
  /** Until when nothing can be said; of who is postponed. */
  postponedUntil: IsoDate | null;
  /** What the manual doesn't answer and a person has to weigh. */
  refer: Words[];
}

/** A month, as somebody named it, as its first day. */
const firstOf = (month: string): IsoDate | null => {
  const day = month.length === 7 ? `${month}-01` : month;
  return isIsoDate(day) ? day : null;
};

/**
 * Debits and credits of a manual, added up to a class. What is recent enough postpones, what can be left out is left out,
 * what the manual has no points for is referred to a person. The manual is the product's own; no published one is behind it.
 * @param answers what they said about their health; none of who comes in by open enrolment.
 */
export function assess(rules: CoverRules, manual: UnderwritingRules, cover: Cover, answers: readonly HealthAnswer[], today: IsoDate): Assessment {
  const lines: ManualLine[] = [];
  const exclusions: string[] = [];
  const refer: Words[] = [];
  let postponedUntil: IsoDate | null = null;
  const index = bodyMassOf(cover);
  const band = bandAt(manual.bodyMass, index);
  if (index === null) refer.push(say('underwriting.noIndex'));
  if (band && index !== null && band.points !== 0) lines.push({ label: say('underwriting.bodyMass', { index }), points: band.points, why: manual.source });
  if (cover.tobacco === 'yes' && manual.tobacco !== 0) lines.push({ label: say('underwriting.tobacco'), points: manual.tobacco, why: manual.source });
  const occupation = classOf(rules, cover.occupation);
  const ofOccupation = occupation ? (manual.occupations[occupation] ?? 0) : 0;
  if (ofOccupation !== 0) lines.push({ label: say('underwriting.occupation', { class: occupation ?? '' }), points: ofOccupation, why: manual.source });
  for (const { question, answer } of rules.health ? healthSaid(rules.health, answers) : []) {
    if (answer.answer === 'no') continue;
    const entry = manual.answers[question.code];
    if (!entry) {
      refer.push(say('underwriting.notInManual', { question: question.text }));
      continue;
    }
    if (entry.points) lines.push({ label: question.text, points: entry.points, why: entry.why });
    if (entry.exclusion) exclusions.push(entry.exclusion);
    if (entry.refer) refer.push(entry.why);
    const since = answer.since === null ? null : firstOf(answer.since);
    const until = entry.postponeMonths !== undefined && since ? addMonths(since, entry.postponeMonths) : null;
    if (until && until > today && (postponedUntil === null || until > postponedUntil)) postponedUntil = until;
  }
  const points = Math.max(
    0,
    lines.reduce((so, line) => so + line.points, 0),
  );
  const found = manual.classes.find(({ upTo }) => upTo === null || points <= upTo) ?? manual.classes.at(-1);
  const declined = found?.loading === null;
  const loading = found?.loading ?? 0;
  return {
    lines,
    points,
    class: found?.label ?? '',
    outcome: declined ? 'declined' : postponedUntil ? 'postponed' : exclusions.length > 0 ? 'excluded' : loading > 0 ? 'loaded' : 'standard',
    loading: declined ? 0 : loading,
    exclusions: declined ? [] : exclusions,
    postponedUntil: declined ? null : postponedUntil,
    refer,
  };
}

/** What was underwritten, as far as two underwritings can be told apart by their effect. */
export type Underwritten = Pick<UnderwritingOutcome, 'outcome' | 'loading' | 'perMille' | 'exclusions' | 'postponedUntil'>;

const sameExclusions = (one: readonly string[], other: readonly string[]): boolean => [...one].sort().join('\n') === [...other].sort().join('\n');

/** Whether somebody went another way than the manual. */
export const overrules = (said: Underwritten, manual: Assessment): boolean =>
  said.outcome !== manual.outcome || said.loading !== manual.loading || said.perMille !== 0 || !sameExclusions(said.exclusions, manual.exclusions);

/** Whether it is easier on them than the manual: milder, with less loading, or without something that the manual leaves out. */
const isMilder = (said: Underwritten, manual: Assessment): boolean =>
  UNDERWRITING_OUTCOMES.indexOf(said.outcome) < UNDERWRITING_OUTCOMES.indexOf(manual.outcome) ||
  said.loading < manual.loading ||
  manual.exclusions.some((one) => !said.exclusions.includes(one));

/**
 * Why somebody may not underwrite so, or null. Going another way than the manual takes a reason; being easier than it takes
 * the authority to make exceptions in the line.
 */
export function barToUnderwrite(said: Underwritten & { reason: string | null }, manual: Assessment, authority: Authority): Words | null {
  if (said.outcome === 'postponed' && said.postponedUntil === null) return say('underwriting.untilWhen');
  if (said.outcome === 'excluded' && said.exclusions.length === 0) return say('underwriting.whatIsLeftOut');
  if (said.outcome === 'standard' && (said.loading > 0 || said.perMille > 0 || said.exclusions.length > 0)) return say('underwriting.standardIsWithout');
  if (said.outcome === 'loaded' && said.loading === 0 && said.perMille === 0) return say('underwriting.loadedWithWhat');
  if (!overrules(said, manual)) return null;
  if (said.reason === null) return say('underwriting.sayWhyOtherwise');
  const own = authority?.insurance;
  if (isMilder(said, manual) && authority !== null && own?.exceptions !== true) return say('underwriting.milderBeyondAuthority');
  return null;
}

/** What a person's underwriting rests on, but for their health; another one is needed once any of it changes. */
export const underwrittenOf = ({ benefit, plan, waitingDays, benefitMonths, occupation, tobacco, height, weight, enrolment, enrolmentOn }: Cover): string =>
  JSON.stringify([benefit, plan, waitingDays, benefitMonths, occupation, tobacco, height, weight, enrolment, enrolmentOn]);

/** What was said of a cover that still holds: nothing that it rests on was changed since. */
export function underwritingOf(file: Pick<FileState, 'underwritings' | 'health' | 'covers'>, cover: Cover): UnderwritingOutcome | null {
  const found = file.underwritings.findLast(({ coverId }) => coverId === cover.id);
  if (!found || found.about !== underwrittenOf(cover)) return null;
  const health = file.health.find(({ personId }) => personId === cover.personId);
  return found.health === (health?.digest ?? null) ? found : null;
}
