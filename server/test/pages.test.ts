import cookie from '@fastify/cookie';
import { DOOR_IN_COOKIE, type PublicProduct } from '@cavren/contract';
import fastify from 'fastify';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { servePages, type App } from '../src/http/index';

const folder = mkdtempSync(join(tmpdir(), 'cavren-pages-'));
let name = '$& </script>';
const app = fastify() as unknown as App;
beforeAll(async () => {
  for (const part of ['assets', 'drawn']) mkdirSync(join(folder, part));
  writeFileSync(join(folder, 'index.html'), 'desk __NONCE__');
  for (const page of ['door', 'apply'])
    writeFileSync(join(folder, `${page}.html`), `${page} __NONCE__ <body><div id="app"><p class="begun">One moment …</p></div></body>`);
  writeFileSync(
    join(folder, 'drawn', 'drawn.js'),
    'let times = 0; export const drawn = (product) => Promise.resolve(`<h1>${product?.name ?? "Come in"}</h1><!--${++times}-->`);',
  );
  await app.register(cookie);
  await servePages(app, folder, (code) =>
    // As its page is told it; what breaks out of a page stands in it as what it is.
    code === 'gear-lease' ? Promise.resolve({ code, name } as PublicProduct) : Promise.reject(new Error('There is no such product')),
  );
});
afterAll(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the pages', () => {
  it.each([
    ['/', 'desk'],
    ['/files/ABC-DEF-G/request', 'desk'],
    ['/doorstep', 'desk'],
    ['/door', 'door'],
    ['/door/AbCdEfGhIjKlMnOpQrStUvWxYz0123456789', 'door'],
    ['/door/apply/workboat-refit?by=letter', 'apply'],
    // What is no code of a product stands in no page.
    ['/door/apply/%22%3E%3Cscript%3E', 'door'],
    ['/door/apply/Workboat', 'door'],
    ['/door/apply/workboat-refit/more', 'door'],
  ])('%s is one of the %s', async (url, page) => {
    const { statusCode, body, headers } = await app.inject({ url });
    expect([statusCode, body.split(' ')[0]]).toEqual([200, page]);
    const nonce = /^\w+ (\S+)/.exec(body)?.[1] ?? '';
    expect(headers['content-security-policy']).toContain(`'nonce-${nonce}'`);
    expect(body).not.toContain('__');
  });
  it('come compressed to who can read that', async () => {
    const { headers, rawPayload } = await app.inject({ url: '/door', headers: { 'accept-encoding': 'br, gzip' } });
    expect(headers).toMatchObject({ 'content-encoding': 'gzip', vary: 'accept-encoding' });
    expect(gunzipSync(rawPayload).toString()).toMatch(/^door /);
    expect((await app.inject({ url: '/door' })).headers['content-encoding']).toBeUndefined();
  });
  it('are drawn where what is first seen depends on nobody who looks', async () => {
    const at = async (url: string, cookies: Record<string, string> = {}) => (await app.inject({ url, cookies })).body.split('<body>')[1];
    const waits = '<div id="app"><p class="begun">One moment …</p></div></body>';
    expect(await at('/door')).toBe('<div id="app"><h1>Come in</h1><!--1--></div></body>');
    expect(await at('/door', { [DOOR_IN_COOKIE]: 'yes' })).toBe(waits);
    expect(await at('/door/AbCdEfGhIjKlMnOpQrStUvWxYz0123456789')).toBe(waits);
    expect(await at('/door/apply/no-such-product')).toBe(waits);
  });
  it('of a product bring what their script goes on with, which is no script', async () => {
    const read = async () => (await app.inject({ url: '/door/apply/gear-lease' })).body;
    const body = await read();
    expect(body).toContain('<div id="app"><h1>$& </script></h1><!--2--></div>');
    const data = /<script type="application\/json" id="product">(.*?)<\/script>/.exec(body)?.[1] ?? '';
    expect(JSON.parse(data)).toEqual({ code: 'gear-lease', name: '$& </script>' });
    // It is drawn again when it says something else, and only then.
    expect(await read()).toContain('<!--2-->');
    name = 'Gear, by the year';
    expect(await read()).toContain('<h1>Gear, by the year</h1><!--3-->');
  });
  it('aren’t what an address of the API or of a picture that isn’t there gets', async () => {
    for (const url of ['/api/nothing', '/assets/nothing.js']) expect((await app.inject({ url })).statusCode).toBe(404);
    expect((await app.inject({ method: 'POST', url: '/door' })).statusCode).toBe(404);
  });
});
