import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { request, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { diskByteStore, NoRoom } from '../src/bytes/index';
import { execute } from '../src/db/index';
import { makeSecrets } from '../src/secrets/index';
import { makeTurns } from '../src/turns/index';
import { Phone } from './applicant';
import { change, makeCavren, openFile, problem, type TestCavren } from './cavren';
import { jpeg, pdf, png } from './samples';
import { fileOutForSignature } from './stages';

let cavren: TestCavren;
let url: string;
beforeAll(async () => {
  cavren = await makeCavren();
  await cavren.app.listen({ host: '127.0.0.1', port: 0 });
  url = `http://127.0.0.1:${(cavren.app.server.address() as AddressInfo).port}`;
});
afterAll(() => cavren.close());

describe('turns', () => {
  it('let in so many at once for one key and for all, in the order in which they came', async () => {
    const turns = makeTurns({ ofOne: 2, waiting: 100, inAll: 3 }, () => new Error('full'));
    const inside = { a: 0, b: 0 };
    const most = { a: 0, b: 0, all: 0 };
    const order: number[] = [];
    const work = (key: 'a' | 'b', at: number) => async () => {
      inside[key] += 1;
      most[key] = Math.max(most[key], inside[key]);
      most.all = Math.max(most.all, inside.a + inside.b);
      if (key === 'a') order.push(at);
      await new Promise((done) => setImmediate(done));
      inside[key] -= 1;
    };
    await Promise.all(Array.from({ length: 40 }, (_, at) => turns.inTurn(at % 2 ? 'a' : 'b', work(at % 2 ? 'a' : 'b', at))));
    expect(most).toEqual({ a: 2, b: 2, all: 3 });
    expect(order).toEqual(order.toSorted((a, b) => a - b));
  });
  it('turn away who would wait too long in one line, let go on after a failure, and forget a line that nobody stands in', async () => {
    const turns = makeTurns({ ofOne: 1, waiting: 2 }, () => new Error('full'));
    const gates: (() => void)[] = [];
    const held = () => new Promise<void>((done) => gates.push(done));
    const three = [1, 2, 3].map(() => turns.inTurn('a', held));
    await expect(turns.inTurn('a', held)).rejects.toThrow('full');
    expect(await turns.inTurn('b', () => Promise.resolve('another line'))).toBe('another line');
    for (let at = 0; at < 3; at += 1) {
      while (gates.length <= at) await new Promise((done) => setImmediate(done));
      gates[at]?.();
    }
    await Promise.all(three);
    await expect(turns.inTurn('a', () => Promise.reject(new Error('failed')))).rejects.toThrow('failed');
    expect(await turns.inTurn('a', () => Promise.resolve('goes on'))).toBe('goes on');
  });
});

describe('many at once', () => {
  it('two hundred papers into one file: each is taken or told to come again, and others go on meanwhile', async () => {
    const walk = await openFile(cavren);
    const [wren, rufus] = [await cavren.as('wren'), await cavren.as('dilys')];
    const picture = await jpeg();
    const papers = Array.from({ length: 200 }, (_, at) => Buffer.concat([picture, Buffer.from(`paper ${at}`)]));
    const sent = papers.map((content, at) => wren.upload(`${walk.url}/papers`, content, `paper ${at}.jpg`, null));
    for (let turn = 0; turn < 5; turn += 1) expect((await rufus.get('/api/today')).status).toBe(200);
    const answers = await Promise.all(sent);
    const taken = answers.filter(({ status }) => status === 201);
    const turnedAway = answers.filter(({ status }) => status !== 201);
    expect(taken.length).toBeGreaterThanOrEqual(32);
    expect(new Set(turnedAway.map((answer) => `${answer.status} ${problem(answer).code}`))).toEqual(new Set(['429 crowd']));
    await walk.look();
    expect(walk.file.papers).toHaveLength(taken.length);
  });
  it('changes of one file stand in line here and not in the database; who comes when it is long is told so, and nothing is lost', async () => {
    const walk = await openFile(cavren);
    const wren = await cavren.as('wren');
    const changes = Array.from({ length: 100 }, (_, at) =>
      wren.call('PATCH', `${walk.url}/details`, {
        version: walk.version,
        changes: [change.add('work', { personId: walk.applicant.id, kind: 'employed', employer: `Yard ${at}` })],
      }),
    );
    // Other files are changed meanwhile.
    expect((await (await openFile(cavren)).details([change.set('request', null, 'termMonths', 60)])).status).toBe(200);
    const answers = await Promise.all(changes);
    const counts = new Map<string, number>();
    for (const answer of answers) {
      const key = answer.status === 200 ? 'saved' : problem(answer).code;
      counts.set(key, (counts.get(key) ?? 0) + 1);
    }
    expect(counts.get('saved')).toBe(1);
    expect([...counts.keys()].toSorted()).toEqual(['busy', 'saved', 'stale']);
    await walk.look();
    expect(walk.file.works).toHaveLength(1);
  });
  it('a file holds so many papers, and one person sends so many', async () => {
    const walk = await fileOutForSignature(cavren);
    const phone = await new Phone(cavren, 'ida@post.example', walk.sentTo(1), walk.reference).comeIn();
    const fileId = await walk.id();
    const insert = (from: number, count: number, personId: string | null, bytes: number) =>
      cavren.db.query(
        `INSERT INTO paper (id, file_id, person_id, name, media_type, bytes, content_hash, state, added_at, added_by)
         VALUES ${Array.from({ length: count }, (_, at) => `('many-${from + at}', :fileId, :personId, 'x.png', 'image/png', ${bytes}, '${'0'.repeat(64)}', 'removed', NOW(), 'x')`).join(', ')}`,
        { replacements: { fileId, personId } },
      );
    const key = `identity:${walk.applicant.id}`;
    await insert(0, 59, walk.applicant.id, 1);
    expect(problem(await phone.upload('/api/door/papers', await png(), 'a.png', key)).code).toBe('share-full');
    expect((await walk.upload(await png(), 'a.png', null)).status).toBe(201);
    await insert(100, 1, null, 600 * 1024 * 1024);
    expect(problem(await walk.upload(await png(), 'b.png', null)).code).toBe('file-full');
    await execute(cavren.db, "DELETE FROM paper WHERE id LIKE 'many-%'");
    await cavren.services.files.rebuild(fileId);
  });
  it('a request that comes in too slowly is cut off', () => {
    const { requestTimeout, headersTimeout } = cavren.app.server;
    expect([requestTimeout, headersTimeout]).toEqual([120_000, 15_000]);
  });
});

describe('streams', () => {
  const opened: IncomingMessage[] = [];
  afterEach(() => opened.splice(0).forEach((stream) => stream.destroy()));

  /** Opens a stream in somebody's session. */
  async function streamOf(cookie: string, at: string): Promise<IncomingMessage> {
    const response = await new Promise<IncomingMessage>((done, fail) =>
      request(`${url}${at}/events`, { headers: { cookie, host: '127.0.0.1:4860' } }, done)
        .on('error', fail)
        .end(),
    );
    response.on('error', () => undefined);
    opened.push(response);
    return response;
  }
  async function cookieOf(username: string): Promise<string> {
    const answer = await cavren.stranger().post('/api/session', { username, password: 'a long enough password' });
    return answer.response.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  }

  it('one session has so many and no more', async () => {
    const walk = await openFile(cavren);
    const cookie = await cookieOf('tamsin');
    const statuses: (number | undefined)[] = [];
    for (let at = 0; at < 21; at += 1) statuses.push((await streamOf(cookie, walk.url)).statusCode);
    expect(statuses).toEqual([...Array.from({ length: 20 }, () => 200), 429]);
    expect((await streamOf(await cookieOf('tamsin'), walk.url)).statusCode).toBe(200);
  });
  it('a stream ends with a session that nobody used for half an hour', async () => {
    const walk = await openFile(cavren);
    const stream = await streamOf(await cookieOf('ansel'), walk.url);
    const ended = new Promise<string>((done) => stream.on('close', () => done('ended')));
    stream.resume();
    cavren.clock.at = new Date(Date.now() + 31 * 60_000);
    expect(await ended).toBe('ended');
    cavren.clock.at = null;
  });
});

describe('bytes', () => {
  it('that have gone or were changed on the disk are said to be, and to whom to say it', async () => {
    const walk = await openFile(cavren);
    const content = await pdf();
    await walk.upload(content, 'payslip.pdf', null);
    const hash = createHash('sha256').update(content).digest('hex');
    const path = join(cavren.config.dataFolder, 'papers', hash.slice(0, 2), hash);
    const wren = await cavren.as('wren');
    const read = () => wren.get(`${walk.url}/papers/${walk.file.papers[0]?.id ?? ''}/content`);
    expect((await read()).status).toBe(200);
    const stored = readFileSync(path);
    stored[stored.length >> 1] = (stored[stored.length >> 1] ?? 0) ^ 1;
    writeFileSync(path, stored);
    expect(problem(await read())).toMatchObject({ status: 410, code: 'bytes-lost' });
    writeFileSync(path, stored.subarray(0, 10));
    expect(problem(await read()).code).toBe('bytes-lost');
    rmSync(path);
    expect(problem(await read()).code).toBe('bytes-lost');
  });
  it('for which there is no room leave nothing behind', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'full-'));
    /** A disk that is full after the first half of what is written. */
    const full = {
      open: async (...args: Parameters<typeof open>) => {
        const file = await open(...args);
        const write = file.writeFile.bind(file);
        file.writeFile = async (data) => {
          await write((data as Buffer).subarray(0, (data as Buffer).length >> 1));
          throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
        };
        return file;
      },
    };
    const store = diskByteStore(folder, makeSecrets(Buffer.alloc(32, 7)), full);
    const content = Buffer.from('a paper that doesn’t fit');
    await expect(store.put(content)).rejects.toBeInstanceOf(NoRoom);
    const hash = createHash('sha256').update(content).digest('hex');
    expect(readdirSync(join(folder, hash.slice(0, 2)))).toEqual([]);
    await expect(store.get(hash)).rejects.toThrow('gone');
    rmSync(folder, { recursive: true });

    const walk = await openFile(cavren);
    const refused = vi.spyOn(cavren.bytes, 'put').mockRejectedValue(new NoRoom());
    const answer = await walk.upload(await png(), 'a.png', null);
    refused.mockRestore();
    expect(problem(answer)).toMatchObject({ status: 507, code: 'no-room' });
    expect((await walk.look()).file.papers).toEqual([]);
  });
});
