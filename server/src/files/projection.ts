import {
  applicantOf,
  addDays,
  amountOf,
  canLapse,
  computePath,
  dayAt,
  decideBy,
  dueOn,
  isEnded,
  lapseDay,
  openNotice,
  premiumDueBy,
  say,
  wakesOn,
  type FileState,
  type Holder,
  type IsoDate,
  type Path,
} from '@cavren/core';
import type { FileRow, Waiting } from './store';

const NOTHING_LEFT = say('path.nothingLeft');

/** What lists show of a file, and who it waits for: all of it follows from its state and the day. */
export interface Projection {
  row: Pick<
    FileRow,
    'applicant' | 'amount' | 'isOpen' | 'openNow' | 'nextWhat' | 'nextHolder' | 'nextDue' | 'lapseOn' | 'wakesOn' | 'decideBy' | 'decideHeldUntil'
  >;
  waiting: Waiting[];
  words: string;
}

export function projectionOf(file: FileState, { activeAt, warned }: Pick<FileRow, 'activeAt' | 'warned'>, today: IsoDate): Projection {
  const path = computePath(file, today);
  const [next] = path.now;
  const isOpen = !isEnded(file.stage);
  const clock = decideBy(file, path.entries, today);
  const applicant = applicantOf(file);
  return {
    row: {
      applicant: applicant?.fullName ?? applicant?.knownAs ?? null,
      amount: amountOf(file),
      isOpen,
      openNow: path.now.length,
      nextWhat: next?.what ?? (isOpen ? NOTHING_LEFT : null),
      nextHolder: next?.holder ?? (isOpen ? 'officer' : null),
      nextDue: isOpen ? (next?.due ?? dueOn(file, file.stage)) : null,
      wakesOn: wakesOn(file, today),
      decideBy: clock?.by ?? null,
      decideHeldUntil: clock?.pausedUntil ?? null,
      lapseOn: dueOfItself(file, path, canLapse(file) ? lapseDay(file.product.lapse, dayAt(activeAt, file.pack.timeZone), warned) : null),
    },
    // What is done may still have something to come.
    waiting: isOpen || path.now.length > 0 ? waitingOf(path, file) : [],
    words: file.people.flatMap(({ fullName, formerNames, knownAs }) => [fullName, formerNames, knownAs].filter((name) => name !== null)).join(' '),
  };
}

/** The first day on which something is due of a file that nobody does: it lapses, an offer runs out, or what was missing hasn't come. */
function dueOfItself(file: FileState, path: Path, lapses: IsoDate | null): IsoDate | null {
  const offered = file.offer?.state === 'open' ? addDays(file.offer.until, 1) : null;
  const unpaid = premiumDueBy(file);
  const missing = isEnded(file.stage) ? null : (openNotice(file, path.entries)?.respondBy ?? null);
  return [lapses, offered, missing && addDays(missing, 1), unpaid && addDays(unpaid, 1)].filter((day) => day !== null).sort()[0] ?? null;
}

/** What waits for whom. A file with nothing in its way waits for the officer to move it on. */
function waitingOf(path: Path, file: FileState): Waiting[] {
  if (path.now.length === 0) return [{ holder: 'officer', entries: 0, what: NOTHING_LEFT, since: file.stageSince, due: dueOn(file, file.stage) }];
  const byHolder = new Map<Holder, Waiting>();
  for (const { holder, what, since, due } of path.now) {
    const known = byHolder.get(holder);
    if (known) known.entries += 1;
    else byHolder.set(holder, { holder, entries: 1, what, since, due });
  }
  return [...byHolder.values()];
}
