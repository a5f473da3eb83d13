import fastify from 'fastify';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { servePages, type App } from '../src/http/index';

const folder = mkdtempSync(join(tmpdir(), 'cavren-pages-'));
const app = fastify() as unknown as App;
beforeAll(async () => {
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), 'desk __NONCE__');
  writeFileSync(join(folder, 'door.html'), 'door __NONCE__');
  writeFileSync(join(folder, 'apply.html'), 'apply __NONCE__ for __CODE__, /api/door/products/__CODE__');
  await servePages(app, folder);
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
    expect(gunzipSync(rawPayload).toString()).toMatch(/^door \S+$/);
    expect((await app.inject({ url: '/door' })).headers['content-encoding']).toBeUndefined();
  });
  it('have the data of a product on the way, by its code', async () => {
    expect((await app.inject({ url: '/door/apply/gear-lease' })).body).toMatch(/ for gear-lease, \/api\/door\/products\/gear-lease$/);
  });
  it('aren’t what an address of the API or of a picture that isn’t there gets', async () => {
    for (const url of ['/api/nothing', '/assets/nothing.js']) expect((await app.inject({ url })).statusCode).toBe(404);
    expect((await app.inject({ method: 'POST', url: '/door' })).statusCode).toBe(404);
  });
});
