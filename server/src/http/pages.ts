import { DOOR_IN_COOKIE, type PublicProduct } from '@cavren/contract';
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
/** A page of the front door as it is seen before any script has come, with the data that its script goes on with. */
const begun = (page: string, drawn: string, data = ''): string => page.replace(BEGUN, () => drawn).replace('</body>', () => `${data}</body>`);

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
  const { drawn } = (await import(pathToFileURL(join(root, 'drawn', 'drawn.js')).href)) as { drawn: Draws };
  const doorBegun = begun(door, await drawn(null));
  /** The pages of products as they were drawn last, by their codes: drawing one costs as much as all else of its request. */
  const applyBegun = new Map<string, { data: string; page: string }>();
  async function pageOf(product: PublicProduct): Promise<string> {
    const data = `<script type="application/json" id="product">${JSON.stringify(product).replaceAll('<', '\\u003c')}</script>`;
    const last = applyBegun.get(product.code);
    if (last?.data === data) return last.page;
    const page = begun(apply, await drawn(product), data);
    applyBegun.set(product.code, { data, page });
    return page;
  }
  /** Which page is at an address. Whoever may still be inside sees theirs, which only a script can ask for. */
  async function pageAt(path: string, mayBeInside: boolean): Promise<string> {
    const code = /^\/door\/apply\/([a-z0-9-]{3,40})$/.exec(path)?.[1];
    if (code) {
      // Where there is no such product, or the database is away, the script says so.
      const product = await productAt(code).catch(() => null);
      return product ? pageOf(product) : apply;
    }
    if (path === '/door') return mayBeInside ? door : doorBegun;
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
