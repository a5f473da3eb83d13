import { addDays, dayAt, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { StaffRole } from '../../file/permissions/index';
import { barToDecide } from '../../file/permissions/index';
import { acceptedOn, waitsInRound } from '../../leasing/rounds/index';
import { isApproved, type FileState, type Notice } from '../../file/state/index';
import { isEnded, type Path, type PathEntry } from '../path/index';

/** The day by which those who apply must be told what was decided, and what it waits for meanwhile. */
export interface DecisionClock {
  by: IsoDate;
  /** The day until which something that was asked for can come; the clock stands still meanwhile. */
  pausedUntil: IsoDate | null;
  late: boolean;
}

/** The notice of what is missing that is still open: its day hasn't passed, and something of it is still on the Path. */
export function openNotice(file: Pick<FileState, 'notices'>, entries: readonly Pick<PathEntry, 'key'>[]): Notice | null {
  const last = file.notices.filter(({ kind }) => kind === 'incomplete').at(-1);
  return last?.missing.some((key) => entries.some((entry) => entry.key === key)) ? last : null;
}

/** What details lack that only who applies can say or agree to, by the keys of the Path. */
const THEIRS = /^(need|rows|consent|answer|explain|history):/;

/** What is missing in a file that the applicant has to give before it can go on; what waits for the officer's look is not. */
export const missingOf = ({ now }: Pick<Path, 'now'>): PathEntry[] =>
  now.filter(({ gate, holder, key }) => holder === 'applicant' || (gate === 'details' && THEIRS.test(key)));

/**
 * By when a decision has to be told: so many days from the complete application, or where an offer that was changed is
 * out, from that. It stands still while a notice of what is missing is open (12 CFR 1002.9(a)(1) and (c), from memory).
 * @returns null where the place asks nothing, nothing is complete yet, or it was told.
 */
export function decideBy(file: FileState, entries: readonly Pick<PathEntry, 'key'>[], today: IsoDate): DecisionClock | null {
  const { notices } = file.pack;
  if (!notices || isEnded(file.stage) || file.completeOn === null) return null;
  if (file.offer?.state === 'open' && file.offer.kind === 'changed') {
    const by = addDays(dayAt(file.offer.madeAt, file.pack.timeZone), notices.counterOfferDays);
    return { by, pausedUntil: null, late: by < today };
  }
  if (file.offer?.state === 'open' || file.offer?.state === 'accepted') return null;
  // Where nothing is offered, the approval itself was told.
  if (isApproved(file) && !file.product.route.includes('offering')) return null;
  // Who waits for their turn in a round was told their place; the clock runs from the home that they accepted.
  if (waitsInRound(file)) return null;
  const by = addDays(acceptedOn(file) ?? file.completeOn, notices.decideDays);
  const pausedUntil = openNotice(file, entries)?.respondBy ?? null;
  return { by, pausedUntil, late: pausedUntil === null && by < today };
}

/**
 * Why somebody may not decline a file as it stands, or null. An approver who didn't prepare it may from every stage; an
 * officer alone only before it comes to a decision, and only where the product says so.
 */
export function barToDecline(file: Pick<FileState, 'preparedBy' | 'stage' | 'product' | 'decisions'>, me: { id: string; role: StaffRole }): Words | null {
  if (isEnded(file.stage)) return say('declining.hasEnded');
  const approved = file.decisions.at(-1)?.outcome;
  if (approved === 'approve' || approved === 'counter') return say('declining.undoFirst');
  if (me.role === 'approver') return barToDecide(file, me.id);
  if (me.role !== 'intake') return say('declining.notYourRole');
  if (file.product.deciding.declinedBy === 'approver' || file.stage === 'deciding') return say('declining.anApproverDeclines');
  return null;
}

/** The day until which something new can be brought against a no; null where that is not open. */
export function appealUntil(file: Pick<FileState, 'stage' | 'decisions' | 'product' | 'pack'>): IsoDate | null {
  const last = file.decisions.at(-1);
  if (file.stage !== 'declined' || last?.outcome !== 'decline') return null;
  return addDays(dayAt(last.at, file.pack.timeZone), file.product.deciding.appealDays);
}

/** Why a file can't be taken up again for something new, or null. */
export function barToAppeal(file: Pick<FileState, 'stage' | 'decisions' | 'product' | 'pack'>, today: IsoDate): Words | null {
  const until = appealUntil(file);
  if (until === null || !file.product.route.includes('gathering')) return say('declining.notDeclined');
  return until < today ? say('declining.appealLate', { until: { day: until } }) : null;
}
