import type { DoorView, FileAnswer, Problem } from '@cavren/contract';
import { isoDate, type Stage } from '@cavren/core';
import { nanoid } from 'nanoid';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { execute, select } from '../src/db/index';
import { SYSTEM } from '../src/http/index';
import { Phone } from './applicant';
import { change, Client, makeCavren, openFile, STAFF, type TestCavren, type Walk, problem } from './cavren';
import { fileInGathering, fileOutForSignature, fileToDecide } from './stages';
import { jpeg, pdf, png } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const gathering = (options?: Parameters<Walk['typeAll']>[0]) => fileInGathering(cavren, options);
const signing = (options?: Parameters<Walk['typeAll']>[0]) => fileOutForSignature(cavren, options);

describe('bad input is refused at its field, and nothing is lost', () => {
  let walk: Walk;
  beforeAll(async () => {
    walk = await openFile(cavren);
  });
  it.each<[string, 'request' | 'person', string, string | number, RegExp]>([
    ['an amount of 10^15', 'request', 'amount', 10 ** 15, /at most 9,999,999,999.99/],
    ['a negative amount', 'request', 'price', -1, /below zero/],
    ['parts of a cent', 'request', 'price', 1.5, /whole cents/],
    ['a term of 0', 'request', 'termMonths', 0, /at least one month/],
    ['a routing number that does not check', 'request', 'payoutRouting', '011000016', /last one checks the others/],
    ['a purpose that is not on offer', 'request', 'purpose', 'A holiday', /one of the list/],
    ['a birth date in the future', 'person', 'birthDate', '2099-01-01', /in the past/],
    ['a day that does not exist', 'person', 'birthDate', '2025-02-30', /no such date/],
    ['an identity number of no structure', 'person', 'idNumber', '666-12-3456', /never 000, 666/],
    ['a name of 201 characters', 'person', 'fullName', 'x'.repeat(201), /At most 200/],
    ['a name with a line break', 'person', 'fullName', 'Ida\nHolm', /line breaks/],
    ['a phone that is none', 'person', 'phone', '12', /no phone number/],
    ['an e-mail with a line break', 'person', 'email', 'a@b.example\nBcc: c@d.example', /name@example.org/],
    ['a field that does not exist', 'request', 'bonus', 1, /no field bonus/],
  ])('%s', async (_, entity, field, value, message) => {
    const id = entity === 'person' ? walk.applicant.id : null;
    const answer = await walk.details([change.set(entity, id, field, value)]);
    expect(answer.status).toBe(422);
    expect(problem(answer).errors).toMatchObject([{ path: id ? `${entity}/${id}/${field}` : `${entity}/${field}` }]);
    expect(problem(answer).errors?.[0]?.message).toMatch(message);
    expect((await walk.look()).version).toBe(1);
  });

  it.each(['Ольга Петрова', '山田 太郎', 'عائشة بنت سعيد', `O'Hara "Bobby" <b>Tables</b>; DROP TABLE file;--`, 'x'.repeat(200)])(
    'a name like %s is kept as it is',
    async (name) => {
      await walk.details([change.set('person', walk.applicant.id, 'fullName', name)]);
      expect((await walk.look()).applicant.fullName).toBe(name);
    },
  );

  it('several changes are one: when one is refused, none was made', async () => {
    const before = (await walk.look()).version;
    const answer = await walk.details([change.set('request', null, 'price', 100), change.set('request', null, 'termMonths', 0)]);
    expect(answer.status).toBe(422);
    expect((await walk.look()).file.request.price).toBeNull();
    expect(walk.version).toBe(before);
  });

  it('unknown parts of a request are refused, and rows of one file can’t name people of another', async () => {
    const other = await openFile(cavren);
    expect((await (await cavren.as('wren')).call('PATCH', `${walk.url}/details`, { version: walk.version, changes: [], extra: 1 })).status).toBe(422);
    expect((await walk.details([change.add('income', { personId: other.applicant.id })])).status).toBe(422);
    expect((await walk.details([change.set('person', other.applicant.id, 'fullName', 'X')])).status).toBe(404);
  });

  it('a row that is added twice is there once', async () => {
    const id = nanoid();
    await walk.details([change.add('debt', { lender: 'A', payment: 100 }, id)]);
    await walk.details([change.add('debt', { lender: 'A', payment: 100 }, id)]);
    expect((await walk.look()).file.debts).toHaveLength(1);
  });

  it('a date of receipt in the future, and a product that is not on offer', async () => {
    const wren = await cavren.as('wren');
    const body = { product: 'workboat-refit', channel: 'counter', receivedOn: '2099-01-01', personId: null, fullName: 'A B', birthDate: null };
    expect(problem(await wren.post('/api/files', body)).errors?.[0]).toMatchObject({ path: 'receivedOn' });
    expect(problem(await wren.post('/api/files', { ...body, product: 'none', receivedOn: '2026-01-05' })).errors?.[0]).toMatchObject({ path: 'product' });
  });
});

describe('papers', () => {
  let walk: Walk;
  let key = '';
  beforeAll(async () => {
    walk = await gathering();
    key = `identity:${walk.applicant.id}`;
  });
  const upload = async (content: Buffer, name = 'passport.pdf', conditionKey: string | null = key) =>
    (await cavren.as('wren')).upload<FileAnswer | Problem>(`${walk.url}/papers`, content, name, conditionKey);

  it('that lie about their type are taken for what they are', async () => {
    const answer = await upload(await jpeg(), 'passport.pdf');
    expect(answer.status).toBe(201);
    expect((await walk.look()).file.papers.at(-1)).toMatchObject({ name: 'passport.pdf', mediaType: 'image/jpeg' });
  });
  it.each<[string, () => Promise<Buffer>, RegExp]>([
    ['a script with the name of a PDF', () => Promise.resolve(Buffer.from('<script>alert(1)</script>'.repeat(20))), /no PDF, JPEG or PNG/],
    ['a drawing in SVG', () => Promise.resolve(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>')), /no PDF, JPEG or PNG/],
    ['an empty file', () => Promise.resolve(Buffer.alloc(0)), /empty/],
    ['more than 10 MB', () => Promise.resolve(Buffer.concat([Buffer.from('%PDF-1.7\n'), Buffer.alloc(10 * 1024 * 1024)])), /larger than 10 MB|too large/],
    ['half a photo', async () => (await jpeg()).subarray(0, 900), /cut off, damaged/],
    ['half a PDF', async () => (await pdf()).subarray(0, 300), /cut off or damaged/],
    ['a PDF with something before it', async () => Buffer.concat([Buffer.from('MZ garbage '), await pdf()]), /no PDF|does not begin/],
  ])('%s is refused and says why', async (_, make, message) => {
    const before = (await walk.look()).file.papers.length;
    const answer = await upload(await make());
    expect([413, 422]).toContain(answer.status);
    expect((answer.body as Problem).title).toMatch(message);
    expect((await walk.look()).file.papers).toHaveLength(before);
  });
  it('that show far more than was stated ask whether it is for the same time, and count once somebody says so', async () => {
    const walk = await fileInGathering(cavren);
    const [income] = walk.file.incomes;
    await walk.upload(await png(), 'payslip.png', `income:${income?.id ?? ''}`);
    const at = `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`;
    const accept = (amount: number, more: object = {}) => walk.act('wren', at, { verdict: 'accepted', page: 1, amount, ...more });
    const far = (income?.amount ?? 0) * 154;
    const refused = await accept(far);
    expect(problem(refused)).toMatchObject({ status: 422, code: 'leap', errors: [{ path: 'amount' }] });
    expect(walk.file.papers.at(-1)?.state).toBe('received');
    expect((await accept(far, { sure: true })).status).toBe(200);
    expect(walk.file.papers.at(-1)).toMatchObject({ state: 'accepted', proof: { amount: far } });
  });
  it('a name with folders and marks is only a name', async () => {
    await upload(await png(), '../../etc/pass wd.png');
    expect((await walk.look()).file.papers.at(-1)?.name).toBe('pass wd.png');
  });
  it('for a condition that the file doesn’t have is refused', async () => {
    expect((await upload(await png(), 'a.png', 'identity:nobody')).status).toBe(422);
  });
  it('are sent back with a reason, and are shown so that nothing in them runs', async () => {
    await walk.look();
    const paper = walk.file.papers.at(-1);
    expect((await walk.act('wren', `/papers/${paper?.id ?? ''}/verdict`, { verdict: 'sentBack', reason: '' })).status).toBe(422);
    await walk.act('wren', `/papers/${paper?.id ?? ''}/verdict`, { verdict: 'sentBack', reason: 'Too dark to read' });
    expect(walk.file.papers.at(-1)).toMatchObject({ state: 'sentBack', reason: 'Too dark to read' });
    const shown = await (await cavren.as('wren')).get(`${walk.url}/papers/${paper?.id ?? ''}/content`);
    expect(shown.response.headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'content-security-policy': "default-src 'none'; sandbox" });
  });
});

describe('two officers', () => {
  it('saving one field: the second is refused, told what changed, and can put it on top', async () => {
    const walk = await openFile(cavren);
    const [wren, tamsin] = [await cavren.as('wren'), await cavren.as('tamsin')];
    const save = (client: Client, version: number, price: number) =>
      client.call<FileAnswer & Problem>('PATCH', `${walk.url}/details`, { version, changes: [change.set('request', null, 'price', price)] });
    expect((await save(wren, 1, 100)).status).toBe(200);
    const stale = await save(tamsin, 1, 200);
    expect(stale.status).toBe(409);
    expect(stale.body).toMatchObject({
      code: 'stale',
      version: 2,
      meanwhile: [{ subject: 'request/price', after: '100', actor: 'Wren Halloway', byProgram: false }],
    });
    expect((await save(tamsin, 2, 200)).body.changed.parts['request']).toMatchObject({ price: 200 });
  });

  it('are told apart from the program, whose own changes take nothing away from what was seen', async () => {
    const walk = await openFile(cavren);
    const where = { reference: walk.reference };
    await cavren.services.files.change(where, { version: null, actor: SYSTEM }, (held) =>
      held.record('notice.sent', 'notice/one', null, 'the place on the list'),
    );
    const moved = await (await cavren.as('wren')).post<Problem>(`${walk.url}/withdraw`, { version: 1, reason: 'They buy another boat' });
    expect(moved.body).toMatchObject({ code: 'stale', version: 2, meanwhile: [{ subject: 'notice/one', actor: 'Cavren', byProgram: true }] });
    await cavren.services.files.change(where, { version: null, actor: SYSTEM }, (held) => held.record('notice.sent', 'notice/two', null, 'an offer'));
    await walk.look();
    await walk.details([change.set('request', null, 'price', 100)]);
    const both = await (await cavren.as('tamsin')).post<Problem>(`${walk.url}/withdraw`, { version: 2, reason: 'They buy another boat' });
    expect(both.body.meanwhile?.map(({ byProgram }) => byProgram)).toEqual([true, false]);
  });

  it('at the same moment, on two servers: one wins, one is told, and the chain holds', async () => {
    const walk = await openFile(cavren);
    const second = await cavren.another();
    const wren = await cavren.as('wren');
    const elsewhere = await new Client(second.app).signIn('tamsin');
    const tries = Array.from({ length: 8 }, (_, at) =>
      (at % 2 === 0 ? wren : elsewhere).call('PATCH', `${walk.url}/details`, { version: 1, changes: [change.set('request', null, 'price', 1000 + at)] }),
    );
    const statuses = (await Promise.all(tries)).map(({ status }) => status);
    expect(statuses.filter((status) => status === 200)).toHaveLength(1);
    expect(statuses.filter((status) => status === 409)).toHaveLength(7);
    const history = await (await cavren.as('wren')).get<{ total: number; chainProblem: string | null }>(`${walk.url}/history`);
    expect(history.body).toMatchObject({ total: 2, chainProblem: null });
  });

  it('many versionless acts at once lose nothing', async () => {
    const walk = await gathering();
    const wren = await cavren.as('wren');
    const content = await png();
    const answers = await Promise.all(Array.from({ length: 6 }, (_, at) => wren.upload(`${walk.url}/papers`, content, `${at}.png`, null)));
    expect(answers.map(({ status }) => status)).toEqual(Array(6).fill(201));
    expect((await walk.look()).file.papers).toHaveLength(6);
    expect((await wren.get<{ chainProblem: string | null }>(`${walk.url}/history`)).body.chainProblem).toBeNull();
  });
});

describe('outside services', () => {
  const ask = async (mode: 'slow' | 'down' | 'rubbish') => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    await walk.consents();
    await walk.act('wren', '/move');
    await cavren.setMode('register', mode);
    await walk.act('wren', '/checks', { personId: walk.applicant.id, kind: 'identity' });
    await cavren.jobs.runDue();
    await walk.look();
    return walk;
  };
  afterAll(async () => {
    for (const service of ['register', 'watchlist', 'bank', 'post'] as const) await cavren.setMode(service, 'normal');
  });

  it.each([
    ['down', 'answered with status 503'],
    ['rubbish', 'answered something unreadable'],
    ['slow', 'did not answer in time'],
  ] as const)('%s: the check waits, the file goes on, and it repeats itself', async (mode, told) => {
    const walk = await ask(mode);
    expect(walk.file.checks[0]).toMatchObject({ state: 'waiting', attempts: 1, lastProblem: told });
    expect((await walk.details([change.set('request', null, 'termMonths', 72)])).status).toBe(200);
    expect((await walk.act('wren', '/move')).status).toBe(409);
    await cavren.setMode('register', 'normal');
    await cavren.jobs.makeAllDue();
    await cavren.jobs.runDue();
    expect((await walk.look()).file.checks[0]).toMatchObject({ state: 'answered', lastProblem: null });
  });

  it('a mail service that is down keeps the message and sends it later', async () => {
    await cavren.setMode('post', 'down');
    const walk = await signing();
    await cavren.jobs.runDue();
    const listed = async () =>
      (await (await cavren.as('wren')).get<{ items: { sentAt: string | null; problem: string | null }[] }>(`/api/outbox?reference=${walk.reference}`)).body
        .items[0];
    expect(await listed()).toMatchObject({ sentAt: null, problem: 'answered with status 503' });
    await cavren.setMode('post', 'normal');
    await cavren.jobs.makeAllDue();
    await cavren.jobs.runDue();
    expect((await listed())?.sentAt).not.toBeNull();
  });

  it('a register that disagrees: the difference is confirmed with a reason, or corrected and asked again', async () => {
    const walk = await openFile(cavren);
    await cavren.enter([{ number: walk.numberOf('4324'), fullName: 'Ida Holm', birthDate: (walk.applicant.birthDate ?? '').replace('04-03', '03-04') }]);
    await walk.typeAll({ idTail: '4324' });
    await walk.consents();
    await walk.act('wren', '/move');
    await walk.checks();
    const differing = walk.file.checks[0]?.findings.find(({ agrees }) => !agrees);
    expect(differing).toMatchObject({
      label: 'Birth date',
      stated: walk.applicant.birthDate,
      found: walk.applicant.birthDate?.replace('04-03', '03-04'),
      reasons: ['day and month exchanged'],
    });
    expect((await walk.act('wren', `/findings/${differing?.id ?? ''}`, { resolution: 'confirmed', reason: '' })).status).toBe(422);
    expect((await walk.act('wren', `/findings/${differing?.id ?? ''}`, { resolution: 'differentPerson', reason: 'no fit' })).status).toBe(409);
    expect((await walk.act('wren', `/findings/${differing?.id ?? ''}`, { resolution: 'confirmed', reason: 'Passport seen' })).status).toBe(200);
    await walk.act('wren', '/move');
    expect(walk.file.stage).toBe('gathering');
  });

  it('a watchlist entry is decided by compliance only, and the same person ends the way', async () => {
    const walk = await openFile(cavren, 'wren', 'Corvin Thalle');
    await walk.typeAll();
    await walk.consents();
    await walk.act('wren', '/move');
    await walk.checks();
    const entry = walk.file.checks.flatMap(({ findings }) => findings).find(({ kind }) => kind === 'candidate');
    expect(entry).toMatchObject({ label: 'Corvin Thale', agrees: false });
    expect((await walk.act('wren', `/findings/${entry?.id ?? ''}`, { resolution: 'differentPerson', reason: 'I know him' })).status).toBe(403);
    await walk.act('rufus', `/findings/${entry?.id ?? ''}`, { resolution: 'samePerson', reason: 'Same birthmark and birth date' });
    expect(problem(await walk.act('wren', '/move')).errors?.[0]?.message).toMatch(/on a watchlist/);
  });

  it('a bank that says no, or says nothing, stops the release and changes nothing', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    await walk.consents();
    await walk.details([change.set('request', null, 'payoutAccount', '40028111')]);
    await walk.act('wren', '/payout/verify');
    await walk.await();
    expect(walk.file.payout).toMatchObject({ verifyAskedAt: null, verifiedAt: null, verifyProblem: expect.stringContaining('somebody else') as string });
    await walk.details([change.set('request', null, 'payoutAccount', '400281234')]);
    await walk.act('wren', '/payout/verify');
    await walk.await();
    expect(walk.file.payout.verifiedAt).not.toBeNull();
    await walk.details([change.set('request', null, 'payoutAccount', '400281235')]);
    expect(walk.file.payout.verifiedAt).toBeNull();
    await cavren.setMode('bank', 'down');
    expect((await walk.act('wren', '/payout/verify')).status).toBe(200);
    await walk.await();
    expect(walk.file.payout).toMatchObject({ verifiedAt: null, verifyProblem: expect.stringContaining('it is asked again') as string });
    expect(walk.file.payout.verifyAskedAt).not.toBeNull();
    await cavren.setMode('bank', 'normal');
    await cavren.jobs.makeAllDue();
    await walk.await();
    expect(walk.file.payout).toMatchObject({ verifyAskedAt: null, verifyProblem: null });
    expect(walk.file.payout.verifiedAt).not.toBeNull();
  });
});

describe('the front door', () => {
  let walk: Walk;
  const phone = () => new Phone(cavren, 'ida@post.example', walk.sentTo(1), walk.reference);
  beforeAll(async () => {
    walk = await signing({ couple: true });
  });

  it('a link is opened twice with a new code each time; the code only once', async () => {
    const first = await phone().comeIn();
    expect(first.view.reference).toBe(walk.reference);
    const code = await first.readCode();
    expect(problem(await first.enter(code)).code).toBe('code-late');
    const second = await phone().comeIn();
    expect(second.view.reference).toBe(walk.reference);
  });
  it('a link that was never ours, and one that has run out', async () => {
    const stranger = phone();
    stranger.token = 'A'.repeat(43);
    expect(problem(await stranger.askCode()).code).toBe('link-unknown');
    const late = await phone().openLink();
    cavren.clock.at = new Date(Date.now() + 8 * 24 * 3600_000);
    const answer = await late.askCode();
    cavren.clock.at = null;
    expect([answer.status, problem(answer).code]).toEqual([410, 'link-late']);
  });
  it('reference with the wrong phone gets no code and learns nothing', async () => {
    const wrong = phone();
    const { items: before } = (await (await cavren.as('wren')).get<{ items: unknown[] }>(`/api/outbox?reference=${walk.reference}&size=100`)).body;
    expect((await wrong.post('/api/door/return', { reference: walk.reference, phone: '(212) 555-0199' })).body).toEqual({ done: true });
    const { items: after } = (await (await cavren.as('wren')).get<{ items: unknown[] }>(`/api/outbox?reference=${walk.reference}&size=100`)).body;
    expect(after).toHaveLength(before.length);
    expect(problem(await wrong.post('/api/door/return/enter', { reference: walk.reference, phone: '(212) 555-0199', code: '123456' })).code).toBe('code-wrong');
  });
  it('nobody gets another’s paper, and nothing without coming in', async () => {
    const ida = await phone().comeIn();
    const mine = walk.file.papers.find(({ conditionKey }) => conditionKey === `identity:${walk.applicant.id}`);
    const partner = walk.file.people.find(({ role }) => role === 'coApplicant');
    const theirs = walk.file.papers.find(({ conditionKey }) => conditionKey === `identity:${partner?.id ?? ''}`);
    expect((await ida.get(`/api/door/papers/${mine?.id ?? ''}/content`)).status).toBe(200);
    expect((await ida.get(`/api/door/papers/${theirs?.id ?? ''}/content`)).status).toBe(404);
    const other = await signing();
    expect((await ida.get(`/api/door/papers/${other.file.papers[0]?.id ?? ''}/content`)).status).toBe(404);
    expect((await cavren.stranger().get(`/api/door/papers/${mine?.id ?? ''}/content`)).status).toBe(401);
    expect((await ida.get(`${walk.url}/papers/${mine?.id ?? ''}/content`)).status).toBe(401);
  });
  it('whose turn it is not can’t sign, and a forged request is refused', async () => {
    const ida = await phone().comeIn();
    ida.forgetToken();
    expect(problem(await ida.post('/api/door/consent')).code).toBe('csrf');
    const partner = new Phone(cavren, 'x', walk.sentTo(2));
    await partner.post('/api/door/return', { reference: walk.reference, phone: walk.phone(2) });
    await partner.post('/api/door/return/enter', { reference: walk.reference, phone: walk.phone(2), code: await partner.readCode() });
    expect(problem(await partner.post('/api/door/consent')).code).toBe('not-your-turn');
  });
  it('unlocking needs a reason, voids what was signed, and a new agreement starts over', async () => {
    const ida = await phone().comeIn();
    expect((await ida.signAll({ mark: 'typed', name: 'Ida Holm' })).status).toBe(200);
    await walk.look();
    expect((await walk.act('wren', '/agreement/void', { reason: '' })).status).toBe(422);
    await walk.act('wren', '/agreement/void', { reason: 'The term was wrong' });
    expect(walk.file.envelope?.state).toBe('void');
    expect(problem(await ida.post('/api/door/consent')).code).toBe('signed-out');
    await ida.comeBack(walk.phone(1));
    expect(problem(await ida.post('/api/door/consent')).code).toBe('nothing-to-sign');
    // What was approved can't be changed by unlocking: the approval is taken back first.
    expect(problem(await walk.details([change.set('request', null, 'termMonths', 72)])).code).toBe('file-locked');
    await walk.act('wren', '/agreement');
    await walk.await();
    expect(walk.file.envelope?.signers.map(({ state }) => state)).toEqual(['invited', 'waiting']);
  });
  it('six wrong codes: the sixth is not even looked at, and the right one is void', async () => {
    const guesser = await phone().openLink();
    await guesser.askCode();
    const right = await guesser.readCode();
    const wrong = right === '000000' ? '000001' : '000000';
    const codes: string[] = [];
    for (let at = 0; at < 6; at += 1) codes.push(problem(await guesser.enter(wrong)).code);
    expect(codes).toEqual(['code-wrong', 'code-wrong', 'code-wrong', 'code-wrong', 'code-locked', 'code-locked']);
    expect((await guesser.enter(right)).status).toBe(429);
    expect((await guesser.askCode()).status).toBe(429);
    cavren.clock.at = new Date(Date.now() + 16 * 60_000);
    await guesser.askCode();
    expect((await guesser.enter()).status).toBe(200);
    cavren.clock.at = null;
  });
});

describe('an applicant’s papers and the end of a file', () => {
  it('a paper that was sent from the phone is received for its own condition, and for nobody else’s', async () => {
    const walk = await signing({ couple: true });
    const ida = await new Phone(cavren, 'ida@post.example', walk.sentTo(1), walk.reference).comeIn();
    await walk.act('wren', '/agreement/void', { reason: 'A paper was wrong' });
    await ida.comeBack(walk.phone(1));
    const own = walk.file.papers.find(({ conditionKey }) => conditionKey === `identity:${walk.applicant.id}`);
    await walk.act('wren', `/papers/${own?.id ?? ''}/verdict`, { verdict: 'sentBack', reason: 'It ran out in May' });
    const view = (await ida.get<DoorView>('/api/door/me')).body;
    expect(view.tasks).toMatchObject([{ conditionKey: `identity:${walk.applicant.id}`, what: 'Identity paper (Ida Holm)' }]);
    expect(view.papers.find(({ id }) => id === own?.id)).toMatchObject({ state: 'sentBack', reason: 'It ran out in May' });
    const partner = walk.file.people.find(({ role }) => role === 'coApplicant');
    expect((await ida.upload('/api/door/papers', await png(), 'a.png', `identity:${partner?.id ?? ''}`)).status).toBe(404);
    expect((await ida.upload('/api/door/papers', Buffer.from('not a picture'), 'a.png', `identity:${walk.applicant.id}`)).status).toBe(422);
    const sent = await ida.upload<DoorView>('/api/door/papers', await jpeg(), 'new passport.jpg', `identity:${walk.applicant.id}`);
    expect(sent.status).toBe(201);
    expect(sent.body.tasks).toEqual([]);
    expect((await walk.look()).file.papers.at(-1)).toMatchObject({ name: 'new passport.jpg', state: 'received', addedBy: 'Ida Holm' });
  });
  it('a decline gives the principal reasons to the applicant, and ends the file', async () => {
    const walk = await fileToDecide(cavren);
    expect((await walk.act('ansel', '/decision', { outcome: 'decline', reasons: [] })).status).toBe(422);
    await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['income-insufficient'], comment: 'for the file only' });
    expect(walk.file.stage).toBe('declined');
    const ida = await new Phone(cavren, 'ida@post.example', walk.sentTo(1), walk.reference).comeIn();
    const view = await ida.get<DoorView>('/api/door/me');
    expect(view.body).toMatchObject({ outcome: 'declined', declineReasons: ['Income insufficient for the amount asked for'] });
    expect(view.response.body).not.toContain('for the file only');
    expect((await (await cavren.as('wren')).upload(`${walk.url}/papers`, await png(), 'late.png', null)).status).toBe(409);
  });
  it('what a completer sends back must be decided again', async () => {
    const walk = await signing();
    const ida = await new Phone(cavren, 'ida@post.example', walk.sentTo(1), walk.reference).comeIn();
    await ida.signAll({ mark: 'typed', name: 'Ida Holm' });
    await walk.await();
    await walk.act('wren', '/move');
    expect(walk.file.stage).toBe('completing');
    await walk.act('dilys', '/payout/send-back', { question: 'The account name is spelled differently' });
    expect(walk.file).toMatchObject({ stage: 'gathering', offer: { state: 'takenBack' }, envelope: { state: 'void' } });
    await walk.act('wren', `/decision/${walk.file.decisions.at(-1)?.id ?? ''}/answer`, { answer: 'The bank has the maiden name' });
    await walk.act('wren', '/move');
    expect(walk.file.stage).toBe('deciding');
    expect((await walk.act('dilys', '/payout/release')).status).toBe(409);
  });
});

describe('rights are kept in the server', () => {
  it('every route asks for a session', async () => {
    const walk = await openFile(cavren);
    const stranger = cavren.stranger();
    for (const url of [
      '/api/today',
      '/api/files',
      walk.url,
      `${walk.url}/history`,
      '/api/outbox',
      '/api/products',
      `${walk.url}/agreement`,
      `${walk.url}/events`,
    ])
      expect([url, (await stranger.get(url)).status]).toEqual([url, 401]);
    expect((await stranger.post(`${walk.url}/decision`, { version: 1, outcome: 'approve' })).status).toBe(401);
  });
  it('each role is refused what is not its own', async () => {
    const walk = await openFile(cavren);
    const acts: [string, object, string[]][] = [
      ['/move', {}, ['wren', 'tamsin']],
      ['/withdraw', { reason: 'not wanted' }, ['wren', 'tamsin']],
      ['/consents', { personId: walk.applicant.id, kind: 'lookUp', how: 'inPerson' }, ['wren', 'tamsin']],
      ['/agreement', {}, ['wren', 'tamsin']],
      ['/decision', { outcome: 'approve' }, ['ansel']],
      ['/payout/release', {}, ['dilys']],
      ['/exceptions', { subject: 'figure:ltv', reason: 'because' }, ['wren', 'tamsin']],
    ];
    for (const [path, body, allowed] of acts) {
      for (const { username } of STAFF.filter((person) => !allowed.includes(person.username)))
        expect([path, username, (await walk.act(username, path, body)).status]).toEqual([path, username, 403]);
    }
  });
  it('a request without the session’s token changes nothing', async () => {
    const walk = await openFile(cavren);
    const client = await cavren.stranger().signIn('wren');
    client.forgetToken();
    expect(problem(await client.post(`${walk.url}/withdraw`, { version: 1, reason: 'forged' })).code).toBe('csrf');
    expect((await walk.look()).file.stage).toBe<Stage>('details');
  });
  it('a wrong password and an unknown name are told alike, and guessing is slowed down', async () => {
    const guesses: number[] = [];
    const bodies = new Set<string>();
    for (const username of ['maud', 'nobody']) {
      for (let at = 0; at < 22; at += 1) {
        const answer = await cavren.stranger().post<Problem>('/api/session', { username, password: `guess ${at}` });
        guesses.push(answer.status);
        if (answer.status === 401) bodies.add(answer.body.title);
      }
    }
    expect(bodies.size).toBe(1);
    expect(guesses.slice(-2)).toEqual([429, 429]);
  });
  it('an exception is not answered by who asked for it, and lets a figure go on', async () => {
    const walk = await gathering({ amount: 3_900_000 });
    expect(problem(await walk.act('wren', '/exceptions', { subject: 'figure:moneyLeft', reason: 'nothing to excuse' })).code).toBe('nothing-to-excuse');
    await walk.act('wren', '/exceptions', { subject: 'figure:ltv', reason: 'Second boat as security' });
    const { id } = walk.file.exceptions[0] ?? { id: '' };
    expect((await walk.act('wren', `/exceptions/${id}`, { answer: 'granted' })).status).toBe(403);
    await walk.act('ansel', `/exceptions/${id}`, { answer: 'granted' });
    expect(walk.file.exceptions[0]).toMatchObject({ answer: 'granted', answeredBy: 'Ansel Brightmoor' });
  });
});

describe('the database', () => {
  it('an idle connection that the database has cut is replaced, and the next write goes through', async () => {
    const walk = await openFile(cavren);
    const processes = await select<{ id: string }>(
      cavren.db,
      'SELECT ID AS id FROM information_schema.PROCESSLIST WHERE DB = :name AND ID <> CONNECTION_ID()',
      { name: cavren.databaseName },
    );
    expect(processes.length).toBeGreaterThan(0);
    for (const { id } of processes) await execute(cavren.db, `KILL ${id}`).catch(() => undefined);
    const statuses: number[] = [];
    for (let at = 0; at < 4; at += 1) statuses.push((await walk.details([change.set('request', null, 'price', 5000 + at)])).status);
    expect(statuses.at(-1)).toBe(200);
  });
  it('jobs are claimed by one server only', async () => {
    const second = await cavren.another();
    const walk = await openFile(cavren);
    await walk.typeAll();
    await walk.consents();
    await walk.act('wren', '/move');
    for (const kind of ['identity', 'watchlist']) await walk.act('wren', '/checks', { personId: walk.applicant.id, kind });
    await Promise.all([cavren.jobs.runDue(), second.jobs.runDue(), cavren.jobs.runDue()]);
    await walk.look();
    expect(walk.file.checks.map(({ state, findings }) => [state, findings.length])).toEqual([
      ['answered', 2],
      ['answered', 0],
    ]);
    expect(walk.view.recent.filter(({ act }) => act === 'check.answer')).toHaveLength(2);
  });
  it('a claim whose server died is taken up again', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    await walk.consents();
    await walk.act('wren', '/move');
    await walk.act('wren', '/checks', { personId: walk.applicant.id, kind: 'identity' });
    await execute(cavren.db, `UPDATE job SET state = 'running', claim = 'dead', claimed_until = '2020-01-01' WHERE kind = 'check.run' AND state = 'ready'`);
    await cavren.jobs.runDue();
    expect((await walk.look()).file.checks[0]?.state).toBe('answered');
  });
  it('what one day says is computed for that day: a file of a minor waits for the birthday', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    await walk.consents();
    const eighteen = isoDate(`${Number(walk.view.today.slice(0, 4)) - 17}-01-01`);
    await walk.details([change.set('person', walk.applicant.id, 'birthDate', eighteen)]);
    expect(problem(await walk.act('wren', '/move')).errors?.[0]?.path).toBe(`bound:age:${walk.applicant.id}`);
  });
});
