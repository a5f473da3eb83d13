import { createHash } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fastify } from 'fastify';
import { z } from 'zod';
import { diskByteStore } from '../src/bytes/index';
import { readConfig } from '../src/config/index';
import { select } from '../src/db/index';
import { answerErrors, answersAsDescribed } from '../src/http/index';
import { ask } from '../src/outside/index';
import { loadDataKey, makeSecrets, rotateMasterKey } from '../src/secrets/index';
import { inRoot } from '../../scripts/setup/place.mjs';
import { makeCavren, REFIT_VERSION, type TestCavren } from './cavren';

const folder = mkdtempSync(join(tmpdir(), 'cavren-parts-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('secrets', () => {
  it('are sealed differently each time, open again, and show any tampering', () => {
    const secrets = makeSecrets(Buffer.alloc(32, 7));
    const [one, two] = [secrets.seal(Buffer.from('987654320')), secrets.seal(Buffer.from('987654320'))];
    expect(one.equals(two)).toBe(false);
    expect(one.includes(Buffer.from('987654320'))).toBe(false);
    expect(secrets.unseal(one).toString()).toBe('987654320');
    one[14] = (one[14] ?? 0) ^ 1;
    expect(() => secrets.unseal(one)).toThrow();
    expect(() => makeSecrets(Buffer.alloc(32, 8)).unseal(two)).toThrow();
  });
  it('are found by a keyed hash that another key does not give', () => {
    const text = '987654320';
    expect(makeSecrets(Buffer.alloc(32, 7)).searchHash(text)).toBe(makeSecrets(Buffer.alloc(32, 7)).searchHash(text));
    expect(makeSecrets(Buffer.alloc(32, 7)).searchHash(text)).not.toBe(makeSecrets(Buffer.alloc(32, 8)).searchHash(text));
    expect(makeSecrets(Buffer.alloc(32, 7)).searchHash(text)).not.toBe(createHash('sha256').update(text).digest('hex'));
  });
  it('have keys that are made once, by whoever comes first, and only the owner can read', async () => {
    const keys = await Promise.all(Array.from({ length: 8 }, () => loadDataKey(folder)));
    expect(new Set(keys.map((key) => key.toString('hex'))).size).toBe(1);
    expect(readdirSync(join(folder, 'keys')).toSorted()).toEqual(['data.key', 'master.key']);
    for (const name of readdirSync(join(folder, 'keys'))) expect([name, statSync(join(folder, 'keys', name)).mode & 0o077]).toEqual([name, 0]);
  });
  it('read what they read before under another master key, and the former one opens nothing any more', async () => {
    const before = await loadDataKey(folder);
    const former = readFileSync(join(folder, 'keys', 'master.key'));
    await rotateMasterKey(folder);
    expect((await loadDataKey(folder)).equals(before)).toBe(true);
    const wrapped = readFileSync(join(folder, 'keys', 'data.key'));
    expect(() => makeSecrets(former).unseal(wrapped)).toThrow();
    writeFileSync(join(folder, 'keys', 'master.key'), former);
    await expect(loadDataKey(folder)).rejects.toThrow(/isn’t the master key/);
  });
  it('are rotated whole: cut off after any step, the keys still read what they read before', async () => {
    const at = mkdtempSync(join(folder, 'rotation-'));
    const keys = join(at, 'keys');
    const before = await loadDataKey(at);
    cpSync(keys, join(at, 'former'), { recursive: true });
    await rotateMasterKey(at);
    cpSync(keys, join(at, 'after'), { recursive: true });
    // The steps of a rotation: the new master key beside the former one, then the key of the data, then the exchange.
    const states = [
      { 'master.key': 'former', 'data.key': 'former', 'master.key.next': 'after/master.key' },
      { 'master.key': 'former', 'data.key': 'after', 'master.key.next': 'after/master.key' },
    ];
    for (const state of states) {
      rmSync(keys, { recursive: true });
      for (const [name, from] of Object.entries(state)) cpSync(join(at, from.includes('/') ? from : `${from}/${name}`), join(keys, name));
      expect((await loadDataKey(at)).equals(before)).toBe(true);
      await rotateMasterKey(at);
      expect((await loadDataKey(at)).equals(before)).toBe(true);
      expect(readdirSync(keys).toSorted()).toEqual(['data.key', 'master.key']);
    }
  });
  it('of an installation that had a master key alone go on with it', async () => {
    const old = mkdtempSync(join(folder, 'old-'));
    mkdirSync(join(old, 'keys'));
    writeFileSync(join(old, 'keys', 'master.key'), Buffer.alloc(32, 9));
    expect((await loadDataKey(old)).equals(Buffer.alloc(32, 9))).toBe(true);
  });
  it('say so when the master key is damaged', async () => {
    const broken = mkdtempSync(join(folder, 'broken-'));
    await loadDataKey(broken);
    writeFileSync(join(broken, 'keys', 'master.key'), 'short');
    await expect(loadDataKey(broken)).rejects.toThrow(/damaged/);
  });
});

describe('papers’ bytes on disk', () => {
  const store = diskByteStore(join(folder, 'bytes'), makeSecrets(Buffer.alloc(32, 7)));
  it('lie encrypted under the hash of their content, once, with nothing unfinished beside them', async () => {
    const content = Buffer.from('a payslip in plain words');
    const hashes = await Promise.all([store.put(content), store.put(content), store.put(content)]);
    expect(new Set(hashes)).toEqual(new Set([createHash('sha256').update(content).digest('hex')]));
    const hash = hashes[0];
    const names = readdirSync(join(folder, 'bytes', hash.slice(0, 2)));
    expect(names).toEqual([hash]);
    expect(readFileSync(join(folder, 'bytes', hash.slice(0, 2), hash)).includes(content)).toBe(false);
    expect((await store.get(hash)).equals(content)).toBe(true);
  });
  it('that were exchanged for others are not given out', async () => {
    const [one, two] = [await store.put(Buffer.from('one')), await store.put(Buffer.from('two'))];
    const pathOf = (hash: string) => join(folder, 'bytes', hash.slice(0, 2), hash);
    writeFileSync(pathOf(one), readFileSync(pathOf(two)));
    await expect(store.get(one)).rejects.toThrow(/don’t match/);
  });
  it('are asked for by hashes only, never by paths', async () => {
    await expect(store.get('../../keys/master.key')).rejects.toThrow(/content hash/);
  });
  it('are gone when removed, and removing again is nothing', async () => {
    const hash = await store.put(Buffer.from('three'));
    await store.remove(hash);
    await store.remove(hash);
    await expect(store.get(hash)).rejects.toThrow();
  });
});

describe('asking an outside service', () => {
  let server: Server;
  let url = '';
  const seen: { key: string | undefined; turn: number }[] = [];
  beforeAll(async () => {
    server = createServer((request, response) => {
      seen.push({ key: request.headers['idempotency-key'] as string | undefined, turn: seen.length + 1 });
      if (request.url === '/second-time' && seen.filter(({ key }) => key === 'second').length === 1) return void response.writeHead(500).end();
      if (request.url === '/odd') return void response.end(JSON.stringify({ other: 1 }));
      if (request.url === '/never') return;
      response.end(JSON.stringify({ answer: 'yes' }));
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });
  const call = (path: string, key: string, timeoutMs = 2000, tries = 2) =>
    ask({ service: 'The service', url: `${url}${path}`, body: {}, answer: z.object({ answer: z.string() }), idempotencyKey: key, timeoutMs, tries });

  it('carries the same key when it is tried again', async () => {
    expect(await call('/second-time', 'second')).toEqual({ answer: 'yes' });
    expect(seen.filter(({ key }) => key === 'second')).toHaveLength(2);
  });
  it('takes no answer of another shape', async () => {
    await expect(call('/odd', 'odd')).rejects.toThrow('The service: answered something unexpected');
  });
  it('waits no longer than it was told', async () => {
    await expect(call('/never', 'never', 100, 1)).rejects.toThrow('The service: did not answer in time');
  });
  it('says when nobody is there', async () => {
    await expect(ask({ service: 'The service', url: 'http://127.0.0.1:9/x', body: {}, answer: z.object({}), idempotencyKey: 'x', tries: 1 })).rejects.toThrow(
      'can’t be reached',
    );
  });
});

describe('configuration', () => {
  it('has the demo’s addresses where nothing is said, and refuses what is no address', () => {
    expect(readConfig({})).toMatchObject({ host: '127.0.0.1', port: 4860, demoPeople: null, publicUrl: 'http://127.0.0.1:4860' });
    expect(readConfig({ CAVREN_PORT: '5000', CAVREN_PUBLIC_URL: 'https://desk.example' })).toMatchObject({ port: 5000, publicUrl: 'https://desk.example' });
    expect(() => readConfig({ CAVREN_BANK_URL: 'not an address' })).toThrow();
  });
});

describe('products', () => {
  it('that ask for something before a gate that is not on their route are refused', async () => {
    const cavren = await makeCavren();
    const data = mkdtempSync(join(folder, 'products-'));
    cpSync(inRoot('server/data'), data, { recursive: true });
    const path = join(data, 'products', 'workboat-refit.json');
    const definition = JSON.parse(readFileSync(path, 'utf8')) as { version: number };
    const { route } = (await cavren.services.products.byId(`workboat-refit-${REFIT_VERSION}`)).definition;
    writeFileSync(path, JSON.stringify({ ...definition, route: route.filter((stage) => stage !== 'gathering') }));
    await expect(cavren.services.products.load(data)).rejects.toThrow(/before gathering, which is not on its route/);
    writeFileSync(path, JSON.stringify({ ...definition, bonus: 1 }));
    await expect(cavren.services.products.load(data)).rejects.toThrow();
    writeFileSync(path, JSON.stringify({ ...definition, place: 'gb' }));
    await expect(cavren.services.products.load(data)).rejects.toThrow(
      /needs a benchmark of living costs and a table of residual income, which United Kingdom doesn’t have/,
    );
    const wide = { measure: 'ltv', bound: 'most', value: 0.8, refer: 0.9, rule: 'wide' };
    writeFileSync(path, JSON.stringify({ ...definition, limits: [wide] }));
    await expect(cavren.services.products.load(data)).rejects.toThrow(/what an approver weighs for ltv must lie inside the limit/);
    writeFileSync(path, JSON.stringify(definition));
    await cavren.services.products.load(data);
    expect((await cavren.services.products.newest()).find(({ code }) => code === 'workboat-refit')?.version).toBe(REFIT_VERSION);
    expect((await cavren.services.products.byId(`workboat-refit-${REFIT_VERSION}`)).version).toBe(REFIT_VERSION);
    await cavren.close();
  });
});

describe('jobs', () => {
  let cavren: TestCavren;
  beforeAll(async () => {
    cavren = await makeCavren();
  });
  afterAll(() => cavren.close());
  const rows = () =>
    select<{ subject: string; state: string; attempts: number; last_problem: string | null }>(
      cavren.db,
      "SELECT subject, state, attempts, last_problem FROM job WHERE kind LIKE 'test.%' ORDER BY subject",
    );

  it('are there once for a subject, are done once, and stay done', async () => {
    const done: string[] = [];
    cavren.jobs.handle('test.once', (subject) => {
      done.push(subject);
      return Promise.resolve();
    });
    await cavren.jobs.add('test.once', 'a');
    await cavren.jobs.add('test.once', 'a');
    await cavren.jobs.runDue();
    await cavren.jobs.add('test.once', 'a');
    await cavren.jobs.runDue();
    expect(done).toEqual(['a']);
    expect(await rows()).toMatchObject([{ subject: 'a', state: 'done', attempts: 1 }]);
  });
  it('that fail are repeated later with what went wrong, and given up in the end', async () => {
    cavren.jobs.handle('test.fails', () => Promise.reject(new Error('no luck')));
    await cavren.jobs.add('test.fails', 'b');
    await cavren.jobs.runDue();
    expect((await rows())[1]).toMatchObject({ state: 'ready', attempts: 1, last_problem: 'no luck' });
    expect(await cavren.jobs.runDue()).toBe(0);
    for (let turn = 0; turn < 39; turn += 1) {
      await cavren.jobs.makeAllDue();
      await cavren.jobs.runDue();
    }
    expect((await rows())[1]).toMatchObject({ state: 'failed', attempts: 40 });
    await cavren.jobs.makeAllDue();
    expect(await cavren.jobs.runDue()).toBe(0);
  });
  it('of a kind that nobody does are not lost', async () => {
    await cavren.jobs.add('test.unknown', 'c');
    await cavren.jobs.runDue();
    expect((await rows())[2]).toMatchObject({ state: 'ready', last_problem: 'Nobody does jobs of the kind test.unknown' });
  });
});

describe('the interface of the server', () => {
  let cavren: TestCavren;
  beforeAll(async () => {
    cavren = await makeCavren();
  });
  afterAll(() => cavren.close());

  it('is described as OpenAPI from the same schemas', async () => {
    const { body } = await (
      await cavren.as('wren')
    ).get<{ openapi: string; paths: Record<string, Record<string, { requestBody?: unknown }>> }>('/api/docs/json');
    expect(body.openapi).toMatch(/^3\./);
    for (const path of ['/api/files/{reference}/details', '/api/files/{reference}/decision', '/api/door/sign', '/api/files/{reference}/payout/release'])
      expect(Object.keys(body.paths)).toContain(path);
    expect(body.paths['/api/files/{reference}/details']?.['patch']?.requestBody).toBeDefined();
  });
  it('answers problems as RFC 9457 has them, with a stable code and a request’s id', async () => {
    const { response, body } = await (await cavren.as('wren')).get<Record<string, unknown>>('/api/files/4KT-M2X-A');
    expect(response.headers['content-type']).toMatch(/application\/problem\+json/);
    expect(body).toMatchObject({ type: 'urn:cavren:problem:not-found', status: 404, code: 'not-found' });
    expect(body['requestId']).toMatch(/.{10}/);
  });
  it('refuses what can’t be read, and what is no reference', async () => {
    const wren = await cavren.as('wren');
    expect((await wren.call('POST', '/api/files', Buffer.from('{'), { 'content-type': 'application/json' })).status).toBe(400);
    expect((await wren.get('/api/files/../../etc')).status).toBe(404);
    expect((await wren.get('/api/files/nonsense')).status).toBe(422);
    expect((await wren.get('/api/files?page=0')).status).toBe(422);
  });
  it('sends headers that let nothing else in', async () => {
    const { response } = await (await cavren.as('wren')).get('/api/products');
    expect(response.headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'content-security-policy': "default-src 'none';frame-ancestors 'none'" });
  });
  it('a session ends when somebody signs out, and its cookie can’t be read by scripts or sent from elsewhere', async () => {
    const client = await cavren.stranger().signIn('maud');
    expect((await client.get('/api/session')).body).toMatchObject({
      name: 'Maud Linacre',
      acts: [
        'file.read',
        'certificate.read',
        'certificate.write',
        'staff.read',
        'staff.write',
        'earnings.read',
        'round.open',
        'history.read',
        'sealedDays.read',
      ],
    });
    const again = await cavren.app.inject({ method: 'POST', url: '/api/session', payload: { username: 'maud', password: 'a long enough password' } });
    expect(again.cookies[0]).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
    await client.call('DELETE', '/api/session');
    expect((await client.get('/api/session')).status).toBe(401);
  });
  it('a session that ran out is none', async () => {
    const client = await cavren.stranger().signIn('rufus');
    await cavren.db.query("UPDATE staff_session SET expires_at = '2020-01-01' WHERE staff_id = 'staff-rufus'");
    expect((await client.get('/api/session')).status).toBe(401);
  });
  it('keeps passwords as Argon2id, and tokens only as their hashes', async () => {
    const hashes = await select<{ password_hash: string }>(cavren.db, 'SELECT password_hash FROM staff');
    expect(hashes.every(({ password_hash }) => password_hash.startsWith('$argon2id$'))).toBe(true);
    const signIn = await cavren.app.inject({ method: 'POST', url: '/api/session', payload: { username: 'ansel', password: 'a long enough password' } });
    const kept = await select<{ id_hash: string }>(cavren.db, 'SELECT id_hash FROM staff_session');
    expect(kept.map(({ id_hash }) => id_hash)).not.toContain(signIn.cookies[0]?.value);
    expect(kept.map(({ id_hash }) => id_hash)).toContain(
      createHash('sha256')
        .update(signIn.cookies[0]?.value ?? '')
        .digest('hex'),
    );
  });
});

describe('an answer', () => {
  it('says what its description names and no more, and one that is otherwise is kept back', async () => {
    const app = fastify();
    app.setSerializerCompiler(answersAsDescribed);
    answerErrors(app);
    const described = { response: { 200: z.object({ day: z.iso.date(), within: z.array(z.object({ name: z.string() })) }) } };
    app.get('/more', { schema: described }, () => ({ day: '2027-04-03', number: '987-65-4320', within: [{ name: 'Ida', born: '1990-01-02' }] }));
    app.get('/other', { schema: described }, () => ({ day: '3 April', within: [{ name: 'Ida Holm' }] }));
    const [more, other] = await Promise.all([app.inject('/more'), app.inject('/other')]);
    expect(more.json()).toEqual({ day: '2027-04-03', within: [{ name: 'Ida' }] });
    expect([other.statusCode, other.json<{ code: string }>().code]).toEqual([500, 'unexpected']);
    expect(other.body).not.toContain('Ida');
    await app.close();
  });
});
