import { computePath, signersOf } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { change, makeCavren, problems, Walk, type TestCavren, dayAtHome } from './cavren';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

async function company(fullName = 'Fulmar Nets LLC'): Promise<Walk> {
  const wish = {
    product: 'payroll-bridge',
    channel: 'counter',
    receivedOn: dayAtHome(),
    personId: null,
    fullName,
    birthDate: '2011-04-18',
    kind: 'organisation',
    differentBecause: 'Another company of that name',
  };
  const { body } = await (await cavren.as('wren')).post<{ reference: string }>('/api/files', wish);
  return new Walk(cavren, body.reference).look();
}
const keys = (walk: Walk) => computePath(walk.file, walk.view.today).entries.map(({ key }) => key);

describe('a company over HTTP', () => {
  it('has owners who never hold more than the whole, and never owns itself', async () => {
    const walk = await company();
    const of = walk.applicant.id;
    await walk.details([
      change.add('person', { role: 'beneficialOwner', fullName: 'Ysolde Fenn' }, 'ysolde-fenn'),
      change.add('person', { kind: 'organisation', role: 'contact', fullName: 'Brackwater Holdings Inc' }, 'holding-one'),
      change.add('stake', { ofId: of, ownerId: 'ysolde-fenn', share: 60 }, 'stake-first'),
    ]);
    expect(walk.file.stakes).toMatchObject([{ share: 60, controls: false }]);
    const add = (values: object) => walk.details([change.add('stake', values as Record<string, string | number>)]);
    expect(problems(await add({ ofId: of, ownerId: 'holding-one', share: 50 }))).toEqual([['share', 'No more than 40 % is left']]);
    await walk.details([change.add('stake', { ofId: of, ownerId: 'holding-one', share: 40 }, 'stake-second')]);
    expect(problems(await walk.details([change.set('stake', 'stake-first', 'share', 60.01)]))).toEqual([['share', 'No more than 60 % is left']]);
    expect(problems(await walk.details([change.set('stake', 'stake-first', 'share', -1)]))).toHaveLength(1);
    expect(problems(await walk.details([change.set('stake', 'stake-first', 'ownerId', 'nobody-here')]))).toEqual([
      ['ownerId', 'This person is not in the file'],
    ]);
    expect(problems(await add({ ofId: 'ysolde-fenn', ownerId: of, share: 1 }))?.[0]?.[1]).toBe('Choose a company of this file');
    const loop = await add({ ofId: 'holding-one', ownerId: of, share: 10 });
    expect(problems(loop)?.[0]?.[1]).toMatch(/^Then it would own itself: .*Brackwater Holdings Inc/);
    // Whoever goes takes what they held along.
    await walk.details([change.remove('person', 'holding-one')]);
    expect(walk.file.stakes.map(({ id }) => id)).toEqual(['stake-first']);
  });

  it('is checked in the register of companies, which answers from its own entries', async () => {
    const walk = await company('Fulmar Nets LLC');
    const { id } = walk.applicant;
    const made = await walk.details([
      change.set('person', id, 'idNumber', '47-1234567'),
      change.add('person', { role: 'beneficialOwner', fullName: 'Ysolde Fenn', birthDate: '1979-07-23', signsFor: id, signsHow: 'alone' }, 'ysolde-two'),
    ]);
    expect(made.body).not.toHaveProperty('code');
    expect(signersOf(walk.file).map(({ fullName }) => fullName)).toEqual(['Ysolde Fenn']);
    for (const kind of ['dataUse', 'lookUp']) await walk.act('wren', '/consents', { personId: id, kind, how: 'inPerson' });
    const ask = async (kind: string) => walk.act('wren', '/checks', { personId: id, kind });
    // A company has no identity paper: only what is asked about companies can be asked.
    expect((await ask('identity')).status).toBe(404);
    expect((await ask('company')).status).toBe(200);
    await walk.await();
    const findings = () => walk.file.checks.findLast(({ kind }) => kind === 'company')?.findings.map(({ label, agrees }) => [label, agrees]);
    expect(findings()).toEqual([
      ['Name', true],
      ['Standing', true],
      ['Founded', true],
    ]);
    await walk.details([change.set('person', id, 'fullName', 'Fulmar Boats LLC'), change.set('person', id, 'birthDate', '2012-04-18')]);
    await ask('company');
    await walk.await();
    expect(findings()).toEqual([
      ['Name', false],
      ['Standing', true],
      ['Founded', false],
    ]);
    await walk.details([change.set('person', id, 'idNumber', '47-1234591')]);
    await ask('company');
    await walk.await();
    expect(findings()?.[1]).toEqual(['Standing', false]);
    await walk.details([change.set('person', id, 'idNumber', '47-9999999')]);
    await ask('company');
    await walk.await();
    expect(findings()).toEqual([['Employer number (EIN)', false]]);
  });

  it('is asked for nothing that only a person has, and for owners, who directs it and who signs', async () => {
    const walk = await company();
    expect(keys(walk).filter((key) => /rows:(income|work|livingCost)|tenure|monthlyCost|relationship|history:/.test(key))).toEqual([]);
    const of = walk.applicant.id;
    for (const key of [`owners:${of}`, `controller:${of}`, `signatory:${of}`]) expect(keys(walk)).toContain(key);
    expect(problems(await walk.details([change.set('person', of, 'signsFor', of)]))?.[0]?.[1]).toBe('A company doesn’t sign for another: persons do');
  });
});
