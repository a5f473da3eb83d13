import { addDays, computePath, isoDate } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { change, dayAtHome, makeCavren, Walk, type TestCavren } from './cavren';
import { fileToRelease } from './stages';
import { textOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren({ places: ['us', 'nz'] });
});
afterAll(() => cavren.close());

/** A further file of somebody whom the register knows. */
async function again(earlier: Walk, product = 'workboat-refit'): Promise<Walk> {
  const { body } = await (
    await cavren.as('wren')
  ).post<{ reference: string }>('/api/files', {
    product,
    channel: 'counter',
    receivedOn: dayAtHome(),
    personId: earlier.applicant.personId,
    fullName: null,
    birthDate: null,
  });
  return new Walk(cavren, body.reference, earlier.number).look();
}

describe('somebody whom we lent to', () => {
  let done: Walk;
  let next: Walk;
  const today = isoDate(dayAtHome());
  beforeAll(async () => {
    done = await fileToRelease(cavren, {
      more: (personId) => [
        change.set('request', null, 'price', 3_900_000),
        change.add('income', { kind: 'rent', source: 'Loft in Ropewalk', amount: 50_000, frequency: 'monthly', personId, since: '2020-01-01' }),
        change.add('income', { kind: 'wage', source: 'A job that ended', amount: 90_000, frequency: 'monthly', personId, until: addDays(today, -3) }),
        change.add('debt', { lender: 'Harbour Bank', kind: 'personalLoan', payment: 10_000, balance: 200_000, endsOn: addDays(today, 400) }),
        change.add('debt', { lender: 'Ran out', kind: 'personalLoan', payment: 10_000, balance: 0, endsOn: addDays(today, -1) }),
        change.add('debt', { lender: 'Paid off by it', kind: 'personalLoan', payment: 20_000, balance: 100_000, cleared: true }),
        change.add('identityPaper', { personId, kind: 'passport', number: 'P1234567', expiresOn: addDays(today, 900) }),
        change.add('identityPaper', { personId, kind: 'drivingLicence', number: 'L7654321', expiresOn: addDays(today, -2) }),
      ],
    });
    await done.act('dilys', '/payout/release');
    await done.await();
    expect(done.file.stage).toBe('done');
    next = await again(done);
  });

  it('brings what still holds, once, under new rows', () => {
    const { incomes, debts, assets, homes, works, identityPapers } = next.file;
    expect(incomes.map(({ source }) => source)).toEqual(['Petrel Ferries', 'Loft in Ropewalk']);
    expect(incomes.every(({ personId }) => personId === next.applicant.id)).toBe(true);
    expect(debts.map(({ lender }) => lender)).toEqual(['Harbour Bank', `Quillhaven Mutual, ${done.reference}`]);
    // What went into that boat is gone: 2,000,000 less 1,000,000.
    expect(assets).toMatchObject([{ kind: 'savings', value: 1_000_000, downPaymentPart: null }]);
    expect([homes.length, works.length]).toEqual([1, 1]);
    expect(identityPapers.map(({ kind, number }) => [kind, number?.tail])).toEqual([['passport', '4567']]);
    expect(new Set([...incomes, ...debts, ...assets].map(({ id }) => id)).size).toBe(5);
  });

  it('owes the loan as it stands by its own schedule', async () => {
    const costs = done.file;
    const loan = next.file.debts.at(-1);
    expect(loan).toMatchObject({ ourFile: done.reference, kind: 'other', owners: next.applicant.id });
    // Nothing has fallen due yet: what was lent is owed, and its payment is the agreement's.
    expect(loan?.balance).toBe(costs.request.amount);
    const agreement = textOf((await (await cavren.as('wren')).get(`${done.url}/agreement`)).response.rawPayload);
    expect(agreement).toContain(`$${((loan?.payment ?? 0) / 100).toFixed(2)}`);
    // Nobody can call a debt one of ours.
    const other = next.file.debts[0]?.id ?? '';
    expect((await next.details([change.set('debt', other, 'ourFile', done.reference)])).status).toBe(422);
  });

  it('is asked to look again at papers that still prove them, and sends the others anew', async () => {
    const rows = next.file.papers.map(({ conditionKey, state, judgedBy }) => [conditionKey?.split(':')[0], state, judgedBy]);
    expect(rows.sort()).toEqual([
      ['address', 'received', null],
      ['identity', 'received', null],
      ['income', 'received', null],
    ]);
    const keys = new Set(computePath(next.file, next.view.today).conditions.map(({ key }) => key));
    for (const { conditionKey } of next.file.papers) expect(keys).toContain(conditionKey);
    const [paper] = next.file.papers;
    const shown = await (await cavren.as('wren')).get(`${next.url}/papers/${paper?.id ?? ''}/content`);
    expect([shown.status, shown.response.headers['content-type']]).toEqual([200, 'image/png']);
    // Taking it away here leaves it where it was.
    await next.act('wren', `/papers/${paper?.id ?? ''}/remove`, { reason: 'A newer one comes' });
    await done.look();
    expect(done.file.papers.every(({ state }) => state === 'accepted')).toBe(true);
  });

  it('in another currency brings no sums: the loan stands without them, and is asked about', async () => {
    const abroad = await again(done, 'tools-gear');
    expect(abroad.file.incomes).toEqual([]);
    expect(abroad.file.assets).toEqual([]);
    expect(abroad.file.homes).toHaveLength(1);
    expect(abroad.file.debts).toMatchObject([{ ourFile: done.reference, payment: null, balance: null }]);
  });

  it('is the same for who is added to a file of somebody else', async () => {
    const { body } = await (
      await cavren.as('wren')
    ).post<{ reference: string }>('/api/files', {
      product: 'workboat-refit',
      channel: 'counter',
      receivedOn: dayAtHome(),
      personId: null,
      fullName: 'Torrin Elsworth',
      birthDate: '1971-02-03',
    });
    const walk = await new Walk(cavren, body.reference).look();
    await walk.details([change.add('person', { role: 'coApplicant', personId: done.applicant.personId }, 'known-partner')]);
    expect(walk.file.incomes.map(({ source, personId }) => [source, personId])).toContainEqual(['Petrel Ferries', 'known-partner']);
    expect(walk.file.debts.filter(({ ourFile }) => ourFile === done.reference)).toHaveLength(1);
    // Nobody at the front door brings in somebody whom we know.
    expect(walk.file.people).toHaveLength(2);
  });
});
