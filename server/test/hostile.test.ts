import type { DoorView, HistoryPage, OutboxMessage } from '@cavren/contract';
import { computePath, currentCheck, isoDate } from '@cavren/core';
import { PDFDocument, PDFName, PDFString } from '@cantoo/pdf-lib';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { execute, select } from '../src/db/index';
import { Phone } from './applicant';
import { change, Client, makeCavren, openFile, type Answer, type TestCavren, type Walk, problem } from './cavren';
import { pdf } from './samples';
import { fileOutForSignature } from './stages';

let cavren: TestCavren;
beforeAll(async () => (cavren = await makeCavren()));
afterAll(() => cavren.close());

const agreementOut = () => fileOutForSignature(cavren);
const phoneOf = (walk: Walk, which: number) => new Phone(cavren, 'ida@post.example', walk.sentTo(which), walk.reference);

describe('who signs', () => {
  it('links and codes are seen by nobody but their receiver, and not kept once sent', async () => {
    const walk = await agreementOut();
    const phone = await phoneOf(walk, 1).comeIn();
    expect(phone.view.signing?.state).toBe('yours');
    const staff = await cavren.as('rufus');
    const { items } = (await staff.get<{ items: OutboxMessage[] }>(`/api/outbox?reference=${walk.reference}&size=50`)).body;
    expect(items.length).toBeGreaterThan(1);
    expect(items.map(({ body }) => body).join('\n')).not.toMatch(/\/door\/[A-Za-z0-9_-]{8}|\b\d{6}\b is your code/);
    const kept = await select<{ secret: Buffer | null }>(cavren.db, 'SELECT secret FROM message WHERE sent_at IS NOT NULL');
    expect(kept.every(({ secret }) => secret === null)).toBe(true);
  });
  it('only a name that is theirs is a signature', async () => {
    const walk = await agreementOut();
    const phone = await phoneOf(walk, 1).comeIn();
    await phone.post('/api/door/consent');
    expect((await phone.readAll()).status).toBe(200);
    const choice = phone.view.signing?.options[0] ?? '';
    for (const name of ['Ivo Holm', 'x', 'Ida', 'I. H.', 'Ida Holm Holm', '\u200b\u200b'])
      expect([name, problem(await phone.post('/api/door/sign', { mark: 'typed', choice, name })).code]).toEqual([name, 'name-not-theirs']);
    const refused = problem(await phone.post('/api/door/sign', { mark: 'typed', choice, name: 'Somebody Else' }));
    expect(refused.errors).toEqual([{ path: 'name', message: `Type your name as it stands in the agreement: ${walk.applicant.fullName ?? ''}.` }]);
    expect((await phone.post('/api/door/sign', { mark: 'typed', choice, name: ' holm,  IDA ' })).status).toBe(200);
    await walk.look();
    expect(walk.file.envelope?.signers[0]).toMatchObject({ state: 'signed', mark: 'typed', markText: 'holm,  IDA' });
  });
  it('only pages that were given to the session count as read, none longer than it was there', async () => {
    const walk = await agreementOut();
    const phone = await phoneOf(walk, 1).comeIn();
    expect(problem(await phone.get('/api/door/agreement/pages/1')).code).toBe('consent-first');
    await phone.post('/api/door/consent');
    const pages = (await phone.get<DoorView>('/api/door/me')).body.signing?.pages ?? 0;
    expect(pages).toBeGreaterThan(1);
    expect(problem(await phone.get('/api/door/agreement')).code).toBe('read-first');
    const all = Array.from({ length: pages }, (_, at) => ({ page: at + 1, milliseconds: 3_600_000 }));
    expect(problem(await phone.post('/api/door/read', { seen: all })).code).toBe('read-first');
    for (let page = 1; page < pages; page += 1) expect((await phone.get(`/api/door/agreement/pages/${page}`)).status).toBe(200);
    expect(problem(await phone.post('/api/door/read', { seen: all })).title).toContain(`page ${pages} was not shown`);
    expect((await phone.get(`/api/door/agreement/pages/${pages + 1}`)).status).toBe(404);
    const other = await phoneOf(walk, 1).comeIn();
    await other.get(`/api/door/agreement/pages/${pages}`);
    expect(problem(await phone.post('/api/door/read', { seen: all })).code).toBe('read-first');
    await phone.get(`/api/door/agreement/pages/${pages}`);
    expect((await phone.post('/api/door/read', { seen: all })).status).toBe(200);
    const [row] = await select<{ pages_read: string }>(cavren.db, 'SELECT pages_read FROM signer WHERE pages_read IS NOT NULL AND person_id = :personId', {
      personId: walk.applicant.id,
    });
    const times = JSON.parse(row?.pages_read ?? '[]') as { milliseconds: number }[];
    expect(times).toHaveLength(pages);
    expect(Math.max(...times.map(({ milliseconds }) => milliseconds))).toBeLessThan(3_600_000);
    expect((await phone.get('/api/door/agreement')).status).toBe(200);
  });
  it('a void ends sessions, codes and links of who was asked', async () => {
    const walk = await agreementOut();
    const phone = await phoneOf(walk, 1).comeIn();
    await walk.act('wren', '/agreement/void', { reason: 'The amount changes' });
    expect((await phone.get('/api/door/me')).status).toBe(401);
    expect(problem(await phone.askCode()).code).toBe('link-unknown');
  });
  it('a change of phone ends them too, tells the old one, and is a question before anybody signs', async () => {
    const walk = await agreementOut();
    const phone = await phoneOf(walk, 1).comeIn();
    await walk.act('wren', '/agreement/void', { reason: 'The phone changes' });
    const before = walk.file.people[0]?.phone ?? '';
    await walk.details([change.set('person', walk.applicant.id, 'phone', '(646) 555-0177')]);
    expect((await phone.get('/api/door/me')).status).toBe(401);
    await cavren.jobs.runDue();
    const told = (await cavren.delivered()).filter(({ to, body }) => to === before && body.includes('If you did not ask for that'));
    expect(told).toHaveLength(1);
    const entry = computePath(walk.file, isoDate(walk.view.today)).now.find(({ key }) => key.startsWith('question:contact:'));
    expect(entry).toMatchObject({ gate: 'gathering', personId: walk.applicant.id, place: { chapter: 'people' } });
    const sent = await walk.act('wren', '/agreement');
    expect(problem(sent).code).toBe('path-not-clear');
    const subject = entry?.key.slice('question:'.length) ?? '';
    await walk.details([change.add('explanation', { subject, text: 'She called from the old number and gave the new one' })]);
    expect((await walk.act('wren', '/agreement')).status).toBe(200);
  });
  it('two signers on one phone are a question', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll({ couple: true });
    const [, second] = walk.file.people;
    await walk.details([change.set('person', second?.id ?? '', 'phone', walk.file.people[0]?.phone ?? '')]);
    const entry = computePath(walk.file, isoDate(walk.view.today)).entries.find(({ key }) => key.startsWith('question:alike:'));
    expect(entry?.what).toMatch(/have the same phone number/);
  });
  it('an agreement that is not the one of the history is not shown', async () => {
    const walk = await agreementOut();
    const [envelope] = await select<{ id: string; document_hash: string }>(cavren.db, 'SELECT e.id, e.document_hash FROM envelope e WHERE e.id = :id', {
      id: walk.file.envelope?.id ?? '',
    });
    const other = await cavren.bytes.put(await pdf('Another agreement'));
    await execute(cavren.db, 'UPDATE envelope SET document_hash = :other WHERE id = :id', { other, id: envelope?.id ?? '' });
    const shown = await (await cavren.as('wren')).get(`${walk.url}/agreement`);
    expect([shown.status, problem(shown).code]).toEqual([500, 'agreement-astray']);
    await execute(cavren.db, 'UPDATE envelope SET document_hash = :hash WHERE id = :id', { hash: envelope?.document_hash ?? '', id: envelope?.id ?? '' });
  });
});

describe('checks count for what was checked', () => {
  it('another number with the same last four digits needs another check', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    await walk.consents();
    await walk.act('wren', '/move');
    await walk.checks();
    const person = () => walk.applicant;
    expect(currentCheck(walk.file, person(), 'identity')?.state).toBe('answered');
    const tail = person().idNumber?.tail ?? '';
    await walk.details([change.set('person', person().id, 'idNumber', `987-66-${tail}`)]);
    expect(person().idNumber?.tail).toBe(tail);
    expect(currentCheck(walk.file, person(), 'identity')).toBeNull();
    const history = (await (await cavren.as('wren')).get<{ items: { act: string; subject: string; before: string; after: string }[] }>(`${walk.url}/history`))
      .body;
    const entry = history.items.find(({ act, subject }) => act === 'details.set' && subject.endsWith('/idNumber'));
    expect(entry?.before).not.toBe(entry?.after);
  });
  it('a file that ended gets no checks, and what prepares a file counts as preparing it', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    await walk.consents();
    expect((await walk.act('wren', '/withdraw', { reason: 'They asked for it' })).status).toBe(200);
    const asked = await walk.act('wren', '/checks', { personId: walk.applicant.id, kind: 'identity' });
    expect(problem(asked).code).toBe('ended');
  });
});

describe('reading history while it grows', () => {
  it('gives no alarm for entries that came after the length was read, and still finds those that are gone', async () => {
    const walk = await openFile(cavren);
    const id = await walk.id();
    const { historyStore } = cavren.services;
    const length = (await historyStore.all(id)).length;
    await walk.details([change.set('person', walk.applicant.id, 'knownAs', 'Idi')]);
    expect(await historyStore.problemSince(id, length)).toBeNull();
    expect(await historyStore.problemSince(id, length + 5)).toBe('the newest entries are missing');
  });
});

describe('text that can’t be kept', () => {
  it.each([
    ['cut inside a character', 'Ida \ud83d'],
    ['with a NUL', 'Ida\u0000Holm'],
    ['with an escape', 'Ida\u001b[31m'],
  ])('%s is refused at the desk and at the door, and nothing is written', async (_, text) => {
    const walk = await openFile(cavren);
    const length = async () => (await (await cavren.as('wren')).get<{ total: number }>(`${walk.url}/history`)).body.total;
    const before = await length();
    expect((await walk.details([change.set('person', walk.applicant.id, 'knownAs', text)])).status).toBe(422);
    expect(await length()).toBe(before);
    const applied = await cavren
      .stranger()
      .post('/api/door/apply', { product: 'workboat-refit', fullName: text, birthDate: '1990-01-01', phone: '(212) 555-0142' });
    expect(applied.status).toBe(422);
  });
  it('a name of invisible marks, or a day of the year 0 or 9999, is no name and no day', async () => {
    const walk = await openFile(cavren);
    const set = async (field: string, value: string) => (await walk.details([change.set('person', walk.applicant.id, field, value)])).status;
    for (const name of ['\u200b\u200d', '\u202e', '\u2060', 'Ida\nHolm']) expect([name, await set('fullName', name)]).toEqual([name, 422]);
    for (const day of ['0000-01-01', '0001-01-01', '9999-12-31']) expect([day, await set('birthDate', day)]).toEqual([day, 422]);
    expect(await set('fullName', 'Ида Холм')).toBe(200);
  });
});

describe('the front door tells nothing', () => {
  it('an outsider’s guesses use up nothing of the applicant’s, whose code works in the browser that asked for it and in no other', async () => {
    const walk = await agreementOut();
    const wish = { reference: walk.reference, phone: walk.phone(1) };
    const ida = phoneOf(walk, 1);
    await ida.post('/api/door/return', wish);
    const code = await ida.readCode();
    const outsider = cavren.stranger();
    // Knowing the code isn't enough for whoever didn't ask for it.
    expect((await outsider.post('/api/door/return/enter', { ...wish, code })).status).toBe(422);
    await outsider.post('/api/door/return', wish);
    for (let turn = 0; turn < 7; turn += 1) await outsider.post('/api/door/return/enter', { ...wish, code: '000000' });
    expect((await outsider.post('/api/door/return/enter', { ...wish, code })).status).toBe(422);
    expect((await ida.post('/api/door/return/enter', { ...wish, code })).status).toBe(200);
  });
  it('an outsider with one address takes few of the codes that strangers have in a day: another browser without a link still gets its own', async () => {
    const walk = await agreementOut();
    const wish = { reference: walk.reference, phone: walk.phone(1) };
    for (let turn = 0; turn < 9; turn += 1) await cavren.stranger('10.2.0.1').post('/api/door/return', wish);
    await cavren.jobs.runDue();
    const texts = async () => (await cavren.delivered()).filter(({ to, body }) => to === walk.sentTo(1) && body.includes('is your code')).length;
    expect(await texts()).toBe(4);
    await cavren.stranger('10.2.0.2').post('/api/door/return', wish);
    await cavren.jobs.runDue();
    expect(await texts()).toBe(5);
  });
  it('an outsider who asks for codes all day takes none from who has a link, or came in by their browser before', async () => {
    const walk = await agreementOut();
    const wish = { reference: walk.reference, phone: walk.phone(1) };
    const ida = await phoneOf(walk, 1).comeIn();
    for (let turn = 0; turn < 15; turn += 1) await cavren.stranger(`10.1.0.${turn + 1}`).post('/api/door/return', wish);
    const texts = async () => (await cavren.delivered()).filter(({ to, body }) => to === walk.sentTo(1) && body.includes('is your code')).length;
    await cavren.jobs.runDue();
    const before = await texts();
    expect(before).toBe(1 + 12);
    await cavren.stranger('10.1.0.99').post('/api/door/return', wish);
    await cavren.jobs.runDue();
    expect(await texts()).toBe(before);
    // By the browser of before, without a link; and with the link, in another.
    expect((await ida.comeBack(walk.phone(1))).status).toBe(200);
    expect((await phoneOf(walk, 1).comeIn()).view.name).toBe('Ida Holm');
  });
  it('whether reference and phone belong together; and one phone gets no more than so many texts a day, across files', async () => {
    const walk = await agreementOut();
    const stranger = cavren.stranger();
    const enter = async (phone: string) => stranger.post('/api/door/return/enter', { reference: walk.reference, phone, code: '000000' });
    await stranger.post('/api/door/return', { reference: walk.reference, phone: walk.phone(1) });
    const [known, unknown] = [await enter(walk.phone(1)), await enter('(212) 555-0199')];
    const told = ({ status, body }: Answer) => [status, { ...(body as object), requestId: '' }];
    expect(told(known)).toEqual(told(unknown));
    const phone = await phoneOf(walk, 1).openLink();
    const texts = async () => {
      await cavren.jobs.runDue();
      return (await cavren.delivered()).filter(({ to, body }) => to === walk.sentTo(1) && body.includes('is your code')).length;
    };
    await phone.askCode();
    const before = await texts();
    // At once again: the code of a moment ago is still good, and no other is sent.
    expect((await phone.askCode()).status).toBe(200);
    expect(await texts()).toBe(before);
    const answers: number[] = [];
    const began = Date.now();
    for (let turn = 1; turn <= 24; turn += 1) {
      cavren.clock.at = new Date(began + turn * 11_000);
      answers.push((await phone.askCode()).status);
    }
    cavren.clock.at = null;
    expect(answers.filter((status) => status === 200).length).toBeLessThan(21);
    expect(answers.at(-1)).toBe(429);
  });
});

describe('papers that were made to harm', () => {
  const made = async (work: (document: PDFDocument) => unknown): Promise<Buffer> => {
    const document = await PDFDocument.create();
    document.addPage([200, 200]).drawText('Payslip');
    await work(document);
    return Buffer.from(await document.save({ useObjectStreams: false }));
  };
  const action = (document: PDFDocument, what: Record<string, unknown>) =>
    document.catalog.set(PDFName.of('OpenAction'), document.context.register(document.context.obj(what as never)));
  it.each<[string, (document: PDFDocument) => unknown, RegExp]>([
    ['a script', (document) => document.addJavaScript('start', 'app.alert(1)'), /holds a script/],
    ['a launch', (document) => action(document, { Type: 'Action', S: 'Launch', F: PDFString.of('calc.exe') }), /holds a script/],
    ['another file', (document) => document.attach(Buffer.from('x'), 'x.exe', { mimeType: 'application/octet-stream' }), /another file/],
    ['a password', (document) => document.encrypt({ userPassword: 'secret', ownerPassword: 'secret' }), /locked with a password/],
    [
      'far more in it than it looks',
      (document) => document.context.register(document.context.flateStream(new Uint8Array(160 * 1024 * 1024))),
      /unpacks to more/,
    ],
  ])('%s is refused by what is wrong, and no byte of it is kept', async (_, work, message) => {
    const walk = await openFile(cavren);
    const content = await made(work);
    const answer = await walk.upload(content, 'paper.pdf', null);
    expect([answer.status, problem(answer).title]).toEqual([422, expect.stringMatching(message)]);
    await expect(cavren.bytes.get(createHash('sha256').update(content).digest('hex'))).rejects.toThrow();
  });
  it.each<[string, (document: PDFDocument) => unknown]>([
    ['a script', (document) => document.addJavaScript('start', 'app.alert(1)')],
    ['a launch', (document) => action(document, { Type: 'Action', S: 'Launch', F: PDFString.of('calc.exe') })],
    ['another file', (document) => document.attach(Buffer.from('MZ hidden'), 'x.exe', { mimeType: 'application/octet-stream' })],
    [
      'a click that opens another file',
      (document) =>
        document
          .getPage(0)
          .node.set(
            PDFName.of('Annots'),
            document.context.obj([{ Type: 'Annot', Subtype: 'Link', Rect: [0, 0, 9, 9], A: { S: 'Launch', F: PDFString.of('calc.exe') } }] as never),
          ),
    ],
  ])('%s is taken out where the product wants that: the pages stay, and history says that something else was sent', async (_, work) => {
    const walk = await openFile(cavren, 'tamsin', 'Ida Holm', 'tools-gear');
    const content = await made(work);
    const tamsin = await cavren.as('tamsin');
    expect((await tamsin.upload(`${walk.url}/papers`, content, 'paper.pdf', null)).status).toBe(201);
    await walk.look();
    const kept = (await tamsin.get(`${walk.url}/papers/${walk.file.papers[0]?.id ?? ''}/content`)).response.rawPayload;
    const document = await PDFDocument.load(kept);
    expect(document.getPageCount()).toBe(1);
    for (const part of ['JavaScript', 'app.alert', 'Launch', 'calc.exe', 'MZ hidden', 'EmbeddedFile'])
      expect([part, kept.includes(part)]).toEqual([part, false]);
    // The same page, as a reader of its own sees it.
    const file = join(cavren.config.dataFolder, 'kept.pdf');
    writeFileSync(file, kept);
    expect(spawnSync('pdftotext', [file, '-'], { encoding: 'utf8' }).stdout.trim()).toBe('Payslip');
    const [entry] = (await tamsin.get<HistoryPage>(`${walk.url}/history`)).body.items;
    const said = JSON.parse(entry?.after ?? '{}') as Record<string, string>;
    expect([entry?.act, said['sent'], said['digest']]).toEqual([
      'paper.add',
      createHash('sha256').update(content).digest('hex').slice(0, 12),
      createHash('sha256').update(kept).digest('hex').slice(0, 12),
    ]);
  });
  it('a name that would be cut inside a character is kept whole characters long', async () => {
    const walk = await openFile(cavren);
    expect((await walk.upload(await pdf(), `${'a'.repeat(199)}😀😀.pdf`, null)).status).toBe(201);
    const name = walk.file.papers.at(-1)?.name ?? '';
    expect([name.isWellFormed(), name.length > 100]).toEqual([true, true]);
  });
});

describe('calls that nobody’s screen makes', () => {
  it('fields that every object has, and ids of another file’s rows, are refused and break nothing', async () => {
    const [walk, other] = [await openFile(cavren), await openFile(cavren)];
    await other.details([change.add('income', { personId: other.applicant.id, source: 'Slipway' }, 'income-of-another')]);
    for (const field of ['constructor', '__proto__', 'toString', 'hasOwnProperty', 'id', 'createdAt'])
      expect([field, (await walk.details([change.set('person', walk.applicant.id, field, 'x')])).status]).toEqual([field, 422]);
    for (const entity of ['constructor', '__proto__'] as const)
      expect((await walk.details([change.set(entity as 'person', walk.applicant.id, 'fullName', 'x')])).status).toBe(422);
    const taken = await walk.details([change.add('income', { personId: walk.applicant.id, source: 'Slipway' }, 'income-of-another')]);
    expect([taken.status, problem(taken).code]).toEqual([409, 'taken']);
    expect((await walk.details([change.set('income', 'income-of-another', 'source', 'Mine now')])).status).toBe(404);
    expect((await other.look()).file.incomes[0]?.source).toBe('Slipway');
  });
  it('nobody has more rows than can be worked with, and is told so', async () => {
    const walk = await openFile(cavren);
    const personId = walk.applicant.id;
    expect((await walk.details(Array.from({ length: 50 }, () => change.add('income', { personId })))).status).toBe(200);
    expect((await walk.details(Array.from({ length: 10 }, () => change.add('income', { personId })))).status).toBe(200);
    const more = await walk.details([change.add('income', { personId })]);
    expect([more.status, problem(more).title]).toEqual([409, 'One person has at most 60 rows of this kind (income): remove some first.']);
  });
});

describe('sessions', () => {
  const signedIn = async (username: string): Promise<Client> => new Client(cavren.app).signIn(username);
  it('end after half an hour in which nothing was done, watching apart, and after twelve hours in any case', async () => {
    const at = (minutes: number) => (cavren.clock.at = new Date(Date.parse('2026-03-02T14:00:00Z') + minutes * 60_000));
    at(0);
    const client = await signedIn('wren');
    at(20);
    expect((await client.get('/api/files')).status).toBe(200);
    at(45);
    expect((await client.get('/api/outbox')).status).toBe(200);
    at(51);
    expect((await client.get('/api/files')).status).toBe(401);
    const busy = await signedIn('wren');
    for (let minutes = 51; minutes < 51 + 12 * 60; minutes += 25) {
      at(minutes);
      expect((await busy.get('/api/files')).status).toBe(200);
    }
    at(51 + 12 * 60 + 1);
    expect((await busy.get('/api/files')).status).toBe(401);
    cavren.clock.at = null;
  });
  it('signing out needs the token of the page', async () => {
    const client = await signedIn('tamsin');
    client.forgetToken();
    expect((await client.call('DELETE', '/api/session')).status).toBe(403);
    expect((await client.get('/api/files')).status).toBe(200);
  });
  it('a name is one name for the limit, however it is written, and letters that look alike are others', async () => {
    const tries: number[] = [];
    for (let turn = 0; turn < 30; turn += 1) {
      const username = ['Ansel', ' ansel', 'ANSEL ', 'ansel\t'][turn % 4] ?? '';
      tries.push((await cavren.stranger().post('/api/session', { username: username.replace('\t', ' '), password: 'wrong' })).status);
    }
    expect(tries.filter((status) => status === 401).length).toBeLessThanOrEqual(20);
    expect(tries).toContain(429);
    expect((await new Client(cavren.app).signIn('wrén')).me).not.toHaveProperty('role');
  });
  it('each wrong password after the fifth doubles the pause, for that name from there, and no other server forgets it', async () => {
    const enter = async (app: TestCavren['app'], username: string, password: string, remoteAddress: string) => {
      const { statusCode, body } = await app.inject({ method: 'POST', url: '/api/session', payload: { username, password }, remoteAddress });
      return { statusCode, body: JSON.parse(body) as { code?: string; title?: string } };
    };
    const at = Date.now();
    cavren.clock.at = new Date(at);
    for (let turn = 0; turn < 5; turn += 1) expect((await enter(cavren.app, 'dilys', 'wrong', '10.9.8.7')).statusCode).toBe(401);
    const waits = [];
    for (let turn = 0; turn < 4; turn += 1) {
      const refused = await enter(cavren.app, ' DILYS', 'a long enough password', '10.9.8.7');
      expect([refused.statusCode, refused.body.code]).toEqual([429, 'sign-in-pause']);
      const seconds = Number(/Wait (\d+) second/.exec(refused.body.title ?? '')?.[1]);
      waits.push(seconds);
      cavren.clock.at = new Date(cavren.clock.at.getTime() + seconds * 1000);
      expect((await enter(cavren.app, 'dilys', 'wrong again', '10.9.8.7')).statusCode).toBe(401);
    }
    expect(waits).toEqual([1, 2, 4, 8]);
    // Somebody else's guessing is not theirs to wait for, and another server knows of it too.
    expect((await enter(cavren.app, 'dilys', 'a long enough password', '10.1.1.1')).statusCode).toBe(200);
    expect((await enter((await cavren.another()).app, 'dilys', 'a long enough password', '10.9.8.7')).body.code).toBe('sign-in-pause');
    cavren.clock.at = new Date(cavren.clock.at.getTime() + 61 * 60_000);
    expect((await enter(cavren.app, 'dilys', 'a long enough password', '10.9.8.7')).statusCode).toBe(200);
    cavren.clock.at = null;
  });
  it('answers about people are never cached, the API’s description needs a session, another host is refused', async () => {
    const client = await cavren.as('wren');
    expect((await client.get('/api/files')).response.headers['cache-control']).toContain('no-store');
    expect((await cavren.stranger().get('/api/docs/json')).status).toBe(401);
    expect((await client.get('/api/docs/json')).status).toBe(200);
    expect((await client.call('GET', '/api/files', undefined, { host: 'evil.example' })).status).toBe(421);
  });
});
