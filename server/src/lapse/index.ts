import { applicantsOf, canLapse, computePath, dayAt, lapseDue, type Notice, openNotice, signersOf, say } from '@cavren/core';
import type { FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { SYSTEM } from '../http/index';

const BATCH = 200;
const EVERY_MS = 6 * 60 * 60 * 1000;
/** A day that it is already in some place: each file is judged by the day of its own place. */
const AHEAD_MS = 14 * 60 * 60 * 1000;

/**
 * Lets unfinished files lapse on which nobody has worked for as long as their product says, and warns the applicants
 * before. Every file has the day on which something is due of it, so that those of all products come in the order of their
 * days and none waits behind others. Safe to run twice and on several servers: each file is judged with its row held.
 */
function lapseService({ services, now }: House) {
  async function judge(change: FileChange): Promise<void> {
    const { file, row, today } = change;
    if (await services.policies.lapseUnpaid(change)) return;
    if (file.offer?.state === 'open' && file.offer.until < today) return services.offering.runOut(change);
    const missing = openNotice(file, computePath(file, today).entries);
    if (missing?.respondBy && missing.respondBy < today) return closeIncomplete(change, missing);
    if (!canLapse(file)) return;
    const due = lapseDue(file.product.lapse, dayAt(row.activeAt, file.pack.timeZone), row.warned, today);
    if (!due) return;
    if (due.what === 'lapse') {
      change.record('file.lapse', 'file', null, String(due.idle));
      change.moveTo('lapsed');
      for (const person of signersOf(file)) await services.invitations.tell(change, person, say('mail.lapsedSubject'), say('mail.lapsed'));
      return;
    }
    row.warned = due.number;
    change.record('file.warn', 'file', null, String(due.left));
    for (const person of signersOf(file)) await services.invitations.send(change, person, say('mail.lapsesSubject'), say('mail.lapses', { days: due.left }));
  }

  /** What was asked for in a notice didn't come by its day: the file is closed without another notice (12 CFR 1002.9(c)(2), from memory). */
  async function closeIncomplete(change: FileChange, missing: Notice): Promise<void> {
    await services.signing.takeBack(change, 'What was missing did not come.');
    change.record('file.closeIncomplete', 'file', null, missing.respondBy);
    change.moveTo('lapsed');
    for (const person of applicantsOf(change.file)) await services.invitations.tell(change, person, say('mail.lapsedSubject'), say('mail.closedIncomplete'));
  }

  return {
    async sweep(): Promise<void> {
      const day = new Date(now().getTime() + AHEAD_MS).toISOString().slice(0, 10);
      let after = { on: '0001-01-01', id: '' };
      for (;;) {
        const batch = await services.fileStore.lapsingBy(day, after, BATCH);
        for (const { id } of batch) await services.files.change({ id }, { version: null, actor: SYSTEM }, judge);
        const last = batch.at(-1);
        if (!last || batch.length < BATCH) return;
        after = last;
      }
    },
  };
}

declare module '../house/index' {
  interface Services {
    lapse: ReturnType<typeof lapseService>;
  }
}

/** Files that nobody goes on with. */
export const lapse: Concept = (_app, house) => {
  const service = house.offer('lapse', lapseService(house));
  house.jobs.handle('lapse.sweep', () => service.sweep());
  house.jobs.every('lapse.sweep', EVERY_MS);
};
