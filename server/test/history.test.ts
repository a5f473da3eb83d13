import { chainProblem } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { execute } from '../src/db/index';
import { verifyHistories } from '../src/index';
import { change, makeCavren, openFile, type TestCavren } from './cavren';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

describe('history', () => {
  it('an entry that is changed or cut off behind the program’s back is found', async () => {
    const [first, second, third] = [await openFile(cavren), await openFile(cavren), await openFile(cavren)];
    for (const walk of [first, second, third])
      for (const employer of ['Petrel Ferries', 'Tidewrack Boatyard', 'Saltmeadow Clinic'])
        await walk.details([change.add('work', { personId: walk.applicant.id, kind: 'employed', employer })]);
    await cavren.db.query('DROP TRIGGER history_is_never_updated');
    await cavren.db.query('DROP TRIGGER history_is_never_deleted');
    await execute(cavren.db, "UPDATE history SET after_value = 'something else' WHERE file_id = :id AND sequence = 3", { id: await second.id() });
    await execute(cavren.db, 'DELETE FROM history WHERE file_id = :id ORDER BY sequence DESC LIMIT 1', { id: await third.id() });
    const { problems } = await verifyHistories(cavren.services.historyStore, cavren.services.sealedDays);
    expect(new Map(problems.map(({ reference, problem }) => [reference, problem]))).toEqual(
      new Map([
        [second.reference, 'entry 3 was changed after it was written'],
        [third.reference, 'the newest entries are missing'],
      ]),
    );
    const chain = await cavren.services.historyStore.all(await first.id());
    expect(chain.length).toBeGreaterThan(3);
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
