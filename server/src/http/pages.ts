import { DOOR_IN_COOKIE, productAppliedFor, type PublicProduct } from '@cavren/contract';
import { PROBLEM } from './problems';
import fastifyStatic from '@fastify/static';
import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
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

/** Draws what the front door shows first, as the screens' own script does: a product's page, or where one comes in with a reference. */
type Draws = (product: PublicProduct | null) => Promise<string>;

const BEGUN = /<p class="begun">[^<]*<\/p>/;

/**
 * Serves the built screens: the desk, and the front door under /door.
 * @param productAt a product as its public page tells it; fails where there is none
 */
export async function servePages(app: App, webFolder: string, productAt: (code: string) => Promise<PublicProduct>): Promise<void> {
  const root = resolve(webFolder);
  if (!existsSync(join(root, 'index.html'))) {
    app.log.warn('The screens are not built; only the API is served');
    return;
  }
  await app.register(fastifyStatic, { root: join(root, 'assets'), prefix: '/assets/', preCompressed: true, immutable: true, maxAge: '365d' });
  const [desk = '', door = '', apply = ''] = await Promise.all(['index.html', 'door.html', 'apply.html'].map((name) => readFile(join(root, name), 'utf8')));
  const drawing = pathToFileURL(join(root, 'drawn', 'drawn.js')).href;
  /** The pages of the front door as they were drawn last, by what they are of: drawing one costs as much as all else of its request. */
  const last = new Map<string, { data: string; page: string }>();
  /** A page as it is seen before any script has come, with the data that its script goes on with. */
  async function begun(page: string, product: PublicProduct | null): Promise<string> {
    const data = product ? `<script type="application/json" id="product">${JSON.stringify(product).replaceAll('<', '\\u003c')}</script>` : '';
    const known = last.get(product?.code ?? '');
    if (known?.data === data) return known.page;
    // Who starts this without a page being asked for, as its tools do, doesn't wait for what draws.
    const { drawn } = (await import(drawing)) as { drawn: Draws };
    const first = await drawn(product);
    const made = page.replace(BEGUN, () => first).replace('</body>', () => `${data}</body>`);
    last.set(product?.code ?? '', { data, page: made });
    return made;
  }
  /** Which page is at an address. Whoever may still be inside sees theirs, which only a script can ask for. */
  async function pageAt(path: string, mayBeInside: boolean): Promise<string> {
    const code = productAppliedFor(path);
    if (code) {
      // Where there is no such product, or the database is away, the script says so.
      const product = await productAt(code).catch(() => null);
      return product ? begun(apply, product) : apply;
    }
    if (path === '/door') return mayBeInside ? door : begun(door, null);
    return path.startsWith('/door/') ? door : desk;
  }

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
    const page = (await pageAt(path, request.cookies[DOOR_IN_COOKIE] !== undefined)).replaceAll('__NONCE__', nonce);
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
