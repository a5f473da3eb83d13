import { addMonths, dayAt, isoDate, lastDayOf, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import { personName, type FileState } from '../../file/state/index';
import type { LeaseRules } from '../../file/product/index';
import { letOf, noticeBy } from '../terms/index';
import type { LeaseNotice } from './fields';

/** After every day: where something is let until somebody gives notice. */
export const NO_LAST_DAY: IsoDate = isoDate('9999-12-31');

/** Whether lets of a product go on after their term until somebody gives notice. */
export const goesOn = ({ notice }: Pick<LeaseRules, 'notice'>): boolean => notice.end !== 'ends';

/** The first day on which a unit is free again that is let like this and of which nobody gave notice. */
export const takenUntil = (lease: Pick<LeaseRules, 'notice'>, endsOn: IsoDate): IsoDate => (goesOn(lease) ? NO_LAST_DAY : endsOn);

/** The notice that stands; null where nobody gave one, or it was taken back. */
export const noticeOf = ({ leaseNotices }: Pick<FileState, 'leaseNotices'>): LeaseNotice | null => leaseNotices.find(({ backAt }) => backAt === null) ?? null;

type Let = Pick<FileState, 'product' | 'request'>;

/**
 * The days on which a let can end, each the first that isn't let any more: the end of its term, and where it goes on after
 * that, of each month or each further term. Months are counted from the end of the term, so that one that ends on a 31st
 * does so again. Common practice, no source.
 */
export function* endsOf({ product, request }: Let): Generator<IsoDate, void> {
  const { lease } = product;
  const term = letOf(request);
  if (!lease || !term) return;
  const months = lease.notice.end === 'renews' ? Math.max(1, request.termMonths ?? 1) : 1;
  yield term.endsOn;
  if (goesOn(lease)) for (let at = 1; ; at += 1) yield addMonths(term.endsOn, at * months);
}

/** Whether notice given on a day is in time for a let to end on another; one that ends by itself needs none. */
const isInTime = ({ product: { lease } }: Let, givenOn: IsoDate, endsOn: IsoDate): boolean =>
  lease !== null && (!goesOn(lease) || givenOn <= noticeBy(lease, endsOn));

/** The days on which a let can end by notice that is given on a day, the soonest first; each is the first that isn't let any more. @param many how many of them, at most. */
export function endsByNotice(file: Let, givenOn: IsoDate, many: number): IsoDate[] {
  const ends: IsoDate[] = [];
  for (const endsOn of endsOf(file)) {
    if (ends.length === many) break;
    if (isInTime(file, givenOn, endsOn)) ends.push(endsOn);
  }
  return ends;
}

/** Whether notice that is given on a day reaches a day, the first that isn't let any more, without both agreeing on it. */
export function reaches(file: Let, givenOn: IsoDate, endsOn: IsoDate): boolean {
  for (const day of endsOf(file)) if (day >= endsOn) return day === endsOn && isInTime(file, givenOn, endsOn);
  return false;
}

/** The first day that isn't let any more, as far as it is known: by the notice that stands, else by a term that nothing follows. */
export function letUntil(file: Let & Pick<FileState, 'leaseNotices'>): IsoDate | null {
  const { lease } = file.product;
  const term = letOf(file.request);
  if (!lease || !term) return null;
  return noticeOf(file)?.endsOn ?? (goesOn(lease) ? null : term.endsOn);
}

/** How a let goes on or ends, in the words of who lives there and who lets it: the notice that stands, or what follows its term and what notice reaches today. */
export function endInWords(file: Let & Pick<FileState, 'leaseNotices' | 'people'>, today: IsoDate): Words[] {
  const { lease } = file.product;
  const term = letOf(file.request);
  if (!lease || !term) return [];
  const standing = noticeOf(file);
  if (standing)
    return [
      say('leaving.noticeIs', {
        notice: givenBy(file, standing),
        last: { day: lastDayOf(standing.endsOn) },
        how: standing.agreed === null ? 'reached' : 'agreed',
        agreed: standing.agreed ?? '',
      }),
    ];
  if (!goesOn(lease)) return [say('leaving.ends', { last: { day: lastDayOf(term.endsOn) } })];
  const [soonest = term.endsOn] = endsByNotice(file, today, 1);
  return [
    say('leaving.goesOn', { end: lease.notice.end }),
    say('leaving.reachesNow', { last: { day: lastDayOf(soonest) }, by: { day: noticeBy(lease, soonest) } }),
  ];
}

/** Notice that was given and taken back, in words; on which day that was, by the place's clock. */
export const tookBackInWords = (file: Pick<FileState, 'leaseNotices' | 'people' | 'pack'>): Words[] =>
  file.leaseNotices.flatMap((notice) =>
    notice.backAt === null
      ? []
      : say('leaving.wasNotice', {
          notice: givenBy(file, notice),
          last: { day: lastDayOf(notice.endsOn) },
          back: { day: dayAt(notice.backAt, file.pack.timeZone) },
          by: notice.backBy ?? '',
          why: notice.backWhy ?? '',
        }),
  );

/** By whom notice was given, and when. */
function givenBy({ people }: Pick<FileState, 'people'>, { side, personId, givenOn }: LeaseNotice): Words {
  const giver = people.find(({ id }) => id === personId);
  return say('leaving.givenBy', { side, who: giver ? personName(giver) : '', day: { day: givenOn } });
}
