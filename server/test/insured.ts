import { computePath, consentsAskedOf, signersOf } from '@cavren/core';
import { expect } from 'vitest';
import { Phone } from './applicant';
import type { TestCavren, Walk } from './cavren';
import { png } from './samples';

/** The keys of what stands before the next gate. */
export const keysNow = (walk: Walk): string[] => computePath(walk.file, walk.view.today).now.map(({ key }) => key);

/** Consents recorded, checks answered, every paper that is asked for now accepted: a file of cover in Gathering. */
export async function toGathered(walk: Walk): Promise<void> {
  for (const person of signersOf(walk.file))
    for (const { kind } of consentsAskedOf(walk.file, person).filter(({ before }) => before !== null))
      await walk.act('wren', '/consents', { personId: person.id, kind, how: 'inPerson' });
  await walk.act('wren', '/move');
  await walk.checks();
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('gathering');
  for (const { key } of computePath(walk.file, walk.view.today).conditions.filter(({ until }) => until === null)) {
    await walk.upload(await png(), 'p.png', key);
    const amount = key.startsWith('income:') ? 600_000 : null;
    await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount });
  }
}

/** The application is signed by who applies, on their phone; the file comes to its decision. */
export async function toSigned(cavren: TestCavren, walk: Walk, name: string): Promise<Phone> {
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('applying');
  await walk.act('wren', '/agreement');
  await walk.await();
  const phone = await new Phone(cavren, walk.applicant.email ?? '', walk.applicant.phone ?? '', walk.reference).comeIn();
  await phone.post('/api/door/consent');
  await phone.readAll();
  await phone.post('/api/door/sign', { mark: 'typed', name, choice: null });
  await walk.await();
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('deciding');
  return phone;
}

/** The offer is accepted in person, the first premium collected, and the policy issued. */
export async function toPolicy(walk: Walk): Promise<void> {
  await walk.act('wren', '/offer/answer', { personId: walk.applicant.id, answer: 'accept', how: 'inPerson' });
  await walk.act('dilys', '/policy/premium');
  await walk.await();
  await walk.act('dilys', '/policy/issue');
  await walk.await();
  expect(walk.file.stage, keysNow(walk).join()).toBe('done');
}
