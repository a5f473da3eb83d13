import { addMonths, chargesStanding, computePath, dayAt, lettingsOf, signersOf, type FileState, type Letting } from '@cavren/core';
import { nanoid } from 'nanoid';
import { expect } from 'vitest';
import { Phone } from './applicant';
import { change, openFile, type TestCavren, type Walk } from './cavren';
import { keysNow } from './insured';
import { png } from './samples';

/** The first of a month some time ahead, on which cottages are free. */
export const startOfLet = (): string => addMonths(`${dayAt(new Date().toISOString(), 'America/New_York').slice(0, 8)}01` as Parameters<typeof addMonths>[0], 3);

let asked = 0;
/** A file on a quay cottage with everything that its details ask for but a unit. */
export async function cottage(cavren: TestCavren, wish: { from?: string; months?: number; who?: string; name?: string; income?: number } = {}): Promise<Walk> {
  const { from = startOfLet(), months = 12, who = 'wren', name = `Ida Holm${'abcdefghijklmnopqrstuvwxyz'[(asked += 1) % 26] ?? ''}`, income = 460_000 } = wish;
  const walk = await openFile(cavren, who, name, 'quay-cottages');
  const { id } = walk.applicant;
  const refereeId = nanoid();
  const answer = await walk.details([
    change.set('request', null, 'purpose', 'Only home'),
    change.set('request', null, 'termMonths', months),
    change.set('request', null, 'advanceOn', from),
    change.set('request', null, 'debitName', name),
    change.set('request', null, 'debitRouting', '011000015'),
    change.set('request', null, 'debitAccount', '400281234'),
    change.set('person', id, 'idNumber', walk.numberOf('4320')),
    change.set('person', id, 'phone', walk.phone(1)),
    change.set('person', id, 'email', `ida${asked}@post.example`),
    change.add('home', { personId: id, line: '4 Capstan Row', town: 'Quillhaven', since: '2019-03-01', tenure: 'rented', monthlyCost: 80_000, refereeId }),
    change.add('income', { personId: id, kind: 'wage', source: 'Petrel Ferries', amount: income, frequency: 'monthly', since: '2020-01-06' }),
    change.add('livingCost', { category: 'Food and household', monthly: 60_000 }),
    change.add('person', { role: 'referee', fullName: 'Perpetua Gale', organisation: 'Netmenders Yard Lettings', phone: walk.phone(9) }, refereeId),
    ...Object.entries({ resident: 'yes', bedrooms: '1', eviction: 'no', owesRent: 'no' }).map(([question, value]) =>
      change.add('answer', { personId: id, question, value }),
    ),
  ]);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  return walk;
}

export const hold = (walk: Walk, unit: string, who = 'wren') => walk.act(who, '/unit', { unitId: `quay-cottages.${unit}` });
export const payOver = (walk: Walk, amount: number, who = 'wren') =>
  walk.act(who, '/receipts', { way: 'counter', amount, payer: walk.applicant.fullName ?? '', reference: `R-${amount}` });
/** How much is still to be paid of it. */
export const toPay = (file: FileState): number => chargesStanding(file).charges.reduce((so, one) => so + one.owed, 0);
/** What is owed of a file now. */
export const owed = (walk: Walk): string[] => keysNow(walk).filter((key) => key.startsWith('owed:'));

/** Whoever let them a home before says on the phone that all is as it was stated. */
export async function hearLettings(walk: Walk): Promise<void> {
  for (const { home } of lettingsOf(walk.file)) await walk.act('wren', '/references', { homeId: home.id });
  for (const { home, reference } of lettingsOf(walk.file))
    await walk.act('wren', `/references/${reference?.id ?? ''}/take`, { how: 'phone', said: asStated(home) });
}
export const FINE = { paidLate: 'No', damage: 'No', neighbours: 'No', again: 'Yes' };
export const asStated = ({ since, until, monthlyCost }: Letting['home']) => ({ since, until, monthlyCost, answers: FINE, remark: null });

/** A cottage held, screened, checked, its papers accepted: before its decision. */
export async function toDeciding(walk: Walk, unit: string): Promise<Walk> {
  await hold(walk, unit);
  for (const person of signersOf(walk.file))
    for (const kind of ['dataUse', 'lookUp']) await walk.act('wren', '/consents', { personId: person.id, kind, how: 'inPerson' });
  await walk.act('wren', '/move');
  await payOver(walk, 3_000);
  await walk.checks();
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('gathering');
  for (const { key } of computePath(walk.file, walk.view.today).conditions) {
    await walk.upload(await png(), 'p.png', key);
    const amount = key.startsWith('income:') ? (walk.file.incomes[0]?.amount ?? null) : null;
    await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount });
  }
  await hearLettings(walk);
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('deciding');
  return walk;
}

/** Paid, its condition signed by both, the keys handed over: let. */
export async function toLet(walk: Walk, phone: Phone): Promise<void> {
  await payOver(walk, toPay(walk.file));
  await walk.act('wren', '/record');
  for (const { id } of walk.file.handover.rooms) await walk.act('wren', `/record/rooms/${id}`, { state: 'good', note: null });
  await walk.act('wren', '/record/sign');
  await phone.post('/api/door/record/sign', { name: walk.applicant.fullName });
  await walk.look();
  await walk.act('dilys', '/keys', { keys: 3, to: walk.applicant.id, early: 'The unit is empty' });
  expect(walk.file.stage, keysNow(walk).join()).toBe('done');
}

/** Approved, and the lease signed on the phone: what is paid and handed over is left. */
export async function toMovingIn(cavren: TestCavren, walk: Walk): Promise<Phone> {
  const approved = await walk.act('ansel', '/decision', { outcome: 'approve' });
  expect(approved.status, JSON.stringify(approved.body)).toBe(200);
  await walk.act('wren', '/agreement');
  await walk.await();
  const phone = await new Phone(cavren, walk.applicant.email ?? '', walk.applicant.phone ?? '', walk.reference).comeIn();
  await phone.signAll({ mark: 'typed', name: walk.applicant.fullName });
  await walk.await();
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('completing');
  return phone;
}
