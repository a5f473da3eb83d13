import { computePath } from '@cavren/core';
import type { FileItem, PersonMatch, TodayPage } from '@cavren/contract';
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { speakerFor } from '@cavren/words';
import { verifyHistories } from '../src/index';
import { Phone } from './applicant';
import { change, makeCavren, openFile, type TestCavren, type Walk } from './cavren';
import { drawing, jpeg, pdf, png } from './samples';

let cavren: TestCavren;
let walk: Walk;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

/** One file from the counter to the money, each step through HTTP; the steps build on each other. */
describe('the walk of a couple’s file', () => {
  it('is opened with a reference at once', async () => {
    walk = await openFile(cavren);
    expect(walk.reference).toMatch(/^[2-9A-Z]{3}-[2-9A-Z]{3}-[2-9A-Z]$/);
    expect(walk.file.stage).toBe('details');
    expect(walk.applicant.fullName).toBe('Ida Holm');
  });

  it('does not move while something of its details is missing', async () => {
    const answer = await walk.act('wren', '/move');
    expect(answer.status).toBe(409);
    expect(answer.body).toMatchObject({ code: 'path-not-clear' });
    expect((answer.body as unknown as { errors: { path: string }[] }).errors.map(({ path }) => path)).toContain('need:request::amount');
  });

  it('takes details down field by field, and hides numbers', async () => {
    await walk.typeAll({ couple: true });
    expect(walk.file.request.amount).toBe(3_000_000);
    expect(walk.applicant.idNumber).toMatchObject({ tail: '4320' });
    expect(walk.applicant.phone).toBe('+12125550101');
    expect(JSON.stringify(walk.view)).not.toContain('987654320');
    expect(JSON.stringify(walk.view)).not.toContain('400281234');
  });

  it('shows a hidden number to who may see it, and writes that down', async () => {
    const answer = await (await cavren.as('wren')).post<{ number: string }>(`${walk.url}/reveal`, { entity: 'person', id: walk.applicant.id });
    expect(answer.body.number).toBe('987654320');
    await walk.look();
    expect(walk.view.recent[0]).toMatchObject({ act: 'number.reveal', actor: 'Wren Halloway' });
  });

  it('asks nobody outside before the consent', async () => {
    expect((await walk.act('wren', '/checks', { personId: walk.applicant.id, kind: 'identity' })).body).toMatchObject({ code: 'consent-missing' });
    await walk.consents();
    expect(walk.file.consents).toHaveLength(6);
    expect((await walk.act('wren', '/consents', { personId: walk.applicant.id, kind: 'lookUp', how: 'inPerson' })).body).toMatchObject({
      code: 'consent-there',
    });
  });

  it('moves to checking, and checks both people over HTTP', async () => {
    await walk.act('wren', '/move');
    expect(walk.file.stage).toBe('checking');
    await walk.checks();
    expect(walk.file.checks.map(({ state }) => state)).toEqual(['answered', 'answered', 'answered', 'answered']);
    expect(walk.file.checks.find(({ kind }) => kind === 'identity')?.findings.map(({ label, agrees }) => [label, agrees])).toEqual([
      ['Name', true],
      ['Birth date', true],
    ]);
    await walk.act('wren', '/move');
    expect(walk.file.stage).toBe('gathering');
  });

  it('gathers papers by content, looks at each, and does not move before all are accepted', async () => {
    const wren = await cavren.as('wren');
    const contents = [await pdf(), await png(), await jpeg(), await pdf('b'), await pdf('c'), await pdf('d')];
    const conditions = computePath(walk.file, walk.view.today).conditions;
    expect(conditions.map(({ key }) => key.split(':')[0])).toEqual(['identity', 'identity', 'income', 'income', 'address', 'downPayment']);
    for (const [at, condition] of conditions.entries()) {
      expect((await walk.upload(contents[at] ?? Buffer.alloc(0), `paper ${at}.bin`, condition.key)).status).toBe(201);
    }
    expect(walk.file.papers.map(({ mediaType }) => mediaType).slice(0, 3)).toEqual(['application/pdf', 'image/png', 'image/jpeg']);
    const [first] = walk.file.papers;
    const shown = await wren.get(`${walk.url}/papers/${first?.id ?? ''}/content`);
    expect(shown.response.headers['content-type']).toBe('application/pdf');
    expect(shown.response.rawPayload.equals(contents[0] ?? Buffer.alloc(0))).toBe(true);
    expect((await walk.act('wren', '/move')).status).toBe(409);
    for (const paper of walk.file.papers) {
      const income = walk.file.incomes.find(({ id }) => paper.conditionKey === `income:${id}`);
      if (income) expect((await walk.act('wren', `/papers/${paper.id}/verdict`, { verdict: 'accepted', page: 1, amount: null })).status).toBe(422);
      expect((await walk.act('wren', `/papers/${paper.id}/verdict`, { verdict: 'accepted', page: 1, amount: income?.amount ?? null })).status).toBe(200);
    }
  });

  it('a paper taken away opens its condition again', async () => {
    const [first] = walk.file.papers;
    await walk.act('wren', `/papers/${first?.id ?? ''}/remove`, { reason: 'Wrong person’s passport' });
    expect((await walk.act('wren', '/move')).body).toMatchObject({ code: 'path-not-clear', errors: [{ path: `condition:${first?.conditionKey ?? ''}` }] });
    await walk.upload(await pdf(), 'passport.pdf', first?.conditionKey ?? null);
    await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount: null });
    expect((await walk.act('wren', '/agreement')).body).toMatchObject({ code: 'path-not-clear' });
  });

  it('is handed over, and not decided by who prepared it or has no right to', async () => {
    await walk.act('wren', '/move');
    expect(walk.file.stage).toBe('deciding');
    expect((await walk.act('wren', '/decision', { outcome: 'approve' })).status).toBe(403);
    expect((await walk.act('dilys', '/decision', { outcome: 'approve' })).status).toBe(403);
    expect((await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['made-up'] })).status).toBe(422);
  });

  it('is sent back with a question, answered, handed over again and approved', async () => {
    await walk.act('ansel', '/decision', { outcome: 'sendBack', question: 'Who owns the berth?' });
    expect(walk.file.stage).toBe('gathering');
    expect((await walk.act('wren', '/move')).status).toBe(409);
    await walk.act('wren', `/decision/${walk.file.decisions.at(-1)?.id ?? ''}/answer`, { answer: 'The harbour trust; lease seen.' });
    await walk.act('wren', '/move');
    expect(walk.file.stage).toBe('deciding');
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    expect(walk.file).toMatchObject({ stage: 'offering', offer: { state: 'open', kind: 'asAsked', terms: { amount: 3_000_000, termMonths: 60 } } });
  });

  it('is offered, and no agreement exists before everybody who applies has accepted', async () => {
    expect((await walk.act('wren', '/move')).body).toMatchObject({ code: 'path-not-clear' });
    expect((await walk.act('wren', '/agreement')).body).toMatchObject({ code: 'path-not-clear' });
    expect((await walk.details([change.set('request', null, 'termMonths', 72)])).body).toMatchObject({ code: 'file-locked' });
    const ida = await new Phone(cavren, 'ida@post.example', '+12125550101').comeIn();
    expect(ida.view).toMatchObject({ offer: { open: true, mine: null, waitsFor: ['Bram Holm'] }, signing: null });
    expect((await ida.post('/api/door/offer', { answer: 'accept', offerId: 'another-offer' })).body).toMatchObject({ code: 'another-offer' });
    expect((await ida.post('/api/door/offer', { answer: 'accept', offerId: ida.view.offer?.id })).body).toMatchObject({ offer: { mine: 'accept' } });
    expect((await ida.post('/api/door/offer', { answer: 'refuse', offerId: ida.view.offer?.id })).body).toMatchObject({ code: 'answered' });
    await walk.look();
    expect(computePath(walk.file, walk.view.today).now.map(({ key }) => key.split(':')[0])).toEqual(['offer']);
    const partner = walk.file.people.find(({ role }) => role === 'coApplicant')?.id ?? '';
    expect((await walk.act('ansel', '/offer/answer', { personId: partner, answer: 'accept', how: 'phone' })).status).toBe(403);
    await walk.act('wren', '/offer/answer', { personId: partner, answer: 'accept', how: 'phone' });
    expect(walk.file).toMatchObject({ stage: 'signing', offer: { state: 'accepted' } });
  });

  it('sends the agreement, which locks the file', async () => {
    expect((await walk.act('wren', '/agreement')).status).toBe(200);
    expect(walk.file.envelope).toMatchObject({ state: 'making', signers: [{ state: 'waiting' }, { state: 'waiting' }] });
    expect(computePath(walk.file, walk.view.today).now).toMatchObject([{ key: 'signing:making', holder: 'service' }]);
    await walk.await();
    expect(walk.file.envelope?.state).toBe('out');
    expect(walk.file.envelope?.signers.map(({ state }) => state)).toEqual(['invited', 'waiting']);
    expect((await walk.details([change.set('request', null, 'termMonths', 72)])).body).toMatchObject({ code: 'file-locked' });
    expect((await walk.act('wren', '/move')).status).toBe(409);
  });

  it('is signed at the front door in order: code, consent, reading, choice, mark', async () => {
    const ida = await new Phone(cavren, 'ida@post.example', '+12125550101').comeIn();
    expect(ida.view).toMatchObject({ name: 'Ida Holm', signing: { state: 'yours' } });
    expect((await ida.post('/api/door/sign', { mark: 'typed', name: 'Ida Holm', choice: ida.view.signing?.options[0] })).body).toMatchObject({
      code: 'read-first',
    });
    expect((await ida.get('/api/door/agreement')).status).toBe(409);
    await ida.post('/api/door/consent');
    expect((await ida.get('/api/door/agreement')).status).toBe(409);
    expect((await ida.get('/api/door/agreement/pages/1')).response.rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    await ida.readAll();
    expect((await ida.get('/api/door/agreement')).response.rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    expect((await ida.post('/api/door/sign', { mark: 'typed', name: 'Ida Holm', choice: 'something else' })).status).toBe(422);
    expect((await ida.post('/api/door/sign', { mark: 'typed', name: 'Ida Holm', choice: ida.view.signing?.options[0] })).body).toMatchObject({
      signing: { state: 'signed', complete: false, waitingFor: 'Bram Holm' },
    });
    expect((await ida.post('/api/door/sign', { mark: 'typed', name: 'Ida Holm', choice: ida.view.signing?.options[0] })).body).toMatchObject({
      code: 'signed-already',
    });

    await walk.look();
    expect(walk.file.envelope?.signers.map(({ state }) => state)).toEqual(['signed', 'invited']);
    const bram = await new Phone(cavren, '+12125550102', '+12125550102').openLink();
    await bram.askCode();
    await bram.enter();
    expect((await bram.signAll({ mark: 'drawn', image: await drawing() })).body).toMatchObject({ signing: { state: 'signed', complete: false } });
    await walk.look();
    expect(walk.file.envelope?.state).toBe('sealing');
    expect((await walk.act('wren', '/move')).body).toMatchObject({ code: 'path-not-clear', errors: [{ path: 'signing:sealing' }] });
    await walk.await();
    expect(walk.file.envelope?.state).toBe('complete');
  });

  it('is sealed: an outside verifier finds the signature valid, and the record says who, when and how', async () => {
    const sealed = (await (await cavren.as('wren')).get(`${walk.url}/agreement`)).response.rawPayload;
    const path = join(tmpdir(), `cavren-${walk.reference}.pdf`);
    writeFileSync(path, sealed);
    const said = execFileSync('pdfsig', ['-nocert', path], { encoding: 'utf8' });
    expect(said).toContain('Signature is Valid.');
    expect(said).toContain('Total document signed');
    const text = execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' });
    for (const words of ['Record of signatures', 'Ida Holm', 'Bram Holm', 'typed name', 'drawn on the screen', 'one-time code sent by text to ••••0101'])
      expect(text).toContain(words);
    const changed = Buffer.from(sealed);
    changed[1000] = (changed[1000] ?? 0) ^ 1;
    writeFileSync(path, changed);
    expect(execFileSync('sh', ['-c', `pdfsig -nocert ${path} 2>&1 || true`], { encoding: 'utf8' })).not.toContain('Signature is Valid.');
  });

  it('goes on to completing once it is sealed', async () => {
    await walk.act('wren', '/move');
    expect(walk.file.stage).toBe('completing');
  });

  it('is completed by a third person, to a verified account, once', async () => {
    expect((await walk.act('ansel', '/payout/release')).status).toBe(403);
    expect((await walk.act('dilys', '/payout/release')).body).toMatchObject({ code: 'path-not-clear' });
    await walk.act('dilys', '/payout/verify');
    expect(walk.file.payout).toMatchObject({ verifiedAt: null, order: null });
    expect(walk.file.payout.verifyAskedAt).not.toBeNull();
    await walk.await();
    expect(walk.file.payout.verifiedAt).not.toBeNull();
    await walk.act('dilys', '/payout/release');
    expect(walk.file).toMatchObject({ stage: 'completing', payout: { order: { state: 'ordered', amount: 2_965_000, orderedBy: 'Dilys Penhallow' } } });
    expect(await cavren.transfers()).toHaveLength(0);
    await walk.await();
    expect(walk.file).toMatchObject({ stage: 'done', payout: { order: { state: 'done' }, releasedBy: 'Dilys Penhallow' } });
    expect(await cavren.transfers()).toMatchObject([{ amount: 2_965_000, text: `Loan ${walk.reference}` }]);
    expect((await walk.act('dilys', '/payout/release')).status).toBe(409);
    expect(await cavren.transfers()).toHaveLength(1);
  });

  it('the applicant sees it at the front door, with a fresh link or with reference and phone', async () => {
    const ida = await new Phone(cavren, 'ida@post.example', '+12125550101').comeIn();
    expect(ida.view).toMatchObject({ outcome: 'done', paidOut: { amount: '$29,650.00', accountTail: '1234' } });
    const again = new Phone(cavren, 'ida@post.example', '+12125550101');
    await again.post('/api/door/return', { reference: walk.reference.toLowerCase().replaceAll('-', ' '), phone: '212 555 0101' });
    const back = await again.post('/api/door/return/enter', { reference: walk.reference, phone: '212 555 0101', code: await again.readCode() });
    expect(back.body).toMatchObject({ outcome: 'done' });
  });

  it('left a history whose chain holds, that the database itself refuses to change', async () => {
    expect((await verifyHistories(cavren.services.historyStore, cavren.services.sealedDays)).problems).toEqual([]);
    await expect(cavren.db.query("UPDATE history SET actor = 'x' LIMIT 1")).rejects.toThrow(/never updated/);
    await expect(cavren.db.query('DELETE FROM history LIMIT 1')).rejects.toThrow(/never deleted/);
    const acts = (await cavren.services.historyStore.all(await walk.id())).map(({ act }) => act);
    for (const act of [
      'file.open',
      'details.set',
      'consent.record',
      'check.answer',
      'paper.judge',
      'paper.remove',
      'agreement.seal',
      'decision.sendBack',
      'decision.approve',
      'payout.release',
    ])
      expect(acts).toContain(act);
  });
});

describe('lists', () => {
  it('Today shows each role what it can settle; Files finds by name, reference and stage', async () => {
    const other = await openFile(cavren, 'tamsin', 'Zora Quill');
    const today = (await (await cavren.as('tamsin')).get<TodayPage>('/api/today')).body;
    expect(today.items.map(({ reference }) => reference)).toContain(other.reference);
    expect((await (await cavren.as('wren')).get<TodayPage>('/api/today')).body.items.map(({ reference }) => reference)).not.toContain(other.reference);
    const find = async (query: string) =>
      (await (await cavren.as('maud')).get<{ items: FileItem[]; total: number }>(`/api/files?${query}`)).body.items.map(({ reference }) => reference);
    expect(await find('text=zor')).toEqual([other.reference]);
    expect(await find(`text=${other.reference.toLowerCase()}`)).toEqual([other.reference]);
    expect(await find('text=quill%20zora&stage=details')).toEqual([other.reference]);
    expect(await find('text=quill&stage=done')).toEqual([]);
    expect(await find('text=%25')).toHaveLength(2);
  });

  it('a known person is found by name, slip and number, and their details are reused', async () => {
    const wren = await cavren.as('wren');
    const search = async (body: object) => (await wren.post<{ matches: PersonMatch[] }>('/api/persons/search', body)).body.matches;
    const [byName] = await search({ name: 'Holm Ida', birthDate: '1990-04-03' });
    expect(byName).toMatchObject({ fullName: 'Ida Holm', reasons: ['same words in another order', 'same birth date'], idNumberTail: '4320' });
    expect((await search({ name: 'Ida Hollm' }))[0]?.fullName).toBe('Ida Holm');
    const [byNumber] = await search({ number: '987-65-4320' });
    expect(byNumber?.reasons.map(speakerFor())).toEqual(['same identity or tax number']);
    const opened = await wren.post<{ reference: string }>('/api/files', {
      product: 'workboat-refit',
      channel: 'phone',
      receivedOn: walk.view.today,
      personId: byNumber?.id,
      fullName: null,
      birthDate: null,
    });
    const again = (await wren.get<Walk['view']>(`/api/files/${opened.body.reference}`)).body.file;
    expect(again.people[0]).toMatchObject({ fullName: 'Ida Holm', idNumber: { tail: '4320' }, phone: '+12125550101', email: 'ida@post.example' });
  });
});
