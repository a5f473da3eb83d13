import { applicantsOf, computePath } from '@cavren/core';
import { Phone } from './applicant';
import { openFile, type TestCavren, type Walk } from './cavren';
import { png } from './samples';

type Typed = Parameters<Walk['typeAll']>[0];

/** A file that has come to gathering, with its checks settled. */
export async function fileInGathering(cavren: TestCavren, options: Typed = {}): Promise<Walk> {
  const walk = await openFile(cavren);
  await walk.typeAll(options);
  await walk.consents();
  await walk.act('wren', '/move');
  await walk.checks();
  await walk.act('wren', '/move');
  return walk;
}

/** A file with nothing left before its decision. */
export async function fileToDecide(cavren: TestCavren, options: Typed = {}): Promise<Walk> {
  const walk = await fileInGathering(cavren, options);
  for (const { key } of computePath(walk.file, walk.view.today).conditions) {
    await walk.upload(await png(), 'p.png', key);
    const amount = walk.file.incomes.find(({ id }) => key === `income:${id}`)?.amount ?? null;
    await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount });
  }
  await walk.act('wren', '/move');
  return walk;
}

/** A file that was approved and offered. */
export async function fileOffered(cavren: TestCavren, options: Typed = {}): Promise<Walk> {
  const walk = await fileToDecide(cavren, options);
  await walk.act('ansel', '/decision', { outcome: 'approve' });
  return walk.await();
}

/** A file whose offer everybody who applies accepted at the counter. */
export async function fileAccepted(cavren: TestCavren, options: Typed = {}): Promise<Walk> {
  const walk = await fileOffered(cavren, options);
  for (const { id } of applicantsOf(walk.file)) await walk.act('wren', '/offer/answer', { personId: id, answer: 'accept', how: 'inPerson' });
  return walk;
}

/** A file whose agreement is out. */
export async function fileOutForSignature(cavren: TestCavren, options: Typed = {}): Promise<Walk> {
  const walk = await fileAccepted(cavren, options);
  await walk.act('wren', '/agreement');
  await walk.await();
  return walk;
}

/** A file that was signed and approved, with its account verified: only the release is left. */
export async function fileToRelease(cavren: TestCavren, options: Typed = {}): Promise<Walk> {
  const walk = await fileOutForSignature(cavren, options);
  const phone = await new Phone(cavren, 'ida@post.example', walk.sentTo(1), walk.reference).comeIn();
  await phone.signAll({ mark: 'typed', name: 'Ida Holm' });
  await walk.await();
  await walk.act('wren', '/move');
  await walk.act('dilys', '/payout/verify');
  return walk.await();
}
