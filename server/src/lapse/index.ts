import { daysBetween, isoDate, signersOf } from '@cavren/core';
import type { FileChange, Files, FilesStore } from '../files/index';
import { SYSTEM } from '../http/index';
import type { Invitations } from '../door/index';
import type { Jobs } from '../jobs/index';

const DAY_MS = 24 * 60 * 60 * 1000;
/** The shortest time after which anything can lapse or be warned of; files younger than that aren't looked at. */
const SHORTEST_DAYS = 1;
const EVERY_MS = 6 * 60 * 60 * 1000;

/**
 * Lets unfinished files lapse on which nobody has worked for as long as their product says, and warns the applicants
 * before. Safe to run twice and on several servers: each file is judged again with its row held.
 */
export function makeLapse({
  files,
  store,
  invitations,
  jobs,
  now,
}: {
  files: Files;
  store: FilesStore;
  invitations: Invitations;
  jobs: Jobs;
  now: () => Date;
}) {
  async function judge(change: FileChange): Promise<void> {
    const { days, warnBefore } = change.file.product.lapse;
    if (!change.row.isOpen || !['details', 'checking', 'gathering', 'signing'].includes(change.row.stage) || change.file.envelope?.state === 'out') return;
    const idle = daysBetween(isoDate(change.row.activeAt.slice(0, 10)), change.today);
    if (idle >= days) {
      change.record('file.lapse', 'file', null, `nobody worked on it for ${idle} days`);
      change.moveTo('lapsed');
      for (const person of signersOf(change.file))
        await invitations.tell(
          change,
          person,
          'Your application has lapsed',
          'We have not heard from you, so your application has ended. You can apply again at any time.',
        );
      return;
    }
    const due = [...warnBefore].sort((a, b) => b - a).filter((before) => idle >= days - before).length;
    if (due <= change.row.warned) return;
    change.row.warned = due;
    change.record('file.warn', 'file', null, `lapses in ${days - idle} days`);
    for (const person of signersOf(change.file))
      await invitations.send(
        change,
        person,
        'Your application waits for you',
        `Your application ends in ${days - idle} days unless you go on with it. You can do that here:`,
      );
  }

  async function sweep(): Promise<void> {
    const before = new Date(now().getTime() - SHORTEST_DAYS * DAY_MS).toISOString();
    for (const { id } of await store.idleSince(before)) await files.change({ id }, { version: null, actor: SYSTEM }, judge);
  }

  jobs.handle('lapse.sweep', sweep);
  return {
    sweep,
    /** Looks at once and then every few hours; one job for all servers. */
    async start(): Promise<void> {
      const ask = () => jobs.add('lapse.sweep', new Date(Math.floor(now().getTime() / EVERY_MS) * EVERY_MS).toISOString());
      await ask();
      setInterval(() => void ask().catch(() => undefined), EVERY_MS).unref();
    },
  };
}
