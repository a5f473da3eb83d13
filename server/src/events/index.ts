import { z } from 'zod';
import { FileParams, type FilesStore } from '../files/index';
import { notFound, staffFor, type App } from '../http/index';
import type { PresenceStore } from '../presence/index';

/** Short enough that a change and a colleague are seen within two seconds, whichever server they came through. */
const LOOK_EVERY_MS = 1000;

/**
 * Tells the screens of a file when it was changed and who else has it open, as server-sent events. Both are read from the
 * database, so what happens through another server is told as well.
 */
export function eventRoutes(app: App, files: FilesStore, presence: PresenceStore, now: () => Date): void {
  const open = new Set<() => void>();
  app.addHook('preClose', () => {
    for (const end of open) end();
  });

  const query = z.object({ chapter: z.string().max(20).optional() });
  app.get('/api/files/:reference/events', { schema: { params: FileParams, querystring: query } }, async (request, reply) => {
    const { id: staffId } = staffFor(request, 'file.read');
    const row = await files.byReference(request.params.reference);
    if (!row) throw notFound('This file');
    const place = request.query.chapter ?? null;
    reply.hijack();
    reply.raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    const tell = (event: string, data: unknown) => reply.raw.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    let known = { version: row.version, people: '[]' };
    tell('version', { version: known.version });
    const look = async (): Promise<void> => {
      await presence.seen(row.id, staffId, place, now());
      const [version, others] = await Promise.all([files.versionOf(row.reference), presence.others(row.id, staffId, now())]);
      const people = JSON.stringify(others);
      if (version !== null && version !== known.version) tell('version', { version });
      if (people !== known.people) tell('present', { people: others });
      else reply.raw.write(': still here\n\n');
      known = { version: version ?? known.version, people };
    };
    let looking = false;
    const turn = (): void => {
      if (looking) return;
      looking = true;
      look()
        .catch(() => reply.raw.write(': database away\n\n'))
        .finally(() => (looking = false));
    };
    turn();
    const timer = setInterval(turn, LOOK_EVERY_MS);
    const end = () => {
      clearInterval(timer);
      open.delete(end);
      presence.gone(row.id, staffId).catch(() => undefined);
      reply.raw.end();
    };
    open.add(end);
    request.raw.on('close', end);
  });
}
