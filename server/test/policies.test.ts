import type { DoorHealth, DoorView, EarningsPage, HealthNext, UnderwritingSheet } from '@cavren/contract';
import { addDays, addMonths, computePath, dayAt, identityNumberProblem, isoDate, premiumOf, underwritingOf, type Cover, type DetailChange } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { Phone } from './applicant';
import { change, makeCavren, openFile, problems, Walk, type TestCavren } from './cavren';
import { select } from '../src/db/index';
import { keysNow as now, toGathered, toPolicy, toSigned } from './insured';
import { textOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren({ places: ['us', 'nz'] });
});
afterAll(() => cavren.close());

/** Numbers that fit the check digit of the Inland Revenue. */
const numbers = (function* () {
  for (let at = 20_000_000; ; at += 1) if (identityNumberProblem('nz-ird', String(at)) === null) yield String(at);
})();
const today = (): string => dayAt(new Date().toISOString(), 'Pacific/Auckland');
const COVER = { plan: 'year', benefit: 300_000, waitingDays: '30', benefitMonths: '24', occupation: 'skipper', tobacco: 'no', height: 175, weight: 80 };
const keys = (walk: Walk): string[] => computePath(walk.file, walk.view.today).entries.map(({ key }) => key);

let births = 0;
/** A file on crew cover with everything that its details ask for, nothing said about health. */
async function crew({
  cover = {},
  account = '01-902-0068389-01',
  replaces = null,
  more = () => [],
}: { cover?: object; account?: string; replaces?: object | null; more?: (id: string) => DetailChange[] } = {}): Promise<Walk> {
  const [fullName, birthDate, number] = ['Rowena Teal', `${1990 - (births += 1)}-05-06`, numbers.next().value];
  const wish = { product: 'crew-cover', channel: 'counter', receivedOn: today(), personId: null, fullName, birthDate };
  const { body } = await (await cavren.as('wren')).post<{ reference: string }>('/api/files', wish);
  const walk = await new Walk(cavren, body.reference).look();
  await cavren.enter([{ number, fullName, birthDate }]);
  const { id } = walk.applicant;
  const answer = await walk.details([
    change.set('request', null, 'purpose', 'Income while somebody can’t work'),
    change.set('request', null, 'premiumMode', 'month'),
    change.set('request', null, 'advanceOn', today()),
    change.set('request', null, 'debitName', fullName),
    change.set('request', null, 'debitAccount', account),
    change.set('person', id, 'idNumber', number),
    change.set('person', id, 'phone', `+64 9 555 ${String(100 + births).padStart(4, '0')}`),
    change.set('person', id, 'email', `teal${births}@post.example`),
    change.add('cover', { personId: id, ...COVER, ...cover }, `cover-of-${births}-file`),
    change.add('home', {
      personId: id,
      line: '3 Rope Walk',
      town: 'South Harbour',
      postalCode: '9016',
      since: '2019-01-01',
      tenure: 'rented',
      monthlyCost: 90_000,
    }),
    change.add('income', { personId: id, kind: 'wage', source: 'Longline', amount: 600_000, frequency: 'monthly', since: '2020-01-01' }),
    change.add('work', { personId: id, kind: 'employed', employer: 'Longline', since: '2020-01-01' }),
    change.add('answer', { personId: id, question: 'crewNow', value: 'yes' }),
    change.add('answer', { personId: id, question: 'offWork', value: 'no' }),
    change.add('answer', { personId: id, question: 'replaces', value: replaces ? 'yes' : 'no' }),
    ...(replaces ? [change.add('otherPolicy', { personId: id, ...replaces })] : []),
    ...more(id),
  ]);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  return walk;
}
const say = (walk: Walk, question: string, answer: 'yes' | 'no', details: object = {}, personId = walk.applicant.id, who = 'wren') =>
  walk.act(who, '/health', { personId, question, answer, ...details });
const QUESTIONS = ['unableNow', 'heart', 'back', 'surgery', 'mind', 'diving', 'family'];
async function sayNo(walk: Walk, ...but: string[]): Promise<void> {
  for (const question of QUESTIONS.filter((one) => !but.includes(one))) expect((await say(walk, question, 'no')).status, question).toBe(200);
}
/** Consents, checks, papers, and the application signed: the file waits for its decision. */
async function toDeciding(walk: Walk): Promise<void> {
  await toGathered(walk);
  await toSigned(cavren, walk, 'Rowena Teal');
}
const phoneOf = (walk: Walk): Promise<Phone> => new Phone(cavren, walk.applicant.email ?? '', walk.applicant.phone ?? '', walk.reference).comeIn();
const sheets = async (walk: Walk, who = 'ansel') => {
  const answer = await (await cavren.as(who)).post<UnderwritingSheet[]>(`${walk.url}/underwriting/read`, {});
  await walk.look();
  return answer;
};
const underwrite = (walk: Walk, wish: object, who = 'ansel') => walk.act(who, '/underwriting', { coverId: walk.file.covers[0]?.id, ...wish });
/** Approved, offered, accepted: the file waits for its policy. */
async function toCompleting(walk: Walk): Promise<void> {
  await toDeciding(walk);
  await underwrite(walk, { outcome: 'standard' });
  expect((await walk.act('ansel', '/decision', { outcome: 'approve' })).status).toBe(200);
  await walk.act('wren', '/offer/answer', { personId: walk.applicant.id, answer: 'accept', how: 'inPerson' });
  expect(walk.file.stage).toBe('completing');
}

describe('what somebody says about their health', () => {
  const SECRET = 'A stent, put in at the harbour hospital';
  it('is asked in order, refused where it isn’t whole, and never comes back to who keyed it', async () => {
    const walk = await crew();
    expect(keys(walk)).toContain(`health:${walk.applicant.id}`);
    const next = async () => (await (await cavren.as('wren')).get<HealthNext[]>(`${walk.url}/health`)).body[0];
    expect((await next())?.next?.code).toBe('unableNow');
    expect(problems(await say(walk, 'heart', 'yes', { since: '2023-05', words: SECRET }))).toEqual([['physician', 'Name the physician']]);
    expect(problems(await say(walk, 'heart', 'no', { words: SECRET }))).toEqual([['words', 'This isn’t asked for here.']]);
    expect(problems(await say(walk, 'heartMedication', 'yes'))).toEqual([['question', 'This question isn’t asked now.']]);
    expect(problems(await say(walk, 'heart', 'yes', { since: '2199-05', words: SECRET, physician: 'Dr Tern' }))).toEqual([
      ['since', 'This month lies in the future.'],
    ]);
    expect((await say(walk, 'unableNow', 'no')).status).toBe(200);
    const answer = await say(walk, 'heart', 'yes', { since: '2023-05', words: SECRET, physician: 'Dr Tern' });
    expect(answer.status).toBe(200);
    expect((await next())?.next?.code).toBe('heartMedication');
    const medication = { name: 'Warfarin', dose: '5 mg', since: '2023-06', reason: SECRET };
    expect(problems(await say(walk, 'heartMedication', 'yes', { medications: [{ ...medication, name: 'Seaweed' }] }))).toEqual([
      ['medication', 'Choose “Seaweed” from the list.'],
    ]);
    await say(walk, 'heartMedication', 'yes', { medications: [medication] });
    await sayNo(walk, 'unableNow', 'heart');
    expect(walk.file.health).toMatchObject([{ state: 'complete' }]);
    expect(keys(walk)).not.toContain(`health:${walk.applicant.id}`);
  });
  it('is read by nobody but who underwrites and who said it: every way to read a file, for every role', async () => {
    const walk = await crew();
    await say(walk, 'unableNow', 'no');
    await say(walk, 'heart', 'yes', { since: '2023-05', words: SECRET, physician: 'Dr Ottoline Tern' });
    await say(walk, 'heartMedication', 'yes', { medications: [{ name: 'Warfarin', dose: '5 mg at night', since: '2023-06', reason: SECRET }] });
    await sayNo(walk, 'unableNow', 'heart');
    await toDeciding(walk);
    const hidden = /stent|harbour hospital|Ottoline|at night/;
    const reads = (cavren.app as unknown as { swagger: () => { paths: Record<string, Record<string, unknown>> } }).swagger().paths;
    const ways = Object.entries(reads)
      .filter(([path, methods]) => path.startsWith('/api/') && !path.startsWith('/api/door') && 'get' in methods)
      .map(([path]) => path.replace('{reference}', walk.reference).replace('{paper}', 'schedule'))
      .filter((path) => !/\{|events|docs/.test(path));
    expect(ways.length).toBeGreaterThan(20);
    expect(ways).toContain(`/api/files/${walk.reference}/history`);
    for (const who of ['wren', 'ansel', 'dilys', 'rufus', 'maud']) {
      const client = await cavren.as(who);
      for (const way of ways) {
        const { response } = await client.get(way);
        expect(hidden.test(response.rawPayload.toString('latin1')), `${who} ${way}`).toBe(false);
      }
      if (who !== 'ansel') expect((await client.post(`${walk.url}/underwriting/read`, {})).status, who).toBe(403);
      if (who !== 'wren') expect((await client.get(`${walk.url}/health`)).status, who).toBe(403);
    }
    // Nor does it lie in the clear anywhere in the database.
    const tables = await select<{ name: string }>(cavren.db, 'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()');
    for (const { name } of tables) {
      const rows = await select(cavren.db, `SELECT * FROM \`${name}\``);
      expect(hidden.test(JSON.stringify(rows, (_, value: unknown) => (Buffer.isBuffer(value) ? value.toString('latin1') : value))), name).toBe(false);
    }
    const read = await sheets(walk);
    expect(read.body[0]?.answers.map(({ said }) => said.words).join()).toContain(SECRET);
    const history = (await (await cavren.as('wren')).get<{ items: { act: string }[] }>(`${walk.url}/history`)).body;
    expect(JSON.stringify(history)).toContain('health.read');
    const own = (await (await phoneOf(walk)).get<DoorHealth>('/api/door/health')).body;
    expect(own.people[0]?.answers.find(({ said }) => said.question === 'heart')?.said.words).toBe(SECRET);
  });
  it('bars at once what it bars, says what else is open, and opens again where it was said wrongly', async () => {
    const walk = await crew();
    await say(walk, 'unableNow', 'yes');
    expect(now(walk)).toContain(`health:${walk.applicant.id}`);
    const [asked] = (await (await cavren.as('wren')).get<HealthNext[]>(`${walk.url}/health`)).body;
    expect(asked).toMatchObject({ state: 'barred', next: null });
    expect(asked?.bar?.offers).toMatch(/season plan/);
    expect((await say(walk, 'heart', 'no')).status).toBe(422);
    await say(walk, 'unableNow', 'no');
    expect(walk.file.health).toMatchObject([{ state: 'open' }]);
  });
  it('is said at the front door by the person themselves and for their children, and by nobody else', async () => {
    const walk = await crew({
      more: () => [
        change.add('person', { role: 'dependant', fullName: 'Wren Teal', birthDate: '2015-01-01' }, 'child-teal'),
        change.add('person', { role: 'householdMember', fullName: 'Bo Teal', birthDate: '1980-01-01' }, 'adult-teal'),
        change.add('cover', { personId: 'adult-teal', ...COVER }, 'cover-adult'),
      ],
    });
    await walk.act('wren', '/invite', { personId: walk.applicant.id });
    const phone = await phoneOf(walk);
    expect(phone.view.health).toBe('open');
    const first = await phone.post<DoorHealth>('/api/door/health', { personId: walk.applicant.id, question: 'unableNow', answer: 'no' });
    expect(first.body.people.map(({ name, next }) => [name, next?.code])).toEqual([['Rowena Teal', 'heart']]);
    expect((await phone.post('/api/door/health', { personId: 'adult-teal', question: 'unableNow', answer: 'no' })).status).toBe(403);
    expect((await phone.post('/api/door/health', { personId: walk.applicant.id, question: 'nothing', answer: 'no' })).status).toBe(422);
  });
  it('goes with whoever leaves the file, and isn’t asked of who comes in by an event', async () => {
    const walk = await crew({
      more: () => [
        change.add('person', { role: 'householdMember', fullName: 'Bo Teal', birthDate: '1980-01-01' }, 'bo-goes-away'),
        change.add('cover', { personId: 'bo-goes-away', ...COVER }, 'cover-goes'),
      ],
    });
    await say(walk, 'unableNow', 'no', {}, 'bo-goes-away');
    const left = () => select<{ n: number }>(cavren.db, "SELECT COUNT(*) AS n FROM health_answer WHERE person_id = 'bo-goes-away'");
    expect(Number((await left())[0]?.n)).toBe(1);
    await walk.details([change.remove('person', 'bo-goes-away')]);
    expect(Number((await left())[0]?.n)).toBe(0);
    expect(walk.file.health).toEqual([]);
    const id = walk.file.covers[0]?.id ?? '';
    await walk.details([change.set('cover', id, 'enrolment', 'lost-cover'), change.set('cover', id, 'enrolmentOn', today())]);
    expect(keys(walk)).not.toContain(`health:${walk.applicant.id}`);
    expect(keys(walk)).toContain(`condition:enrolment:${id}`);
    expect((await say(walk, 'unableNow', 'no')).status).toBe(404);
    expect(problems(await walk.details([change.set('cover', id, 'enrolmentOn', '2099-01-01')]))?.[0]?.[0]).toContain('enrolmentOn');
  });
});

describe('underwriting', () => {
  it('is for another person than who prepared it, once it is decided, and holds until something changes', async () => {
    const walk = await crew({ cover: { tobacco: 'yes', occupation: 'deckhand' } });
    await sayNo(walk);
    expect((await sheets(walk)).status).toBe(409);
    await toDeciding(walk);
    expect(now(walk)).toContain(`underwriting:${walk.file.covers[0]?.id}`);
    expect((await walk.act('ansel', '/decision', { outcome: 'approve' })).status).toBe(409);
    const [sheet] = (await sheets(walk)).body;
    expect(sheet?.manual).toMatchObject({ points: 35, class: 'Raised', outcome: 'loaded', loading: 0.25 });
    expect((await underwrite(walk, { outcome: 'loaded', loading: 0.5 })).status).toBe(409);
    expect((await underwrite(walk, { outcome: 'loaded', loading: 0.25 }, 'wren')).status).toBe(403);
    const before = computePath(walk.file, walk.view.today).figures.figures.find(({ measure }) => measure === 'premium')?.value ?? 0;
    expect((await underwrite(walk, { outcome: 'loaded', loading: 0.5, reason: 'Two accidents aboard' })).status).toBe(200);
    expect(walk.file.underwritings[0]).toMatchObject({ overruled: true, by: 'Ansel Brightmoor', reason: 'Two accidents aboard' });
    expect(now(walk).filter((key) => key.startsWith('underwriting:'))).toEqual([]);
    expect(computePath(walk.file, walk.view.today).figures.figures.find(({ measure }) => measure === 'premium')?.value).toBeGreaterThan(before);
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    expect(walk.file.offer?.terms.covered).toMatchObject([{ name: 'Rowena Teal', loading: 0.5 }]);
    const offer = (await (await phoneOf(walk)).get<DoorView>('/api/door/me')).body.offer;
    expect(offer?.terms.map(({ value }) => value)).toContain('premium raised by 50 %');
  });
  it('that gives no cover lets nobody approve', async () => {
    const walk = await crew();
    await sayNo(walk, 'surgery');
    await say(walk, 'surgery', 'yes', { since: today().slice(0, 7), words: 'knee', physician: 'Dr Tern' });
    await toDeciding(walk);
    expect((await sheets(walk)).body[0]?.manual).toMatchObject({ outcome: 'postponed' });
    expect((await underwrite(walk, { outcome: 'postponed', postponedUntil: '2099-01-01', reason: 'After the second operation' })).status).toBe(200);
    expect((await walk.act('ansel', '/decision', { outcome: 'approve' })).status).toBe(409);
    expect((await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['application-ineligible'], other: null, comment: null })).status).toBe(200);
  });
});

describe('a policy', () => {
  it('is paid for first, issued by a third person, handed over, and given back for all that was paid', async () => {
    const walk = await crew();
    await sayNo(walk);
    await toCompleting(walk);
    expect((await walk.act('ansel', '/policy/premium')).status).toBe(403);
    expect((await walk.act('wren', '/policy/issue')).status).toBe(403);
    expect((await walk.act('dilys', '/policy/issue')).body).toMatchObject({ code: 'premium-first' });
    expect((await (await cavren.as('dilys')).get(`${walk.url}/policy/schedule`)).status).toBe(404);
    await walk.act('dilys', '/policy/premium');
    expect(walk.file.policy).toMatchObject({ state: 'none', order: { state: 'ordered' } });
    expect((await walk.act('dilys', '/policy/premium')).status).toBe(409);
    await walk.await();
    const { premium = 0 } = walk.file.policy ?? {};
    expect(walk.file.policy?.paidAt).not.toBeNull();
    await walk.act('dilys', '/policy/issue');
    expect(now(walk)).toEqual(['policy:issue']);
    await walk.await();
    expect(walk.file).toMatchObject({ stage: 'done', policy: { state: 'issued', number: expect.stringMatching(/^QC-NZ-/) as string, startsOn: today() } });
    const phone = await phoneOf(walk);
    expect(phone.view.policy).toMatchObject({ number: walk.file.policy?.number, ended: false });
    for (const paper of ['schedule', 'cards']) {
      const { response } = await phone.get(`/api/door/policy/${paper}`);
      expect([response.statusCode, response.rawPayload.subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
    }
    expect((await walk.act('dilys', '/policy/end', { on: '2020-01-01', by: 'insured', reason: 'Sold the boat' })).status).toBe(422);
    await walk.act('dilys', '/policy/end', { on: today(), by: 'freeLook', reason: 'Changed her mind' });
    await walk.await();
    expect(walk.file.policy).toMatchObject({ state: 'ended', endedBecause: 'freeLook', refund: premium, refundOrder: { state: 'done', amount: premium } });
    expect((await walk.act('dilys', '/policy/end', { on: today(), by: 'insured', reason: 'Twice' })).status).toBe(409);
  });
  it('that the issuing system doesn’t take says by field what is wrong, and is ordered anew once it is right', async () => {
    const walk = await crew({ cover: { benefit: 300_050 } });
    await sayNo(walk);
    await toCompleting(walk);
    await walk.act('dilys', '/policy/premium');
    await walk.await();
    await walk.act('dilys', '/policy/issue');
    await walk.await();
    expect(walk.file.policy).toMatchObject({ state: 'rejected', faults: [{ field: 'cover:cover' }] });
    expect(now(walk)).toEqual(['policy:issue:0']);
    // Asked for once more, it is asked once more, and not taken for what was done.
    expect((await walk.act('dilys', '/policy/issue')).status).toBe(200);
    await walk.await();
    expect(walk.file.policy).toMatchObject({ state: 'rejected', faults: [{ field: 'cover:cover' }] });
    // What was approved has to be put right: the premium goes back, and the file is decided again.
    const { premium = 0 } = walk.file.policy ?? {};
    await walk.act('dilys', '/policy/send-back', { question: 'The benefit has to be a multiple of ten' });
    await walk.await();
    expect(walk.file).toMatchObject({ stage: 'gathering', policy: { state: 'none', paidAt: null, refundOrder: { state: 'done', amount: premium } } });
    // The application that was signed said otherwise.
    await walk.act('wren', '/agreement/void', { reason: 'The benefit changes' });
    expect((await walk.details([change.set('cover', walk.file.covers[0]?.id ?? '', 'benefit', 300_000)])).status).toBe(200);
    expect(keys(walk)).toContain('policy:premium');
  });
  it('whose order the issuing system doesn’t answer stands as ordered, and nothing moves meanwhile', async () => {
    const walk = await crew();
    await sayNo(walk);
    await toCompleting(walk);
    await walk.act('dilys', '/policy/premium');
    await walk.await();
    await cavren.setMode('issuing', 'down');
    await walk.act('dilys', '/policy/issue');
    await walk.await();
    await cavren.setMode('issuing', 'normal');
    expect(walk.file.policy).toMatchObject({ state: 'ordered', problem: expect.stringMatching(/asked again/) as string });
    expect((await walk.act('dilys', '/policy/issue')).status).toBe(409);
    expect((await walk.act('dilys', '/policy/send-back', { question: 'Too slow' })).status).toBe(409);
    expect((await walk.act('wren', '/withdraw', { reason: 'too slow' })).status).toBe(409);
  });
  it('isn’t issued while nobody knows what the bank did with its premium', async () => {
    const walk = await crew({ account: '01-902-0068389-01', more: () => [] });
    await sayNo(walk);
    await toCompleting(walk);
    await cavren.setMode('bank', 'down');
    await walk.act('dilys', '/policy/premium');
    await walk.await();
    expect(walk.file.policy?.order?.state).toBe('unknown');
    expect((await walk.act('dilys', '/policy/issue')).status).toBe(409);
    await cavren.setMode('bank', 'normal');
  });
});

describe('a cover that takes the place of another', () => {
  const OLD = {
    insurer: 'Tidewater Life',
    address: 'PO Box 418, South Harbour',
    number: 'TL 20-4471',
    becomes: 'replaced',
    benefit: 280_000,
    waitingDays: '60',
    premium: 6_140,
    why: 'Works farther out now',
  };
  const letters = async (walk: Walk) =>
    select<{ recipient: string; notice_id: string }>(
      cavren.db,
      `SELECT m.recipient, m.notice_id FROM message m JOIN file f ON f.id = m.file_id WHERE m.channel = 'letter' AND f.reference = :reference`,
      { reference: walk.reference },
    );
  it('is declared and signed with the application; the other insurer is told once the policy is there, and not before', async () => {
    const walk = await crew({ replaces: { ...OLD, endsOn: addDays(isoDate(today()), -1) } });
    await sayNo(walk);
    await toGathered(walk);
    await walk.act('wren', '/move');
    await walk.act('wren', '/agreement');
    await walk.await();
    const phone = await phoneOf(walk);
    await phone.post('/api/door/consent');
    await phone.readAll();
    await phone.post('/api/door/sign', { mark: 'typed', name: 'Rowena Teal', choice: null });
    await walk.await();
    const application = await phone.get('/api/door/agreement?document=application');
    const signed = textOf(application.response.rawPayload).replace(/\s+/g, ' ');
    for (const said of ['waiting times begin anew', 'Notice to Tidewater Life', 'TL 20-4471']) expect(signed).toContain(said);
    await walk.act('wren', '/move');
    await underwrite(walk, { outcome: 'standard' });
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    expect(await letters(walk)).toEqual([]);
    await toPolicy(walk);
    await walk.await();
    const [letter, ...others] = await letters(walk);
    expect(others).toEqual([]);
    expect(letter?.recipient).toBe('Tidewater Life, PO Box 418, South Harbour');
    const paper = await (await cavren.as('wren')).get(`${walk.url}/notices/${letter?.notice_id ?? ''}`);
    const text = textOf(paper.response.rawPayload).replace(/\s+/g, ' ');
    for (const said of ['Please end it after its last day', 'TL 20-4471', 'Signed electronically by Rowena Teal']) expect(text).toContain(said);
    // It is sealed, and says nothing of what only the application says.
    expect(paper.response.rawPayload.toString('latin1')).toContain('/Type /Sig');
    expect(text).not.toContain('Longline');
    expect((await phone.get<DoorView>('/api/door/me')).body.notices.map(({ kind }) => kind)).toContain('replacement');
  });
  it('is named where it was said, and is none where it goes on beside', async () => {
    const walk = await crew({ replaces: { ...OLD, endsOn: today(), becomes: 'kept' } });
    expect(now(walk)).toContain(`replacement:said:${walk.applicant.id}`);
    expect(await walk.details([change.add('otherPolicy', { personId: 'somebody-else-entirely', insurer: 'X' })])).toMatchObject({ status: 422 });
    await walk.details([change.set('otherPolicy', walk.file.otherPolicies[0]?.id ?? '', 'becomes', 'replaced')]);
    expect(now(walk)).not.toContain(`replacement:said:${walk.applicant.id}`);
    expect(now(walk)).not.toContain(`needs:otherPolicy:endsOn:${walk.file.otherPolicies[0]?.id ?? ''}`);
  });
});

describe('a policy that is changed while it runs', () => {
  const running = async (): Promise<Walk> => {
    const walk = await crew({ cover: { tobacco: 'yes' } });
    await sayNo(walk);
    await toDeciding(walk);
    expect((await underwrite(walk, { outcome: 'loaded', loading: 0.6, reason: 'Smokes at sea, and more than most' })).status).toBe(200);
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    await toPolicy(walk);
    // Nobody was named who brings it: whoever keeps it when it is issued does, for good.
    expect(walk.file.producers).toEqual([{ staffId: 'staff-wren', name: 'Wren Halloway', share: 100 }]);
    return walk;
  };
  const benefit = (walk: Walk, value: number) => [change.set('cover', walk.file.covers[0]?.id ?? '', 'benefit', value)];
  const propose = (walk: Walk, changes: DetailChange[], on = today(), who = 'wren') =>
    walk.act(who, '/policy/changes', { on, changes, reason: 'Works fewer trips this winter' });
  const answer = (walk: Walk, wish: 'make' | 'refuse', who = 'ansel') =>
    walk.act(who, `/policy/changes/${walk.file.policyChanges.at(-1)?.id ?? ''}`, { answer: wish });

  it('is proposed by one and made by another: what comes back is paid, and what was underwritten stays', async () => {
    const walk = await running();
    const before = walk.file.policy?.premium ?? 0;
    // Not by changing its details, which are locked, and not by who may not.
    expect((await walk.details(benefit(walk, 150_000))).status).toBe(409);
    expect((await propose(walk, benefit(walk, 150_000), today(), 'ansel')).status).toBe(403);
    expect((await propose(walk, benefit(walk, 400_000))).body).toMatchObject({ code: 'policy-change' });
    expect((await propose(walk, benefit(walk, 150_000), addDays(isoDate(today()), -1))).status).toBe(409);
    expect((await propose(walk, [change.set('person', walk.applicant.id, 'fullName', 'Somebody Else')])).status).toBe(409);
    expect((await propose(walk, benefit(walk, 150_000))).status).toBe(200);
    expect(walk.file.covers[0]?.benefit).toBe(300_000);
    expect(now(walk)).toEqual([`policyChange:${walk.file.policyChanges[0]?.id ?? ''}`]);
    const list = (await (await cavren.as('ansel')).get<{ items: { reference: string }[] }>('/api/today?waitingFor=me&page=1&size=50')).body;
    expect(list.items.map(({ reference }) => reference)).toContain(walk.reference);
    expect((await propose(walk, benefit(walk, 140_000))).body).toMatchObject({ code: 'policy-change' });
    expect((await answer(walk, 'make', 'wren')).status).toBe(403);
    expect((await answer(walk, 'make')).status).toBe(200);
    expect(walk.file.covers[0]?.benefit).toBe(150_000);
    const [made] = walk.file.policyChanges;
    expect(made).toMatchObject({ state: 'made', decidedBy: 'Ansel Brightmoor', order: { state: 'ordered' } });
    expect(made?.amount).toBeLessThan(0);
    expect(underwritingOf(walk.file, walk.file.covers[0] as Cover)).toMatchObject({ loading: 0.6 });
    await walk.await();
    expect(walk.file.policyChanges[0]).toMatchObject({ order: { state: 'done', amount: 0 - (made?.amount ?? 0) } });
    expect(now(walk)).toEqual([]);
    expect((await answer(walk, 'refuse')).status).toBe(404);
    // What ends it later knows what came back.
    await walk.act('dilys', '/policy/end', { on: today(), by: 'freeLook', reason: 'thought better of it' });
    expect(walk.file.policy).toMatchObject({ state: 'ended', refund: before + (made?.amount ?? 0) });
    expect((await propose(walk, benefit(walk, 120_000))).body).toMatchObject({ code: 'policy-change' });
  });
  it('is refused with a word, and nothing changes', async () => {
    const walk = await running();
    await propose(walk, [change.set('cover', walk.file.covers[0]?.id ?? '', 'plan', 'season')]);
    expect((await answer(walk, 'refuse')).status).toBe(200);
    expect(walk.file).toMatchObject({ covers: [{ plan: 'year' }], policyChanges: [{ state: 'refused', order: null }] });
    expect(now(walk)).toEqual([]);
  });
  it('is charged for what it costs more', async () => {
    const walk = await running();
    await propose(walk, [change.set('cover', walk.file.covers[0]?.id ?? '', 'plan', 'year-plus')]);
    await answer(walk, 'make');
    await walk.await();
    const [made] = walk.file.policyChanges;
    expect(made?.amount).toBeGreaterThan(0);
    expect(made?.order).toMatchObject({ state: 'done', amount: made?.amount });
    const schedule = await (await cavren.as('wren')).get(`${walk.url}/policy/schedule`);
    expect(textOf(schedule.response.rawPayload)).toContain('Year-round plan with retraining');
  });
});

describe('who brings a policy', () => {
  const name = (walk: Walk, producers: { staffId: string; share: number }[], who = 'wren') => walk.act(who, '/producers', { producers });
  const statement = async (who: string, month: string) => (await (await cavren.as(who)).get<EarningsPage>(`/api/earnings?month=${month}`)).body;
  const BOTH = [
    { staffId: 'staff-wren', share: 66.67 },
    { staffId: 'staff-tamsin', share: 33.33 },
  ];
  it('is certified, shares the whole, and earns of each payment when it is due; what ends goes back', async () => {
    const walk = await crew();
    expect((await name(walk, BOTH, 'ansel')).status).toBe(403);
    expect((await name(walk, [{ staffId: 'staff-ansel', share: 100 }])).body).toMatchObject({
      code: 'producers',
      title: expect.stringContaining('certificate') as string,
    });
    expect((await name(walk, [{ staffId: 'staff-wren', share: 90 }])).body).toMatchObject({
      code: 'producers',
      title: expect.stringContaining('90 %') as string,
    });
    expect((await name(walk, [{ staffId: 'staff-wren', share: 33.333 }])).status).toBe(422);
    expect((await name(walk, BOTH)).status).toBe(200);
    expect(walk.file.producers.map(({ name: who }) => who)).toEqual(['Wren Halloway', 'Tamsin Orrick']);
    await sayNo(walk);
    await toDeciding(walk);
    await underwrite(walk, { outcome: 'standard' });
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    await toPolicy(walk);
    expect((await name(walk, BOTH)).body).toMatchObject({ code: 'issued' });

    const month = today().slice(0, 7);
    const premium = premiumOf(walk.file, isoDate(today()));
    const own = (page: EarningsPage) => page.items.filter(({ reference }) => reference === walk.reference);
    const first = own(await statement('maud', month));
    // A fifth of the premium of a new policy, before tax, to the cent.
    expect(first.map(({ amount }) => amount as number).reduce((so, amount) => so + amount, 0)).toBe(Math.round((premium?.net ?? 0) * 0.2));
    expect(first.map(({ kind, basis, share }) => [kind, basis, share])).toEqual([
      ['firstYear', premium?.net, 33.33],
      ['firstYear', premium?.net, 66.67],
    ]);
    // Officers see their own, and others nothing.
    expect(own(await statement('wren', month)).map(({ staffId }) => staffId)).toEqual(['staff-wren']);
    expect((await (await cavren.as('ansel')).get(`/api/earnings?month=${month}`)).status).toBe(403);
    expect((await (await cavren.as('wren')).get('/api/earnings?month=2026-13')).status).toBe(422);
    const csv = (await (await cavren.as('tamsin')).get(`/api/earnings.csv?month=${month}`)).response.body;
    expect(csv).toContain(walk.file.policy?.number ?? 'no number');
    expect(csv).not.toContain('Wren Halloway');

    await walk.act('dilys', '/policy/end', { on: today(), by: 'freeLook', reason: 'thought better of it' });
    const next = addMonths(isoDate(today()), 1).slice(0, 7);
    for (const when of [month, next])
      expect(
        own(await statement('maud', when)).reduce((so, { amount }) => so + amount, 0),
        when,
      ).toBe(0);
    expect(
      own(await statement('maud', next))
        .map(({ kind }) => kind)
        .sort(),
    ).toEqual(['back', 'back', 'firstYear', 'firstYear']);
  });
  it('is whoever keeps the file where nobody is named, and nobody of what isn’t insured', async () => {
    const loan = await openFile(cavren);
    expect((await name(loan, BOTH)).body).toMatchObject({ code: 'not-insured' });
    expect((await (await cavren.as('wren')).get<{ staffId: string }[]>(`${(await crew()).url}/producers`)).body.map(({ staffId }) => staffId).sort()).toEqual([
      'staff-tamsin',
      'staff-wren',
    ]);
  });
});
