import type { FilePage } from '@cavren/contract';
import { addDays, DETAILS, ENTITIES, isoDate, nameWords } from '@cavren/core';
import { createConnection } from 'mariadb';
import { nanoid } from 'nanoid';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { migrations } from '../src/db/migrations/index';
import { recalculateAll } from '../src/calculation/index';
import { columnsOf } from '../src/details/index';
import { connect, execute, migrate, select, type ColumnKind } from '../src/db/index';
import type { FileChange } from '../src/files/index';
import { SYSTEM } from '../src/http/index';
import { verifyHistories } from '../src/index';
import { inRoot } from '../../scripts/setup/place.mjs';
import { change, makeCavren, openFile, type TestCavren } from './cavren';
import { many } from '../../scripts/setup/depth';

/** The column types that hold what a kind of column says. */
const HOLDS: Record<ColumnKind, RegExp> = {
  key: /^(var)?char/,
  text: /^((var)?char|text|mediumtext)/,
  money: /^bigint/,
  date: /^date$/,
  time: /^datetime\(3\)/,
  int: /^(int|smallint|tinyint)/,
  decimal: /^decimal/,
  bool: /^tinyint\(1\)/,
  json: /^longtext/,
  binary: /^(var)?binary|blob/,
};

/** The statements that the database itself counts while something is done; nothing else talks to it meanwhile. */
async function statements(work: () => Promise<unknown>): Promise<number> {
  const { host, port, user, password } = inject('database');
  const watcher = await createConnection({ host, port, user, password });
  const asked = async () => Number((await watcher.query<{ Value: string }[]>("SHOW GLOBAL STATUS LIKE 'Questions'"))[0]?.Value);
  try {
    const before = await asked();
    await work();
    return (await asked()) - before - 1;
  } finally {
    await watcher.end();
  }
}

describe('the frame of a file', () => {
  let cavren: TestCavren;
  beforeAll(async () => {
    cavren = await makeCavren();
  });
  afterAll(() => cavren.close());

  it('descriptions and the migrated database say the same, column by column', async () => {
    const rows = await select<{ tableName: string; columnName: string; columnType: string; nullable: string }>(
      cavren.db,
      'SELECT table_name AS tableName, column_name AS columnName, column_type AS columnType, is_nullable AS nullable FROM information_schema.columns WHERE table_schema = DATABASE()',
    );
    const snake = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
    for (const entity of ENTITIES) {
      const there = new Map(rows.filter(({ tableName }) => tableName === DETAILS[entity].table).map((row) => [row.columnName, row]));
      const described = Object.entries(columnsOf(entity)).map(([name, kind]) => [snake(name), kind] as const);
      expect([...there.keys()].sort(), entity).toEqual(described.map(([name]) => name).sort());
      for (const [name, kind] of described) expect(there.get(name)?.columnType, `${entity}.${name}`).toMatch(HOLDS[kind]);
    }
  });

  it('a save costs at most 12 statements and a read 6, whatever hangs on the file', async () => {
    const small = await openFile(cavren);
    const large = await openFile(cavren);
    await large.typeAll({ couple: true });
    await large.consents();
    await large.act('wren', '/move');
    await large.checks();
    await large.details([
      ...Array.from({ length: 30 }, (_, at) =>
        change.add('income', { personId: large.applicant.id, kind: 'wage', source: `Boatyard ${at}`, amount: 10_000 + at, frequency: 'monthly' }),
      ),
      change.add('pet', { kind: 'cat', name: 'Ink' }),
    ]);
    for (const walk of [small, large]) {
      // The connection and the session are there, as for whoever works.
      expect((await walk.details([change.set('request', null, 'purpose', 'Hull and deck refit')])).status).toBe(200);
      const save = await statements(async () => expect((await walk.details([change.set('request', null, 'purpose', 'Engine replacement')])).status).toBe(200));
      const wren = await cavren.as('wren');
      const read = await statements(async () => expect((await wren.get(walk.url)).status).toBe(200));
      expect(save).toBeLessThanOrEqual(12);
      expect(read).toBeLessThanOrEqual(6);
    }
  });

  it('what a day makes due stands in the lists when the day has come, though nobody touched the file', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    const { today } = walk.view;
    const tomorrow = addDays(isoDate(today), 1);
    await walk.details([change.set('person', walk.applicant.id, 'birthDate', `${Number(tomorrow.slice(0, 4)) - 18}${tomorrow.slice(4)}`)]);
    const openNow = async () => (await (await cavren.as('wren')).get<FilePage>(`/api/files?text=${walk.reference}`)).body.items[0]?.openNow ?? NaN;
    expect((await walk.act('wren', '/move')).body).toMatchObject({
      errors: expect.arrayContaining([expect.objectContaining({ path: `bound:age:${walk.applicant.id}` })]) as unknown,
    });
    const before = await openNow();
    cavren.clock.at = new Date(Date.now() + 86_400_000);
    await cavren.jobs.add('files.day', 'test');
    await cavren.jobs.runDue();
    expect(await openNow()).toBe(before - 1);
    cavren.clock.at = null;
  });
});

describe('unfinished files of many products', () => {
  it('by the hundred, with 30, 45 and 60 days, each lapse on their own day and none waits for others', async () => {
    const cavren = await makeCavren();
    const begun = new Date('2026-01-05T06:00:00Z');
    const products = (await cavren.services.products.newest()).filter(({ definition }) => [30, 45, 60].includes(definition.lapse.days));
    expect(new Set(products.map(({ definition }) => definition.lapse.days)).size).toBe(3);
    // More than are judged at a time, so that those that are due stand behind others.
    const count = many(2000);
    const of = (days: number) => products.find(({ definition }) => definition.lapse.days === days);
    const alphabet = '2345679ACDEFGHJKMNPQRTVWXYZ';
    const files = Array.from({ length: count }, (_, at) => {
      const code = Array.from({ length: 7 }, (_digit, place) => alphabet[Math.floor(at / 27 ** place) % 27]).join('');
      // The many that are not due yet come before and between the few that are.
      const product = of(at % 10 === 3 ? 30 : at % 10 === 7 ? 45 : 60);
      return [
        nanoid(),
        `${code.slice(0, 3)}-${code.slice(3, 6)}-${code.slice(6)}`,
        product?.id,
        product?.code,
        1,
        'details',
        begun,
        true,
        'counter',
        '2026-01-05',
        begun,
        begun,
        'staff-wren',
        'staff-wren',
        0,
        '2026-01-06',
        addDays(isoDate('2026-01-05'), product?.definition.lapse.days ?? 0),
      ];
    });
    await cavren.db.query(
      'INSERT INTO file (id, reference, product_id, product_code, version, stage, stage_since, is_open, channel, received_on, active_at, opened_at, opened_by, owner_id, open_now, next_due, lapse_on) VALUES :files',
      { replacements: { files } },
    );
    await cavren.db.query('INSERT INTO file_request (id, file_id, created_at) SELECT id, id, opened_at FROM file');
    const lapsed = async () =>
      new Map(
        (
          await select<{ product: string; n: string }>(
            cavren.db,
            "SELECT product_id AS product, COUNT(*) AS n FROM file WHERE stage = 'lapsed' GROUP BY product_id",
          )
        ).map(({ product, n }) => [product, Number(n)]),
      );
    const all = (id: string) => files.filter(([, , product]) => product === id).length;
    for (const day of [29, 30, 45]) {
      cavren.clock.at = new Date(begun.getTime() + day * 86_400_000);
      await cavren.services.lapse.sweep();
      const now = await lapsed();
      for (const { id, definition } of products) expect(now.get(id) ?? 0, `${definition.code} on day ${day}`).toBe(definition.lapse.days <= day ? all(id) : 0);
    }
    cavren.clock.at = null;
    await cavren.close();
  }, 180_000);
});

describe('a database of the last release', () => {
  it('comes along: histories verify, calculations repeat to the cent, and every file reads as its rows say', async () => {
    const cavren = await makeCavren({ clean: true, dump: inRoot('server/test/release/004-costs.sql.gz') });
    const histories = await verifyHistories(cavren.services.historyStore, cavren.services.sealedDays);
    expect(histories).toMatchObject({ files: 60, problems: [] });
    expect(histories.entries).toBeGreaterThan(1000);
    const { count, astray } = await recalculateAll(cavren.services.decisionStore);
    expect(count).toBeGreaterThan(10);
    expect(astray).toEqual([]);
    // Entries of the register are found under the forms of today's index: as written together too.
    const [{ name } = { name: '' }] = await select<{ name: string }>(
      cavren.db,
      "SELECT full_name AS name FROM person WHERE full_name LIKE '% %' ORDER BY id LIMIT 1",
    );
    const [first = '', second = ''] = nameWords(name);
    const found = await select<{ n: string }>(cavren.db, 'SELECT COUNT(*) AS n FROM person_word WHERE word = :word', { word: first + second });
    expect(Number(found[0]?.n)).toBeGreaterThan(0);
    expect(await select(cavren.db, 'SELECT id FROM person WHERE words_by < 2 AND merged_into IS NULL')).toEqual([]);
    // Nobody has looked at them yet, so there is no snapshot; each is made from the rows, and is then what they say.
    const ids = await cavren.services.snapshots.allIds();
    expect(ids).toHaveLength(60);
    for (const id of ids) await cavren.services.files.refresh({ id });
    for (const id of ids) expect((await cavren.services.files.rebuild(id)).astray, id).toEqual([]);
    // Whatever hangs on them, of every stage and with payments: reading and changing costs the same few statements.
    for (const { id, reference } of await cavren.services.historyStore.chains()) {
      expect(await statements(() => cavren.services.files.view(reference)), reference).toBeLessThanOrEqual(5);
      const note = (work: FileChange) => work.record('file.note', 'file', null, 'Looked at');
      expect(await statements(() => cavren.services.files.change({ id }, { version: null, actor: SYSTEM }, note)), reference).toBeLessThanOrEqual(11);
    }
    await cavren.close();
  }, 120_000);
});

describe('two servers that start at once on an empty database', () => {
  it('take turns: one makes the tables, the other finds them', async () => {
    const { host, port, user, password } = inject('database');
    const database = `m_${nanoid(10).replace(/[^A-Za-z0-9]/g, '_')}`;
    const connection = await createConnection({ host, port, user, password });
    await connection.query(`CREATE DATABASE \`${database}\` CHARACTER SET utf8mb4`);
    const [one, two] = [connect({ host, port, user, password, database }), connect({ host, port, user, password, database })];
    const done = await Promise.all([migrate(one), migrate(two)]);
    expect(done.map((names) => names.length).sort((a, b) => a - b)).toEqual([0, migrations.length]);
    await execute(one, 'SELECT 1 FROM file_snapshot LIMIT 1');
    await Promise.all([one.close(), two.close()]);
    await connection.query(`DROP DATABASE \`${database}\``);
    await connection.end();
  });
});
