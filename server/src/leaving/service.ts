import type { TakeBackNotice, TakeNotice } from '@cavren/contract';
import {
  addDays,
  answerersOf,
  dayAt,
  endsByNotice,
  lastDayOf,
  letOf,
  letUntil,
  noticeOf,
  personName,
  reaches,
  say,
  takenUntil,
  type FileState,
  type IsoDate,
  type LeaseRules,
  type Words,
} from '@cavren/core';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import type { Actor } from '../http/index';
import { PROBLEM } from './problems';
import type { LeavingStore } from './store';

type Wish = Pick<TakeNotice, 'side' | 'personId' | 'givenOn' | 'lastOn' | 'agreed'>;

/** Notice that a let ends: taken down on the day that it reaches, or as both agreed; with it the unit is free again from then on. */
export function leavingService({ services }: House, store: LeavingStore) {
  function rulesOf({ product, stage, unit }: FileState): LeaseRules {
    if (!product.lease || product.equipment) throw PROBLEM.notLet();
    if (stage !== 'done' || unit?.state !== 'let') throw PROBLEM.stage();
    return product.lease;
  }

  /** Whoever of the file gives notice; null for the house. */
  function giverOf(file: FileState, { side, personId }: Wish): string | null {
    if (side === 'house') return null;
    if (!answerersOf(file).some(({ id }) => id === personId)) throw PROBLEM.notYours({}, 'personId');
    return personId;
  }

  /** The first day that isn't let any more: the one that was said, where notice reaches it or both agreed on it, else the soonest that it reaches. */
  function endOf({ file, today }: FileChange, { givenOn, lastOn, agreed }: Wish): IsoDate {
    if (givenOn > today) throw PROBLEM.notYet({}, 'givenOn');
    const { keysAt } = file.handover;
    const { timeZone } = file.pack;
    if (keysAt === null || givenOn < dayAt(keysAt, timeZone)) throw PROBLEM.beforeKeys({ day: { day: dayAt(keysAt ?? file.stageSince, timeZone) } }, 'givenOn');
    const [soonest] = endsByNotice(file, givenOn, 1);
    if (soonest === undefined) throw PROBLEM.stage();
    if (lastOn === null) return soonest;
    if (lastOn < givenOn || lastOn < (letOf(file.request)?.startsOn ?? givenOn)) throw PROBLEM.beforeGiven({}, 'lastOn');
    const endsOn = addDays(lastOn, 1);
    if (agreed === null && !reaches(file, givenOn, endsOn)) {
      const reached = endsByNotice(file, givenOn, 2).map((one) => ({ day: lastDayOf(one) }));
      throw PROBLEM.notReached({ day: { day: givenOn }, reached: { all: reached, by: 'or' } }, 'lastOn');
    }
    return endsOn;
  }

  const tell = (change: FileChange, subject: Words, text: Words): Promise<void> => services.decision.tellApplicants(change, subject, text);

  return {
    take: (reference: string, { version, ...wish }: TakeNotice, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, row, tx, now } = change;
        rulesOf(file);
        if (noticeOf(file)) throw PROBLEM.given();
        const personId = giverOf(file, wish);
        const endsOn = endOf(change, wish);
        const agreed = reaches(file, wish.givenOn, endsOn) ? null : wish.agreed;
        const { side, givenOn } = wish;
        if (!(await services.units.takenUntil(change, endsOn))) throw PROBLEM.promised({ unit: file.unit?.unit.label ?? '' });
        await store.take(
          { fileId: row.id, side, personId, givenOn, endsOn, agreed, takenAt: now, takenBy: actor.name, backAt: null, backBy: null, backWhy: null },
          tx,
        );
        await change.reload('leaseNotices');
        change.record('leaseNotice.take', 'leaseNotice', null, JSON.stringify({ side, personId, givenOn, last: lastDayOf(endsOn), agreed }));
        const unit = file.unit?.unit.label ?? '';
        const giver = file.people.find(({ id }) => id === personId);
        const who = giver ? personName(giver) : '';
        await tell(
          change,
          say('mail.letEndsSubject', { unit }),
          say('mail.letEnds', { unit, side, who, day: { day: givenOn }, last: { day: lastDayOf(endsOn) } }),
        );
      }),
    /** It goes on as if nobody had given notice: as long as it isn't over, and the unit wasn't promised to somebody else since. */
    takeBack: (reference: string, { version, why }: TakeBackNotice, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, tx, now, today } = change;
        const lease = rulesOf(file);
        const standing = noticeOf(file);
        if (!standing) throw PROBLEM.noNotice();
        if (standing.endsOn <= today) throw PROBLEM.over();
        const until = takenUntil(lease, letOf(file.request)?.endsOn ?? standing.endsOn);
        if (!(await services.units.takenUntil(change, until))) throw PROBLEM.promised({ unit: file.unit?.unit.label ?? '' });
        await store.takeBack(standing.id, { backAt: now, backBy: actor.name, backWhy: why }, tx);
        await change.reload('leaseNotices');
        change.record('leaseNotice.back', 'leaseNotice', lastDayOf(standing.endsOn), why);
        const unit = file.unit?.unit.label ?? '';
        await tell(change, say('mail.letGoesOnSubject', { unit }), say('mail.letGoesOn', { unit, until: letUntil(change.file) === null ? 'open' : 'term' }));
      }),
  };
}
