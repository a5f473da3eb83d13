import { isoDate } from '@cavren/core';
import type { FileView, Me } from '@cavren/contract';
import { spawn, type ChildProcess } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { createConnection } from 'mariadb';
import { startMariaDb } from '../../scripts/setup/mariadb.mjs';
import { inRoot, ROOT } from '../../scripts/setup/place.mjs';
import { freePort } from '../../scripts/setup/ports.mjs';
import { answersAt } from '../../scripts/setup/running.mjs';
import { dayAtHome, STAFF } from './cavren';
import { buildApp, readConfig, verifyHistories } from '../src/index';

/** Faults of the machine: a server that is killed, a database that goes away under a server that runs on. */
let folder = '';
let port = 0;
let database: Awaited<ReturnType<typeof startMariaDb>>;
beforeAll(async () => {
  folder = join(inject('database').folder, 'crash');
  rmSync(folder, { recursive: true, force: true });
  port = await freePort();
  database = await startMariaDb({ folder, port });
});
afterAll(() => database.stop());

const environment = (serverPort: number) => ({
  CAVREN_PORT: String(serverPort),
  CAVREN_DATA: folder,
  CAVREN_WEB: inRoot('no-screens-here'),
  CAVREN_PRODUCTS: inRoot('server/data'),
  CAVREN_DB_PORT: String(port),
  CAVREN_DB_PASSWORD: database.address.password,
  CAVREN_DB_OWNER: database.address.owner.user,
  CAVREN_DB_OWNER_PASSWORD: database.address.owner.password,
  CAVREN_LOG: 'silent',
});
const appOf = async () => buildApp({ config: readConfig(environment(0)), productFolder: inRoot('server/data') });

async function startServer(): Promise<{ child: ChildProcess; url: string }> {
  const serverPort = await freePort();
  const child = spawn(process.execPath, [join(inject('programs'), 'server.mjs')], {
    cwd: ROOT,
    env: { ...process.env, ...environment(serverPort) },
    stdio: 'ignore',
  });
  const url = `http://127.0.0.1:${serverPort}`;
  await answersAt(`${url}/api/health`, { hasEnded: () => child.exitCode !== null, problem: () => 'the server did not start' });
  return { child, url };
}

describe('kill -9 in the middle of saves', () => {
  it('loses nothing that was confirmed, and leaves nothing half done', async () => {
    const seed = await appOf();
    for (const person of STAFF.slice(0, 1))
      await seed.services.sessions.addStaff({ id: 'staff-wren', username: person.username, name: person.name, role: person.role }, 'quillhaven');
    await seed.services.certificates.keep({ staffId: 'staff-wren', number: 'L-1', line: 'lending', places: ['us'], from: isoDate('2020-01-01'), until: null });
    await seed.app.close();

    const { child, url } = await startServer();
    const signIn = await fetch(`${url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ username: 'wren', password: 'quillhaven' }),
    });
    const cookie = signIn.headers
      .getSetCookie()
      .map((line) => line.split(';')[0])
      .join('; ');
    const { csrfToken } = (await signIn.json()) as Me;
    const headers = { 'content-type': 'application/json', cookie, 'x-csrf-token': csrfToken };
    const opened = await fetch(`${url}/api/files`, {
      method: 'POST',
      headers,
      body: JSON.stringify({
        product: 'workboat-refit',
        channel: 'counter',
        receivedOn: dayAtHome(),
        personId: null,
        fullName: 'Ida Holm',
        birthDate: '1990-04-03',
      }),
    });
    const { reference } = (await opened.json()) as { reference: string };

    let confirmed = { version: 1, price: 0 };
    const gone = new Promise((resolve) => child.once('exit', resolve));
    for (let price = 1; price <= 400; price += 1) {
      if (price === 25) setTimeout(() => child.kill('SIGKILL'), 3);
      const changes = [
        { op: 'set', entity: 'request', id: null, field: 'price', value: price },
        { op: 'set', entity: 'request', id: null, field: 'amount', value: price },
      ];
      const answer = await fetch(`${url}/api/files/${reference}/details`, {
        method: 'PATCH',
        headers,
        body: JSON.stringify({ version: confirmed.version, changes }),
      }).catch(() => null);
      if (!answer?.ok) break;
      confirmed = { version: ((await answer.json()) as FileView).version, price };
    }
    await gone;
    expect(confirmed.price).toBeGreaterThanOrEqual(24);
    expect(confirmed.price).toBeLessThan(400);

    const again = await appOf();
    const view = await again.services.files.view(reference);
    expect([confirmed.price, confirmed.price + 1]).toContain(view.file.request.price);
    expect(view.file.request.amount).toBe(view.file.request.price);
    expect(view.version).toBe(1 + (view.file.request.price ?? 0));
    expect((await verifyHistories(again.services.historyStore, again.services.sealedDays)).problems).toEqual([]);
    await again.app.close();
  });
});

describe('the database restarted under a running server', () => {
  it('says so while it is away, and goes on when it is back', async () => {
    const cavren = await appOf();
    const health = () => cavren.app.inject('/api/health');
    expect((await health()).statusCode).toBe(200);
    await database.stop();
    const away = await health();
    expect(away.statusCode).toBe(503);
    expect(away.json()).toMatchObject({ code: 'database-away' });
    database = await startMariaDb({ folder, port });
    const statuses: number[] = [];
    for (let turn = 0; turn < 10 && statuses.at(-1) !== 200; turn += 1) statuses.push((await health()).statusCode);
    expect(statuses.at(-1)).toBe(200);
    await cavren.app.close();
  });
});

describe('who may do what to the database', () => {
  const as = (user: string, password: string) => createConnection({ host: '127.0.0.1', port, user, password, database: 'cavren' });
  it('the program’s user reads and writes rows; it changes no table, lifts no trigger and rewrites no history', async () => {
    const cavren = await appOf();
    const program = await as('cavren', database.address.password);
    expect(Number((await program.query<{ count: bigint }[]>('SELECT COUNT(*) AS count FROM history'))[0]?.count)).toBeGreaterThan(0);
    for (const statement of [
      'ALTER TABLE history ADD COLUMN more INT',
      'DROP TABLE history',
      'DROP TRIGGER history_is_never_updated',
      'CREATE TABLE other (id INT)',
      'TRUNCATE TABLE history',
      "UPDATE history SET after_value = 'something else'",
      'DELETE FROM history',
      "CREATE USER 'other'@'127.0.0.1' IDENTIFIED BY 'x'",
    ])
      await expect(program.query(statement), statement).rejects.toThrow();
    await program.end();
    await cavren.app.close();
  });
  it.each([
    ['root', ''],
    ['root', 'root'],
    ['', ''],
    ['cavren', ''],
    ['cavren_owner', ''],
  ])('%j with the password %j does not come in from loopback', async (user, password) => {
    await expect(as(user, password)).rejects.toThrow();
  });
});
