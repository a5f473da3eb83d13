import { createConnection, type Connection } from 'mariadb';
import { nanoid } from 'nanoid';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { connect, migrate, type Sequelize } from '../src/db/index';
import { up as thinWalk } from '../src/db/migrations/001-thin-walk';

/** A database as the first release left it, with a couple in a file. */
describe('bringing a database up to date', () => {
  const database = `u_${nanoid(10).replace(/[^A-Za-z0-9]/g, '_')}`;
  let connection: Connection;
  let db: Sequelize;
  beforeAll(async () => {
    const { host, port, user, password } = inject('database');
    connection = await createConnection({ host, port, user, password });
    await connection.query(`CREATE DATABASE \`${database}\` CHARACTER SET utf8mb4`);
    await connection.query(`USE \`${database}\``);
    for (const statement of thinWalk) await connection.query(statement);
    await connection.query('CREATE TABLE schema_migration (name VARCHAR(255) NOT NULL PRIMARY KEY)');
    await connection.query("INSERT INTO schema_migration VALUES ('001-thin-walk')");
    await connection.query("INSERT INTO staff VALUES ('s1', 'wren', 'Wren Halloway', 'intake', 'x'), ('s2', 'ansel', 'Ansel Brightmoor', 'approver', 'x')");
    await connection.query("INSERT INTO product VALUES ('p-1', 'p', 1, '{}', '{}')");
    await connection.query(`INSERT INTO file (id, reference, product_id, product_code, version, stage, stage_since, is_open, channel, received_on, opened_at, opened_by, owner_id, open_now, next_due)
      VALUES ('f1', '4KT-M2X-7', 'p-1', 'p', 3, 'details', '2026-01-05 09:00:00', TRUE, 'counter', '2026-01-05', '2026-01-05 09:00:00', 's1', 's1', 0, '2026-01-06')`);
    await connection.query(`INSERT INTO file_person (id, file_id, created_at, role, relationship, full_name)
      VALUES ('a', 'f1', '2026-01-05 09:00:00', 'applicant', NULL, 'Ida Holm'), ('b', 'f1', '2026-01-05 09:01:00', 'coApplicant', 'spouse', 'Bram Holm'),
             ('c', 'f1', '2026-01-05 09:02:00', 'dependant', 'child', 'Pia Holm'), ('d', 'f1', '2026-01-05 09:03:00', 'guarantor', NULL, 'Nan Holm')`);
    await connection.query("INSERT INTO person (id, full_name, created_at, updated_at) VALUES ('r1', 'Ida Holm', NOW(3), NOW(3))");
    await connection.query("INSERT INTO person_word VALUES ('ida', 'r1'), ('holm', 'r1')");
    await connection.query(`INSERT INTO consent (id, file_id, person_id, kind, version, text, how, given_at, recorded_by)
      VALUES ('k1', 'f1', 'a', 'lookUp', '2026-1', 'I agree.', 'inPerson', '2026-01-05 09:05:00', 'Wren Halloway')`);
    await connection.query(`INSERT INTO history (file_id, sequence, file_version, at, actor, actor_id, act, subject, previous_hash, hash)
      VALUES ('f1', 1, 3, '2026-01-07 10:00:00', 'Wren', 's1', 'file.open', 'file', '', '')`);
    db = connect({ host, port, user, password, database });
    await migrate(db);
  }, 60_000);
  afterAll(async () => {
    await db.close();
    await connection.query(`DROP DATABASE \`${database}\``);
    await connection.end();
  });
  const rows = async (sql: string): Promise<Record<string, unknown>[]> => [...(await connection.query<Record<string, unknown>[]>(sql))];

  it('what was stated to the applicant becomes a relation that is stored once', async () => {
    expect(await rows('SELECT person_id, to_id, kind FROM relation ORDER BY person_id')).toEqual([
      { person_id: 'b', to_id: 'a', kind: 'spouse' },
      { person_id: 'c', to_id: 'a', kind: 'child' },
    ]);
  });
  it('consents stay in force, and can be given again after they were withdrawn', async () => {
    expect(await rows('SELECT language, to_whom, withdrawn_at FROM consent')).toEqual([{ language: 'en', to_whom: 'Quillhaven Mutual', withdrawn_at: null }]);
    await connection.query(`INSERT INTO consent (id, file_id, person_id, kind, version, text, how, given_at, recorded_by)
      VALUES ('k2', 'f1', 'a', 'lookUp', '2026-1', 'I agree.', 'inPerson', '2026-01-06 09:05:00', 'Wren Halloway')`);
    expect(await rows('SELECT COUNT(*) AS n FROM consent')).toEqual([{ n: 2n }]);
  });
  it('who offered before goes on offering, and nobody else', async () => {
    expect(await rows('SELECT staff_id, line, places FROM certificate')).toEqual([{ staff_id: 's1', line: 'lending', places: 'us' }]);
  });
  it('the time of the last work on a file is that of its newest history', async () => {
    expect(await rows("SELECT DATE_FORMAT(active_at, '%Y-%m-%d %H:%i') AS at, with_applicant, signed_on FROM file")).toEqual([
      { at: '2026-01-07 10:00', with_applicant: 0, signed_on: null },
    ]);
  });
  it('nobody is left without a kind, and nothing is run twice', async () => {
    expect(await rows("SELECT COUNT(*) AS n FROM file_person WHERE kind = 'person' AND NOT no_email")).toEqual([{ n: 4n }]);
    expect(await migrate(db)).toEqual([]);
  });
});
