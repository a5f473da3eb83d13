import { computePath } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { change, makeCavren, openFile, PASSWORD, problem, type TestCavren, type Walk } from './cavren';
import { fileInGathering, fileToDecide } from './stages';
import { png } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const now = (walk: Walk) => computePath(walk.file, walk.view.today).now;
const entry = (walk: Walk, start: string) => computePath(walk.file, walk.view.today).entries.find(({ key }) => key.startsWith(start));
/** The finding about the number or a field that the register has otherwise. */
const differing = (walk: Walk) =>
  walk.file.checks
    .filter(({ kind }) => kind === 'identity')
    .at(-1)
    ?.findings.find(({ agrees }) => !agrees)?.id ?? '';

/** A file whose applicant's number no register has, checked. */
async function unknownNumber(): Promise<Walk> {
  const walk = await openFile(cavren);
  await walk.typeAll({ idTail: '4327' });
  await walk.consents();
  await walk.act('wren', '/move');
  await walk.checks();
  return walk;
}

describe('a number that no register has', () => {
  it('is confirmed by an officer, and another person agrees, whom the server lets', async () => {
    const walk = await unknownNumber();
    const finding = differing(walk);
    expect((await walk.act('wren', `/findings/${finding}`, { resolution: 'confirmed', reason: 'Card seen, issued last week' })).status).toBe(200);
    // Checking can end; gathering can't while nobody agreed.
    expect((await walk.act('wren', '/move')).status).toBe(200);
    const [asked] = walk.file.exceptions;
    expect(asked).toMatchObject({ subject: `finding:${finding}`, reason: 'Card seen, issued last week', askedBy: 'Wren Halloway', answer: null });
    expect(entry(walk, 'agree:')).toMatchObject({ gate: 'gathering', holder: 'approver', place: { chapter: 'decision' } });
    const answer = (who: string, given: string) => walk.act(who, `/exceptions/${asked?.id ?? ''}`, { answer: given });
    for (const who of ['wren', 'tamsin', 'dilys', 'maud']) expect([who, (await answer(who, 'granted')).status]).toEqual([who, 403]);
    // Nobody puts a finding to somebody by hand, nor a second time.
    expect((await walk.act('wren', '/exceptions', { subject: `finding:${finding}`, reason: 'once more' })).status).toBe(422);
    expect((await walk.act('wren', `/findings/${finding}`, { resolution: 'confirmed', reason: 'again' })).status).toBe(409);
    expect((await answer('ansel', 'granted')).status).toBe(200);
    expect(entry(walk, 'agree:')).toBeUndefined();
  });

  it('that another doesn’t agree to is corrected and asked again', async () => {
    const walk = await unknownNumber();
    await walk.act('wren', `/findings/${differing(walk)}`, { resolution: 'confirmed', reason: 'As on the form' });
    await walk.act('ansel', `/exceptions/${walk.file.exceptions[0]?.id ?? ''}`, { answer: 'refused' });
    expect(entry(walk, 'agree:')).toMatchObject({ holder: 'officer', place: { chapter: 'checks', anchor: differing(walk) } });
    await walk.details([change.set('person', walk.applicant.id, 'idNumber', walk.numberOf('4320'))]);
    await walk.checks();
    expect(entry(walk, 'agree:')).toBeUndefined();
    expect(now(walk)).toEqual([]);
  });

  it('where compliance confirmed it, an approver agrees: never who said it', async () => {
    const walk = await unknownNumber();
    expect((await walk.act('rufus', `/findings/${differing(walk)}`, { resolution: 'confirmed', reason: 'Seen at the counter' })).status).toBe(200);
    const id = walk.file.exceptions[0]?.id ?? '';
    expect((await walk.act('rufus', `/exceptions/${id}`, { answer: 'granted' })).status).toBe(409);
    expect((await walk.act('ansel', `/exceptions/${id}`, { answer: 'granted' })).status).toBe(200);
  });
});

describe('what the product lets an officer settle alone', () => {
  it('is a difference that is confirmed, where the product doesn’t name it', async () => {
    const walk = await openFile(cavren);
    await cavren.enter([{ number: walk.numberOf('4320'), fullName: 'Ida Holmes', birthDate: walk.applicant.birthDate ?? '' }]);
    await walk.typeAll();
    await walk.consents();
    await walk.act('wren', '/move');
    await walk.checks();
    await walk.act('wren', `/findings/${differing(walk)}`, { resolution: 'confirmed', reason: 'Married since' });
    expect(walk.file.exceptions).toEqual([]);
    expect((await walk.act('wren', '/move')).status).toBe(200);
    expect(entry(walk, 'agree:')).toBeUndefined();
  });

  it('is a paper that shows another amount, and can’t be put to another', async () => {
    const walk = await fileInGathering(cavren);
    const income = walk.file.incomes[0]?.id ?? '';
    await walk.upload(await png(), 'slip.png', `income:${income}`);
    await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount: 450_000 });
    const subject = `evidence:${income}:460000/450000`;
    expect(problem(await walk.act('wren', '/exceptions', { subject: `income:${subject}`, reason: 'A short month' })).code).toBe('nothing-to-excuse');
    await walk.details([change.add('explanation', { subject, text: 'The slip is of a short month' })]);
    expect(entry(walk, 'evidence:')).toBeUndefined();
  });
});

describe('the risk of a file', () => {
  it('follows from what is found in it, and an approver’s authority ends at one', async () => {
    const add = async (username: string, risk: string) =>
      (await cavren.as('maud')).post('/api/staff', {
        username,
        name: `${username} Weighs`,
        role: 'approver',
        password: PASSWORD,
        authority: { lending: { amount: 99_999_999, exceptions: true, risk } },
      });
    expect((await add('calm', 'ordinary')).status).toBe(200);
    expect((await add('bold', 'raised')).status).toBe(200);
    expect((await add('odd', 'reckless')).status).toBe(422);
    const walk = await fileToDecide(cavren);
    const approve = (who: string) => walk.act(who, '/decision', { outcome: 'approve' });
    // Reached by another phone since it was opened: that raises it here.
    await walk.act('ansel', '/decision', { outcome: 'sendBack', question: 'Is this still their phone?' });
    await walk.details([change.set('person', walk.applicant.id, 'phone', '(212) 555-0177')]);
    const question = walk.file.decisions.at(-1)?.id ?? '';
    await walk.act('wren', `/decision/${question}/answer`, { answer: 'They have a new one' });
    for (const { key } of now(walk).filter((one) => one.key.startsWith('question:contact')))
      await walk.details([change.add('explanation', { subject: key.replace('question:', ''), text: 'Called back on the old number' })]);
    expect((await walk.act('wren', '/move')).status, JSON.stringify(now(walk).map(({ key }) => key))).toBe(200);
    expect(problem(await approve('calm'))).toMatchObject({ code: 'beyond-authority', title: expect.stringContaining('raised risk') as string });
    expect((await approve('bold')).status).toBe(200);
  });
});
