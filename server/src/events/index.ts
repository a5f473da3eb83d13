import { PROBLEM } from './problems';
import { z } from 'zod';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { presenceStore, type PresenceStore } from '../presence/index';

/** Short enough that a change and a colleague are seen within two seconds, whichever server they came through. */
const LOOK_EVERY_MS = 1000;
/** Streams that one session may have open, one for each page; a browser itself opens no more than a handful. */
const MOST_STREAMS = 20;

/** A screen that listens to a file. */
interface Listener {
  fileId: string;
  staffId: string;
  session: string;
  place: string | null;
  /** What it was told last. */
  version: number;
  people: string;
  tell(event: string, data: unknown): void;
  beat(): void;
  end(): void;
}

/**
 * Looks for all screens of this server at once: who is there is said in one statement, versions and people of all open
 * files are asked for in one each, and every screen is told what is new to it.
 */
function makePoller({ services, now }: House, presence: PresenceStore) {
  const listeners = new Set<Listener>();
  let timer: NodeJS.Timeout | null = null;
  let looking: Promise<void> | null = null;

  async function look(): Promise<void> {
    const at = now();
    const holding = await services.sessions.holding([...new Set([...listeners].map(({ session }) => session))], at);
    // A stream ends with the session that opened it.
    for (const listener of listeners) if (!holding.has(listener.session)) listener.end();
    const all = [...listeners];
    const fileIds = [...new Set(all.map(({ fileId }) => fileId))];
    await presence.seen(all, at);
    const versions = await services.fileStore.versionsOf(fileIds);
    const present = await presence.present(fileIds, at);
    for (const listener of all) tellNews(listener, versions.get(listener.fileId), present.get(listener.fileId) ?? []);
  }

  function tellNews(listener: Listener, version: number | undefined, present: { staffId: string }[]): void {
    const others = present.filter(({ staffId }) => staffId !== listener.staffId);
    const people = JSON.stringify(others);
    if (version !== undefined && version !== listener.version) listener.tell('version', { version });
    if (people !== listener.people) listener.tell('present', { people: others });
    else listener.beat();
    Object.assign(listener, { version: version ?? listener.version, people });
  }

  const turn = (): void => {
    looking ??= look()
      .catch(() => listeners.forEach((listener) => listener.beat()))
      .finally(() => (looking = null));
  };
  return {
    streamsOf: (session: string): number => [...listeners].filter((one) => one.session === session).length,
    add(listener: Listener): void {
      listeners.add(listener);
      timer ??= setInterval(turn, LOOK_EVERY_MS);
      turn();
    },
    remove(listener: Listener): void {
      if (!listeners.delete(listener)) return;
      const { fileId, staffId } = listener;
      const isStillHere = () => [...listeners].some((other) => other.fileId === fileId && other.staffId === staffId);
      // After a look that is under way: it may still be about to write that this person is here.
      const leave = async () => {
        await looking;
        if (!isStillHere()) await presence.gone(fileId, staffId);
      };
      leave().catch(() => undefined);
      if (listeners.size > 0 || !timer) return;
      clearInterval(timer);
      timer = null;
    },
  };
}

declare module '../house/index' {
  interface Services {
    presence: PresenceStore;
  }
}

/**
 * Tells the screens of a file when it was changed and who else has it open, as server-sent events. Both are read from the
 * database, so what happens through another server is told as well.
 */
export const events: Concept = (app, house) => {
  const presence = house.offer('presence', presenceStore(house.db));
  const poller = makePoller(house, presence);
  const open = new Set<() => void>();
  app.addHook('preClose', () => {
    for (const end of open) end();
  });

  const query = z.object({ chapter: z.string().max(20).optional() });
  app.get('/api/files/:reference/events', { schema: { params: FileParams, querystring: query } }, async (request, reply) => {
    const { id: staffId } = staffFor(request, 'file.read');
    const row = await house.services.fileStore.byReference(request.params.reference);
    if (!row) throw PROBLEM.noFile();
    if (poller.streamsOf(request.session ?? '') >= MOST_STREAMS) throw PROBLEM.manyStreams();
    reply.hijack();
    reply.raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    const listener: Listener = {
      fileId: row.id,
      staffId,
      session: request.session ?? '',
      place: request.query.chapter ?? null,
      version: row.version,
      people: '[]',
      tell: (event, data) => void reply.raw.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`),
      beat: () => void reply.raw.write(': still here\n\n'),
      end: () => end(),
    };
    const end = () => {
      open.delete(end);
      poller.remove(listener);
      reply.raw.end();
    };
    listener.tell('version', { version: row.version });
    open.add(end);
    poller.add(listener);
    request.raw.on('close', end);
  });
};
