import { PROBLEM } from './problems';
import fastifyStatic from '@fastify/static';
import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { App } from './types';

/** Everything comes from here; styles that a script writes carry the page's nonce, style attributes are allowed for charts. */
function contentSecurityPolicy(nonce: string): string {
  return [
    "default-src 'none'",
    "script-src 'self' 'wasm-unsafe-eval'",
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

const compressed = promisify(gzip);

/** Serves the built screens: the desk, and the front door under /door. */
export async function servePages(app: App, webFolder: string): Promise<void> {
  const root = resolve(webFolder);
  if (!existsSync(join(root, 'index.html'))) {
    app.log.warn('The screens are not built; only the API is served');
    return;
  }
  await app.register(fastifyStatic, { root: join(root, 'assets'), prefix: '/assets/', preCompressed: true, immutable: true, maxAge: '365d' });
  const [desk = '', door = '', apply = ''] = await Promise.all(['index.html', 'door.html', 'apply.html'].map((name) => readFile(join(root, name), 'utf8')));
  /** Which page is at an address; that of a product has its data on the way before any script runs. */
  const pageAt = (path: string): string => {
    const code = /^\/door\/apply\/([a-z0-9-]{3,40})$/.exec(path)?.[1];
    if (code) return apply.replaceAll('__CODE__', code);
    return path === '/door' || path.startsWith('/door/') ? door : desk;
  };

  // The front door may be found by who looks for it; the desk is nobody's business.
  app.get('/robots.txt', { schema: { hide: true } }, (_, reply) =>
    reply.type('text/plain; charset=utf-8').send('User-agent: *\nAllow: /door\nAllow: /assets/\nDisallow: /\n'),
  );

  app.setNotFoundHandler(async (request, reply) => {
    const [path = '/'] = request.url.split('?');
    if (request.method !== 'GET' || path.startsWith('/api/') || path.startsWith('/assets/')) {
      const problem = PROBLEM.notFound();
      return reply.status(404).type('application/problem+json').send(problem.toDocument(request.id));
    }
    const nonce = randomBytes(16).toString('base64');
    const page = pageAt(path).replaceAll('__NONCE__', nonce);
    reply
      .type('text/html; charset=utf-8')
      .header('content-security-policy', contentSecurityPolicy(nonce))
      .header('cache-control', 'no-store')
      .header('vary', 'accept-encoding');
    // With its styles in it a page of the door is five times as long uncompressed.
    if (!/\bgzip\b/.test(request.headers['accept-encoding'] ?? '')) return reply.send(page);
    return reply.header('content-encoding', 'gzip').send(await compressed(page));
  });
}
