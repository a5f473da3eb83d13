import { say, type Words } from '../../basis/words/index';
import { affordability, type Affordability } from '../../figures/affordability/index';
import { guarantorSheets, type GuarantorSheet } from '../../figures/guarantors/index';
import { conditionsOf, type Condition } from '../../evidence/conditions/index';
import { addBusinessDays, type IsoDate } from '../../basis/dates/index';
import { acceptedOn } from '../../leasing/rounds/index';
import { applicantOf, personName, signersOf, type FileState } from '../../file/state/index';
import { STAGE_LABEL, type Chapter, type Stage } from '../../file/product/index';
import { PATH_PARTS } from './parts/index';
import type { PathEntry } from './entry';

export { HOLDER_LABEL, HOLDERS_OF, type Holder, type PathEntry } from './entry';
export { explanationOf } from './parts/carrying';
export { askableChecks } from './parts/checks';
export { consentLanguage, consentOf, consentsAskedOf, ELECTRONIC_PAPERS, hasConsent, historyOf, wantedConsents } from './parts/people';

export interface Path {
  entries: PathEntry[];
  /** What stands before the next gate. */
  now: PathEntry[];
  /** What later gates will ask. */
  later: PathEntry[];
  /** The stage after the next gate; null when the file has ended. */
  next: Stage | null;
  figures: Affordability;
  /** What each guarantor is measured by. */
  guarantors: GuarantorSheet[];
  conditions: Condition[];
}

/** What a file's Path is judged by: its figures, and those of its guarantors. */
export type PathFigures = Pick<Path, 'figures' | 'guarantors'>;
/**
 * The figures that a Path is judged by, worked without it: less than half of the work, for what is shown while one types.
 * @param today date for ages, deadlines and the loan's dates where the file names none. @returns the same as stand in the Path of that file and day.
 */
export const pathFigures = (file: FileState, today: IsoDate): PathFigures => ({
  figures: affordability(file, today),
  guarantors: guarantorSheets(file, today),
});

/**
 * Everything that stands between a file and approval, in the order of gates. The only place that decides whether a file
 * may move: screens, gates, the day list, the front door and reminders all read it.
 * A gate that the product's route doesn't have asks for nothing.
 * @param today date for ages, deadlines and the loan's dates where the file names none.
 * @param worked the figures of this file on this day, where they were worked out before.
 */
export function computePath(file: FileState, today: IsoDate, worked: PathFigures = pathFigures(file, today)): Path {
  const { figures, guarantors } = worked;
  const conditions = conditionsOf(file);
  const ended = isEnded(file.stage);
  const context = { today, figures, guarantors, conditions };
  const drafts = PATH_PARTS.flatMap((part) => (ended ? (part.afterwards?.(file, context) ?? []) : part.entries(file, context)));
  const order = (stage: Stage) => file.product.route.indexOf(stage);
  // Of a file that has ended everything that is left of it is due.
  const here = ended ? file.product.route.length : order(file.stage);
  const due = new Map(file.product.route.map((stage) => [stage, dueOn(file, stage)]));
  const entries = drafts
    .filter(({ gate }) => order(gate) >= 0)
    .map<PathEntry>((draft) => heldBy(file, { since: file.openedAt, holderName: null, personId: null, due: due.get(draft.gate) ?? null, ...draft }))
    .sort((a, b) => order(a.gate) - order(b.gate));
  return {
    entries,
    now: entries.filter(({ gate }) => order(gate) <= here),
    later: entries.filter(({ gate }) => order(gate) > here),
    next: ended ? null : (file.product.route[here + 1] ?? null),
    figures,
    guarantors,
    conditions,
  };
}

/** The next day on which there is something new to do of a file that has ended, though nobody does anything to it; null where there is none. */
export const wakesOn = (file: FileState, today: IsoDate): IsoDate | null =>
  isEnded(file.stage)
    ? (PATH_PARTS.map((part) => part.afterwardsOn?.(file, today) ?? null)
        .filter((day) => day !== null)
        .sort()[0] ?? null)
    : null;

/** What can be given at the front door; living costs, debts and assets are asked by the officer. */
const APPLICANTS_CHAPTERS: readonly Chapter[] = ['request', 'people', 'home', 'income', 'declarations'];

/** While the applicant was asked to go on at the front door, what the details lack is theirs to give. */
function heldBy(file: FileState, entry: PathEntry): PathEntry {
  const theirs = file.withApplicant && entry.gate === 'details' && entry.holder === 'officer' && APPLICANTS_CHAPTERS.includes(entry.place.chapter);
  if (!theirs) return entry;
  const person = file.people.find(({ id }) => id === entry.personId && canComeIn(id, file)) ?? applicantOf(file);
  return { ...entry, holder: 'applicant', holderName: person ? personName(person) : null };
}

/** Whether somebody can use the front door: they owe, and a code can be sent to them. */
const canComeIn = (personId: string, file: FileState): boolean => signersOf(file).some(({ id, phone }) => id === personId && phone !== null);

/** Whether a file in this stage doesn't move any more. */
export const isEnded = (stage: Stage): boolean => stage === 'done' || stage === 'declined' || stage === 'withdrawn' || stage === 'lapsed';

/** Whether a file has ended before what it was for was done. */
export const cameToNothing = (stage: Stage): boolean => isEnded(stage) && stage !== 'done';

/** Stages that an officer moves a file out of once nothing stands before it; the others are left by a decision, an answer or a payment. */
const LEFT_BY_HAND: readonly Stage[] = ['details', 'checking', 'gathering', 'applying', 'signing'];

/** Whether the next step of a file is an officer's to take: not one that only a decision or a payment leads to. */
export function movesByHand({ stage, product: { route } }: Pick<FileState, 'stage' | 'product'>): boolean {
  const at = route.indexOf(stage);
  return LEFT_BY_HAND.includes(stage) && (route[at + 1] !== 'completing' || route.indexOf('deciding') < at) && route[at + 1] !== undefined;
}

/**
 * The date by which a stage should be left: business days of the place, counted from the date of receipt. What comes after
 * a draw is counted from the day on which a home was accepted, and presses nobody before.
 */
export function dueOn(file: Pick<FileState, 'product' | 'pack' | 'receivedOn' | 'round'>, stage: Stage): IsoDate | null {
  const days = file.product.days[stage];
  const { draw, route } = file.product;
  const from = draw && route.indexOf(stage) >= route.indexOf('gathering') ? acceptedOn(file) : file.receivedOn;
  return days === undefined || from === null ? null : addBusinessDays(from, days, file.pack.holidays);
}

/**
 * Why a file can't leave its stage for the next one, or null when it may.
 * @returns a sentence and the entries that stand in the way.
 */
export function barToMove(file: FileState, path: Path): { message: Words; entries: PathEntry[] } | null {
  if (path.next === null) return { message: say('path.fileDoesntMoveAnyMore', { stage: STAGE_LABEL[file.stage].toLowerCase() }), entries: [] };
  if (path.now.length === 0) return null;
  return { message: say('path.thingsStandBefore', { count: path.now.length, stage: STAGE_LABEL[path.next] }), entries: path.now };
}
