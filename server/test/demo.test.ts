import { chainProblem } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { execute } from '../src/db/index';
import { demoPeople, seedDemo } from '@cavren/demo';
import { inRoot } from '../../scripts/setup/place.mjs';
import { verifyHistories } from '../src/index';
import { makeCavren, type TestCavren } from './cavren';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren({ clean: true });
  await seedDemo(cavren, demoPeople(inRoot('demo', 'people.json')), cavren.clock, () => undefined);
});
afterAll(() => cavren.close());

describe('the demo', () => {
  it('has sixty files, some in every stage but lapsed', async () => {
    const counts = new Map<string, number>();
    for (const stage of ['details', 'checking', 'gathering', 'signing', 'deciding', 'completing', 'done', 'declined', 'withdrawn'] as const) {
      const { total } = await cavren.services.today.list({ page: 1, size: 5, sort: 'due', stage });
      counts.set(stage, total);
    }
    expect([...counts.values()].reduce((sum, count) => sum + count, 0)).toBe(60);
    expect([...counts.entries()].filter(([, count]) => count === 0)).toEqual([]);
  });

  it('was told the real way: every history holds', async () => {
    const { files, entries, problems } = await verifyHistories(cavren.services.historyStore);
    expect(files).toBe(60);
    expect(entries).toBeGreaterThan(1000);
    expect(problems).toEqual([]);
  });

  it('an entry that is changed or cut off behind the program’s back is found', async () => {
    const chains = await cavren.services.historyStore.chains();
    const long = await Promise.all(chains.map(async (one) => ({ ...one, entries: (await cavren.services.historyStore.all(one.id)).length })));
    // References are drawn, so which come first is chance: those with enough entries to take some away.
    const [first, second, third] = long.filter(({ entries }) => entries > 4);
    await cavren.db.query('DROP TRIGGER history_is_never_updated');
    await cavren.db.query('DROP TRIGGER history_is_never_deleted');
    await execute(cavren.db, "UPDATE history SET after_value = 'something else' WHERE file_id = :id AND sequence = 3", { id: second?.id });
    await execute(cavren.db, 'DELETE FROM history WHERE file_id = :id ORDER BY sequence DESC LIMIT 1', { id: third?.id });
    expect((await verifyHistories(cavren.services.historyStore)).problems).toEqual([
      { reference: second?.reference, problem: 'entry 3 was changed after it was written' },
      { reference: third?.reference, problem: 'the newest entries are missing' },
    ]);
    const chain = await cavren.services.historyStore.all(first?.id ?? '');
    expect(chainProblem(chain, chain.length)).toBeNull();
    const changed = chain.map((entry) => (entry.sequence === 3 ? { ...entry, after: 'something else' } : entry));
    expect(chainProblem(changed, chain.length)).toBe('entry 3 was changed after it was written');
    expect(
      chainProblem(
        chain.filter(({ sequence }) => sequence !== 2),
        chain.length,
      ),
    ).toBe('entry 2 is missing');
  });
});
