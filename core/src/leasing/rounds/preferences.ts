import { addDays, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { PreferenceRule } from '../../file/product/index';
import { personName, type FileState } from '../../file/state/index';
import { occupancyOf } from '../occupancy/index';
import type { Preference } from './fields';

/** A preference as it stands for a file. */
export interface PreferenceStanding {
  rule: PreferenceRule;
  /** The claim, of one that is claimed; null for one that follows from the file. */
  claim: Preference | null;
  counts: boolean;
  /** Why it counts, or doesn't. */
  why: Words;
}

/** Whether the paper of a claim was looked at and accepted. */
const isShown = ({ papers }: Pick<FileState, 'papers'>, claim: Preference): boolean =>
  papers.some(({ conditionKey, state }) => state === 'accepted' && conditionKey?.endsWith(`:${claim.id}`));

/** The first and the last day on which the paper of a claim may be dated: not older than the product's days on the round's last day. */
export function paperDays(rule: PreferenceRule, round: { closesOn: IsoDate }): { from: IsoDate; until: IsoDate } {
  return { from: addDays(round.closesOn, -(rule.paperDays ?? 0)), until: round.closesOn };
}

type PreferenceInput = Parameters<typeof occupancyOf>[0] & Pick<FileState, 'preferences' | 'round' | 'papers'>;

function ofClaim(file: PreferenceInput, rule: PreferenceRule, claim: Preference): PreferenceStanding {
  const person = file.people.find(({ id }) => id === claim.personId);
  const who = person ? personName(person) : '';
  const not = (why: Words): PreferenceStanding => ({ rule, claim, counts: false, why });
  if (rule.leastHours !== undefined && (claim.hoursThere ?? 0) < rule.leastHours * 100)
    return not(say('rounds.hoursTooFew', { least: { percent: rule.leastHours }, there: { percent: (claim.hoursThere ?? 0) / 100 } }));
  if (rule.paperDays !== undefined) {
    if (claim.paperOn === null) return not(say('rounds.paperUndated'));
    const { from, until } = file.round ? paperDays(rule, file.round) : { from: claim.paperOn, until: claim.paperOn };
    if (claim.paperOn < from || claim.paperOn > until) return not(say('rounds.paperTooOld', { from: { day: from }, until: { day: until } }));
  }
  return isShown(file, claim) ? { rule, claim, counts: true, why: say('rounds.shownBy', { who }) } : not(say('rounds.notShown', { who }));
}

/** A household whose size fits what it asked for: more than would fit into one bedroom less, not more than may live there. */
function ofSize(file: PreferenceInput, rule: PreferenceRule, today: IsoDate): PreferenceStanding {
  const { bedroomsWanted: bedrooms } = file.request;
  const occupancy = file.product.lease?.occupancy ?? null;
  if (bedrooms === null || !occupancy) return { rule, claim: null, counts: false, why: say('rounds.noSize') };
  const people = occupancyOf(file, today).counted.length;
  const least = (bedrooms - 1) * occupancy.perBedroom + 1;
  const most = bedrooms * occupancy.perBedroom + occupancy.plus;
  return { rule, claim: null, counts: people >= least && people <= most, why: say('rounds.size', { people, bedrooms, least, most }) };
}

/**
 * The preferences of a file in a round: those that somebody claims, each counting once however many claim it, and those
 * that follow from the file. What is claimed counts once its paper was accepted, is not too old, and says enough.
 */
export function preferencesOf(file: PreferenceInput, today: IsoDate): PreferenceStanding[] {
  return (file.product.draw?.preferences ?? []).flatMap((rule) => {
    if (rule.kind === 'sizeFits') return [ofSize(file, rule, today)];
    const claims = file.preferences.filter(({ code }) => code === rule.code).map((claim) => ofClaim(file, rule, claim));
    const best = claims.find(({ counts }) => counts);
    return claims.map((one) => (one.counts && one !== best ? { ...one, counts: false, why: say('rounds.countsOnce') } : one));
  });
}

/** The points that preferences take into the draw. */
export const pointsOf = (preferences: readonly PreferenceStanding[]): number =>
  preferences.reduce((sum, { counts, rule }) => sum + (counts ? rule.points : 0), 0);
