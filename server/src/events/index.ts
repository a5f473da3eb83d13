import { FileParams, type FilesStore } from '../files/index';
import { notFound, staffFor, type App } from '../http/index';

const LOOK_EVERY_MS = 1500;

/**
 * Tells the screens of a file when it was changed, as server-sent events. The version is read from the database, so a
 * change made through another server is told as well.
 */
export function eventRoutes(app: App, files: FilesStore): void {
  const open = new Set<() => void>();
  app.addHook('preClose', () => {
    for (const end of open) end();
  });

  app.get('/api/files/:reference/events', { schema: { params: FileParams } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const { reference } = request.params;
    let known = await files.versionOf(reference);
    if (known === null) throw notFound('This file');
    reply.hijack();
    reply.raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    const tell = (version: number) => reply.raw.write(`event: version\ndata: ${JSON.stringify({ version })}\n\n`);
    tell(known);
    const timer = setInterval(() => {
      files
        .versionOf(reference)
        .then((version) => {
          if (version === null || version === known) return reply.raw.write(': still here\n\n');
          known = version;
          return tell(version);
        })
        .catch(() => reply.raw.write(': database away\n\n'));
    }, LOOK_EVERY_MS);
    const end = () => {
      clearInterval(timer);
      open.delete(end);
      reply.raw.end();
    };
    open.add(end);
    request.raw.on('close', end);
  });
}
