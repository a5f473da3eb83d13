import { viewAfter } from '@cavren/contract';
import type {
  CertificatePage,
  DoorDetailsView,
  DoorView,
  FileView,
  Found,
  MonitoringView,
  PersonMatches,
  ProductOnOffer,
  PublicProduct,
  RegisterPage,
  RegisterView,
  StatedBy,
} from '@cavren/contract';
import { addDays, computePath, isoDate } from '@cavren/core';
import { nanoid } from 'nanoid';
import { afterAll, afterEach, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { speakerFor } from '@cavren/words';
import { inTransaction, select } from '../src/db/index';
import { newestMessage } from './applicant';
import { dayAtHome, change, makeCavren, openFile, REFIT_VERSION, Walk, type Answer, type TestCavren, problem } from './cavren';
import { makePersons, randomFrom, withSlip } from './register';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());
afterEach(() => {
  cavren.clock.at = null;
});

const today = () => dayAtHome();
let drawn = 0;
/** A birth date that nobody else in these tests has. */
const someDay = (): string => `19${40 + Math.floor(drawn / 300)}-${String(1 + (drawn % 12)).padStart(2, '0')}-${String(1 + (drawn++ % 28)).padStart(2, '0')}`;

async function open(wish: object, who = 'wren'): Promise<Answer<{ reference: string }>> {
  return (await cavren.as(who)).post('/api/files', {
    product: 'workboat-refit',
    channel: 'counter',
    receivedOn: today(),
    personId: null,
    fullName: null,
    birthDate: null,
    ...wish,
  });
}
const countFiles = async (): Promise<number> => Number((await select<{ files: string }>(cavren.db, 'SELECT COUNT(*) AS files FROM file'))[0]?.files);
const look = (reference: string) => new Walk(cavren, reference).look();
async function opened(wish: object): Promise<Walk> {
  const answer = await open(wish);
  expect([answer.status, problem(answer).title]).toEqual([201, undefined]);
  return look(answer.body.reference);
}
const search = async (body: object, who = 'wren') => (await (await cavren.as(who)).post<PersonMatches>('/api/persons/search', body)).body.matches;
const pathKeys = (walk: Walk) => computePath(walk.file, isoDate(today())).now.map(({ key }) => key);

describe('find before you create', () => {
  it('one line finds by name, slip, short form, birth date, number, phone and e-mail, each with its reason', async () => {
    const walk = await opened({
      fullName: 'William Harrowgate',
      birthDate: '1961-03-09',
      number: '912-40-7781',
      phone: '(212) 555-0144',
      email: 'will@post.example',
    });
    expect(walk.applicant.fullName).toBe('William Harrowgate');
    const first = async (text: string) => (await search({ text }))[0];
    expect(await first('Bill Harowgate')).toMatchObject({ fullName: 'William Harrowgate', strength: 'likely' });
    expect(await first('harrowgate 3/9/1961')).toMatchObject({ fullName: 'William Harrowgate', reasons: ['a part of the name', 'same birth date'] });
    expect(await first('912-40-7781')).toMatchObject({ reasons: ['same identity or tax number'], strength: 'strong' });
    expect(await first('212.555.0144')).toMatchObject({ fullName: 'William Harrowgate', reasons: ['same phone'] });
    expect(await first('WILL@post.example')).toMatchObject({ reasons: ['same e-mail'] });
    expect(await first('W. Harrowgate')).toMatchObject({ fullName: 'William Harrowgate' });
    expect((await first('Harrowgate William'))?.files).toMatchObject([{ reference: walk.reference, role: 'applicant', open: true }]);
    expect(await search({ text: 'Nobody Likethis' })).toEqual([]);
    expect((await (await cavren.as('wren')).post('/api/persons/search', {})).status).toBe(422);
  });

  it('somebody new beside a strong match needs a reason, which compliance then looks at', async () => {
    const born = someDay();
    const known = await opened({ fullName: 'Petra Vane', birthDate: born });
    const refused = await open({ fullName: 'Petra Vanes', birthDate: born });
    expect(problem(refused).errors).toMatchObject([
      { path: 'differentBecause', message: expect.stringContaining('Petra Vane is known (name one letter off, same birth date)') as string },
    ]);
    const walk = await opened({ fullName: 'Petra Vanes', birthDate: born, differentBecause: 'Twins: both were at the counter' });
    expect(walk.file.duplicates).toMatchObject([{ state: 'different', matchName: 'Petra Vane', by: 'Wren Halloway' }]);
    const entry = computePath(walk.file, isoDate(today())).later.find(({ key }) => key.startsWith('duplicate:'));
    expect(entry).toMatchObject({ holder: 'compliance', gate: 'checking' });
    const id = walk.file.duplicates[0]?.id ?? '';
    expect((await walk.act('wren', `/duplicates/${id}/review`, { verdict: 'confirmed' })).status).toBe(403);
    expect((await walk.act('rufus', `/duplicates/${id}/review`, { verdict: 'confirmed' })).status).toBe(200);
    expect(walk.file.duplicates[0]).toMatchObject({ state: 'confirmed', reviewedBy: 'Rufus Egerstrand' });
    expect(walk.applicant.personId).not.toBe(known.applicant.personId);
  });

  it('compliance finds that two are one: the entries are merged, and the undo brings both back', async () => {
    const born = someDay();
    const known = await opened({ fullName: 'Oda Kestrel', birthDate: born });
    const walk = await opened({ fullName: 'Oda Kestrell', birthDate: born, differentBecause: 'said to be a cousin' });
    const [kept, dropped] = [known.applicant.personId ?? '', walk.applicant.personId ?? ''];
    await walk.act('rufus', `/duplicates/${walk.file.duplicates[0]?.id ?? ''}/review`, { verdict: 'same' });
    const rufus = await cavren.as('rufus');
    const merged = (await rufus.get<RegisterView>(`/api/persons/${kept}`)).body;
    expect(merged.files.map(({ reference }) => reference).sort()).toEqual([known.reference, walk.reference].sort());
    expect((await search({ text: 'Kestrell Oda' })).map(({ id }) => id)).toEqual([kept]);
    expect((await rufus.get<RegisterView>(`/api/persons/${dropped}`)).body).toMatchObject({ mergedInto: kept, files: [] });
    expect(problem(await open({ personId: dropped })).errors?.[0]?.message).toMatch(/merged into another/);
    expect((await rufus.post<RegisterView>(`/api/persons/merges/${merged.merges[0]?.id ?? ''}/undo`)).body.merges[0]?.undoneBy).toBe('Rufus Egerstrand');
    expect((await rufus.get<RegisterView>(`/api/persons/${dropped}`)).body).toMatchObject({ mergedInto: null, files: [{ reference: walk.reference }] });
    expect(problem(await rufus.post(`/api/persons/merges/${merged.merges[0]?.id ?? ''}/undo`)).code).toBe('undone');
  });

  it('a merge by hand needs the right, a reason, and two entries that aren’t in one file', async () => {
    const walk = await opened({ fullName: 'Lorn Abbot', birthDate: someDay() });
    await walk.details([change.add('person', { role: 'guarantor', fullName: 'Mabel Quern', birthDate: someDay() })]);
    const [a, b] = walk.file.people.map(({ personId }) => personId);
    const merge = async (who: string, body: object) => (await cavren.as(who)).post('/api/persons/merge', body);
    expect((await merge('wren', { keepId: a, dropId: b, reason: 'one person' })).status).toBe(403);
    expect((await merge('rufus', { keepId: a, dropId: b, reason: '' })).status).toBe(422);
    expect(problem(await merge('rufus', { keepId: a, dropId: b, reason: 'one person' })).code).toBe('both-in-file');
    expect((await merge('rufus', { keepId: a, dropId: a, reason: 'one person' })).status).toBe(422);
  });

  it('somebody who is typed into a file and proves known is asked about, linked, and comes with what the register has', async () => {
    const born = someDay();
    const known = await opened({ fullName: 'Sabine Orlo', birthDate: born, phone: '(646) 555-0113' });
    const walk = await opened({ fullName: 'Hjalmar Orlo', birthDate: someDay() });
    await walk.details([change.add('person', { role: 'coApplicant', fullName: 'Sabin Orlo' }, 'partner-orlo')]);
    expect(walk.file.duplicates).toEqual([]);
    await walk.details([change.set('person', 'partner-orlo', 'birthDate', born)]);
    expect(walk.file.duplicates).toMatchObject([{ state: 'open', matchName: 'Sabine Orlo', personId: 'partner-orlo' }]);
    expect(pathKeys(walk)).toContain(`duplicate:${walk.file.duplicates[0]?.id ?? ''}`);
    await walk.act('wren', `/duplicates/${walk.file.duplicates[0]?.id ?? ''}`, { verdict: 'same' });
    expect(walk.file.people.find(({ id }) => id === 'partner-orlo')?.personId).toBe(known.applicant.personId);
    expect(walk.file.duplicates[0]?.state).toBe('same');
  });
  it('a question whose match is corrected away goes by itself', async () => {
    const born = someDay();
    await opened({ fullName: 'Una Brack', birthDate: born });
    const walk = await opened({ fullName: 'Sten Brack', birthDate: someDay() });
    await walk.details([change.add('person', { role: 'dependant', fullName: 'Una Brack', birthDate: born }, 'una-brack')]);
    expect(walk.file.duplicates).toHaveLength(1);
    const other = someDay();
    await walk.details([change.set('person', 'una-brack', 'birthDate', other)]);
    expect(walk.file.duplicates).toEqual([]);
    expect(walk.file.people.find(({ id }) => id === 'una-brack')?.personId).not.toBeNull();
  });

  it('a known person brings addresses and jobs along, with their age; old details are asked again', async () => {
    cavren.clock.at = new Date(Date.now() - 300 * 86_400_000);
    const before = await opened({ fullName: 'Ragna Holt', birthDate: someDay(), receivedOn: dayAtHome(cavren.clock.at) });
    await before.details([
      change.add('home', { personId: before.applicant.id, line: '1 Quay', town: 'Quillhaven', since: '2020-01-01' }),
      change.add('work', { personId: before.applicant.id, kind: 'employed', employer: 'Petrel Ferries', since: '2020-01-01' }),
      change.set('person', before.applicant.id, 'phone', '(212) 555-0155'),
    ]);
    cavren.clock.at = null;
    const walk = await opened({ personId: before.applicant.personId });
    expect(walk.file.homes).toMatchObject([{ line: '1 Quay', personId: walk.applicant.id }]);
    expect(walk.file.works).toMatchObject([{ employer: 'Petrel Ferries' }]);
    expect(walk.applicant).toMatchObject({ fullName: 'Ragna Holt', phone: '+12125550155' });
    expect(pathKeys(walk)).toContain(`old:${walk.applicant.id}`);
    await walk.details([change.set('person', walk.applicant.id, 'detailsConfirmed', today())]);
    expect(pathKeys(walk)).not.toContain(`old:${walk.applicant.id}`);
    const partner = await opened({ fullName: 'Egil Holt', birthDate: someDay() });
    await partner.details([change.add('person', { role: 'coApplicant', personId: before.applicant.personId }, 'ragna-again')]);
    expect(partner.file.people.find(({ id }) => id === 'ragna-again')).toMatchObject({ fullName: 'Ragna Holt', phone: '+12125550155' });
    expect(partner.file.homes).toMatchObject([{ line: '1 Quay', personId: 'ragna-again' }]);
    expect(problem(await partner.details([change.add('person', { role: 'guarantor', personId: before.applicant.personId })])).errors?.[0]?.message).toMatch(
      /in the file already/,
    );
  });

  it('the register lists everybody by name, and the command bar finds people and files', async () => {
    const wren = await cavren.as('wren');
    const page = (await wren.get<RegisterPage>('/api/persons?size=5')).body;
    expect(page.items).toHaveLength(5);
    expect(page.total).toBeGreaterThan(10);
    const names = page.items.map(({ fullName }) => fullName);
    expect([...names].sort((a, b) => a.localeCompare(b))).toEqual(names);
    const found = (await wren.get<Found>('/api/find?text=harrowg')).body;
    expect(found.files).toMatchObject([{ applicant: 'William Harrowgate' }]);
    expect((await wren.get<Found>(`/api/find?text=${found.files[0]?.reference.toLowerCase() ?? ''}`)).body.files).toMatchObject([
      { applicant: 'William Harrowgate' },
    ]);
    expect((await wren.get<Found>('/api/find?text=harrowgat')).body.persons).toMatchObject([{ name: 'William Harrowgate', born: '9 Mar 1961' }]);
    expect((await (await cavren.as('ansel')).get<Found>('/api/find?text=harrowgate')).body.persons).toEqual([]);
    expect((await (await cavren.as('ansel')).get('/api/persons')).status).toBe(403);
  });
});

describe('the search over ten thousand persons', () => {
  it('a slip of one letter is still found first in at least 95 of 100', async () => {
    const own = await makeCavren();
    const persons = makePersons(10_000);
    for (let from = 0; from < persons.length; from += 2000)
      await inTransaction(own.db, (tx) => own.services.personsStore.insertMany(persons.slice(from, from + 2000), tx));
    const random = randomFrom(7);
    let first = 0;
    const missed: string[] = [];
    for (let turn = 0; turn < 100; turn += 1) {
      const person = persons[random(persons.length)];
      const text = withSlip(person?.fullName ?? '', random);
      const { matches } = await own.services.persons.search({ name: text });
      if (matches[0]?.id === person?.id) first += 1;
      else missed.push(`${text} for ${person?.fullName ?? ''}: ${matches[0]?.fullName ?? 'nobody'}`);
    }
    await own.close();
    expect(first, missed.join('\n')).toBeGreaterThanOrEqual(95);
  }, 120_000);
});

describe('one household in one round', () => {
  const cottage = { product: 'quay-cottages' };
  it('refuses the same person in two open files, and both show who stands in the other', async () => {
    const born = someDay();
    const one = await opened({ ...cottage, fullName: 'Hesper Dun', birthDate: born, number: '955-31-2207' });
    const again = await open({ ...cottage, personId: one.applicant.personId });
    expect([again.status, problem(again).code, problem(again).title]).toEqual([409, 'round-taken', expect.stringContaining(one.reference)]);
    const two = await opened({ ...cottage, fullName: 'Anselm Dun', birthDate: someDay() });
    expect(problem(await two.details([change.add('person', { role: 'coApplicant', personId: one.applicant.personId })])).code).toBe('round-taken');
    await two.details([
      change.add('person', { role: 'householdMember', fullName: 'Hespera Dunn', birthDate: someDay(), idNumber: '955-31-2207' }, 'hesper-dun'),
    ]);
    expect(two.file.clashes).toEqual([{ personId: 'hesper-dun', reference: one.reference }]);
    // The lists show it too, though nobody touched that file.
    await one.await();
    expect(one.file.clashes).toEqual([{ personId: one.applicant.id, reference: two.reference }]);
    expect(pathKeys(one)).toContain(`clash:${one.applicant.id}:${two.reference}`);
    const open_ = (await (await cavren.as('wren')).get<FileView>(two.url)).body;
    const { changed, entries, ...answer } = (await two.act('wren', '/withdraw', { reason: 'they come in together' })).body;
    // Whoever looks on sees how it ended, from the answer as from reading the file anew.
    const ended = (await (await cavren.as('wren')).get<FileView>(two.url)).body;
    expect(ended.ending).toMatchObject({ act: 'file.withdraw', actor: 'Wren Halloway', after: 'they come in together' });
    expect([open_.ending, viewAfter(open_, { changed, entries, ...answer })?.ending]).toEqual([null, ended.ending]);
    await one.await();
    expect(one.file.clashes).toEqual([]);
  });
  it('a referee, or a product without rounds, clashes with nothing', async () => {
    const walk = await opened({ ...cottage, fullName: 'Perran Loe', birthDate: someDay(), number: '955-31-3307' });
    const other = await opened({ ...cottage, fullName: 'Ysolde Roe', birthDate: someDay() });
    await other.details([change.add('person', { role: 'referee', personId: walk.applicant.personId })]);
    expect(other.file.clashes).toEqual([]);
    expect((await open({ personId: walk.applicant.personId })).status).toBe(201);
  });
});

describe('how an application begins', () => {
  it('by post: signed, received and keyed are kept apart, none later than the next', async () => {
    const wish = { channel: 'post', fullName: 'Gale Pinnock', birthDate: someDay() };
    const day = (back: number) => dayAtHome(new Date(Date.now() - back * 86_400_000));
    expect(problem(await open(wish)).errors).toMatchObject([{ path: 'signedOn' }]);
    expect(problem(await open({ ...wish, receivedOn: day(3), signedOn: day(1) })).errors).toMatchObject([{ path: 'signedOn' }]);
    expect(problem(await open({ ...wish, receivedOn: day(-2), signedOn: day(5) })).errors).toMatchObject([{ path: 'receivedOn' }]);
    const walk = await opened({ ...wish, receivedOn: day(2), signedOn: day(5) });
    expect(walk.file).toMatchObject({ receivedOn: day(2), signedOn: day(5) });
    expect(dayAtHome(new Date(walk.file.openedAt))).toBe(today());
    // Whoever signs after the first has a day of their own: between that of who signs before them and the day of receipt.
    const [second, third] = ['second-signer', 'third-signer'];
    const stated = (id: string) =>
      walk.details([change.add('person', { role: id === second ? 'coApplicant' : 'guarantor', fullName: id, birthDate: someDay() }, id)]);
    await stated(second);
    await stated(third);
    const missing = () => computePath(walk.file, walk.view.today).now.flatMap(({ key, gate }) => (key.startsWith('signedOn:') ? [[key, gate]] : []));
    expect(missing()).toEqual([
      [`signedOn:${second}`, 'details'],
      [`signedOn:${third}`, 'details'],
    ]);
    const sign = async (id: string, back: number) => (await walk.details([change.set('person', id, 'signedOn', day(back))])).status;
    expect([await sign(second, 6), await sign(second, 1), await sign(walk.applicant.id, 5)]).toEqual([422, 422, 422]);
    expect([await sign(second, 4), await sign(third, 5), await sign(third, 3)]).toEqual([200, 422, 200]);
    expect(missing()).toEqual([]);
    // A day that was right is asked about again once another changes.
    expect(await sign(second, 2)).toBe(200);
    expect(missing()).toEqual([[`signedOn:${third}`, 'details']]);
    const atCounter = await opened({ ...wish, channel: 'counter', birthDate: someDay() });
    expect((await atCounter.details([change.set('person', atCounter.applicant.id, 'signedOn', day(3))])).status).toBe(422);
  });
  it('with no reference for somebody who is too young, on the day of the place', async () => {
    const young = addDays(isoDate(today()), -Math.floor(17.9 * 365.25));
    const before = await countFiles();
    expect(problem(await open({ fullName: 'Pip Wren', birthDate: young })).errors).toMatchObject([{ path: 'birthDate' }]);
    const atDoor = await cavren.stranger().post('/api/door/apply', {
      product: 'workboat-refit',
      fullName: 'Pip Wren',
      birthDate: young,
      phone: '(212) 555-0188',
      email: null,
      agrees: true,
    });
    expect(problem(atDoor).errors).toMatchObject([{ path: 'birthDate' }]);
    expect(atDoor.status).toBe(422);
    expect(await countFiles()).toBe(before);
    // A company may be as young as it is.
    expect((await open({ kind: 'organisation', product: 'payroll-bridge', fullName: 'New Slip Boats LLC', birthDate: young })).status).toBe(201);
  });

  it('alone at the front door, then with the officer: who stated what stays known', async () => {
    const stranger = cavren.stranger();
    const page = (await stranger.get<PublicProduct>('/api/door/products/workboat-refit')).body;
    expect(page).toMatchObject({ name: 'Workboat refit loan', bar: null, consent: { kind: 'dataUse' } });
    expect((await stranger.get<PublicProduct>('/api/door/products/tools-gear')).body.bar).toMatch(/not offered this way/);
    expect((await stranger.get('/api/door/products/nothing-like-it')).status).toBe(404);
    const wish = { product: 'workboat-refit', fullName: 'Pip Corran', birthDate: someDay(), phone: '(212) 555-0181', email: null };
    expect((await stranger.post('/api/door/apply', { ...wish, agrees: false })).status).toBe(422);
    expect(problem(await stranger.post('/api/door/apply', { ...wish, phone: '12345', agrees: true })).errors).toMatchObject([{ path: 'phone' }]);
    const { reference } = (await stranger.post<{ reference: string }>('/api/door/apply', { ...wish, agrees: true })).body;
    const code = /^(\d{6})/.exec(await newestMessage(cavren, '+12125550181', reference, 'is your code'))?.[1] ?? '';
    const inside = (await stranger.post<DoorView>('/api/door/return/enter', { reference, phone: wish.phone, code })).body;
    expect(inside).toMatchObject({ name: 'Pip Corran', reference });
    let details = inside.details as DoorDetailsView;
    expect(details.consents.find(({ kind }) => kind === 'dataUse')?.given).toBe(true);
    const put = async (changes: object[]) => {
      const answer = await stranger.call<DoorView>('PATCH', '/api/door/details', { version: details.version, changes });
      if (answer.status === 200 && answer.body.details) details = answer.body.details;
      return answer;
    };
    const me = details.personId;
    const resident = nanoid();
    expect(
      (
        await put([
          change.add('answer', { personId: me, question: 'resident', value: 'yes' }, resident),
          change.set('request', null, 'purpose', 'Engine replacement'),
          change.set('person', me, 'knownAs', 'Pip'),
          change.add('home', { personId: me, line: '9 Coble Row', since: '2021-01-01' }),
        ])
      ).status,
    ).toBe(200);
    expect(details.questions.find(({ code: question }) => question === 'resident')?.value).toBe('yes');
    // What is asked of an income depends on its kind; a loss is a profit below zero.
    const own = { personId: me, kind: 'selfEmployed', source: 'Corran Diving', yearEnd: '2025-12-31', profitLatest: -30_000, profitBefore: 1_200_000 };
    const variable = { personId: me, kind: 'overtime', source: 'Ferries', amount: 600_000, monthsSeen: 20 };
    const hourly = { personId: me, kind: 'wage', source: 'Ferries', amount: 2100, frequency: 'hourly', hoursPerWeek: 24.5 };
    expect(
      (await put([change.add('income', own, 'own-income'), change.add('income', variable, 'variable-1'), change.add('income', hourly, 'hourly-1')])).status,
    ).toBe(200);
    expect(details.rows['income']).toMatchObject([own, variable, hourly].map(({ personId: _personId, ...shown }) => shown));
    expect(problem(await put([change.set('income', 'variable-1', 'monthsSeen', 61)])).errors).toMatchObject([{ message: 'At most 60 months' }]);

    const walk = await look(reference);
    expect(walk.file).toMatchObject({ channel: 'frontDoor', withApplicant: true });
    const waiting = computePath(walk.file, isoDate(today())).now;
    expect(waiting.find(({ what }) => speakerFor()(what).startsWith('Amount'))).toMatchObject({ holder: 'applicant', holderName: 'Pip Corran' });
    await walk.details([change.set('request', null, 'price', 4_000_000)], 'tamsin');
    const { stated } = (await (await cavren.as('wren')).get<StatedBy>(`${walk.url}/stated-by`)).body;
    expect(stated['request/purpose']).toMatchObject({ by: 'Pip Corran', applicant: true });
    expect(stated['request/price']).toMatchObject({ by: 'Tamsin Orrick', applicant: false });
    expect(problem(await put([change.set('person', me, 'knownAs', 'Pippa')])).code).toBe('stale');

    details = (await stranger.get<DoorView>('/api/door/me')).body.details as DoorDetailsView;
    const foreign: [string, object][] = [
      ['the phone that the code is sent to', change.set('person', me, 'phone', '(212) 555-0199')],
      ['a role', change.set('person', me, 'role', 'guarantor')],
      ['where the money goes', change.set('request', null, 'payoutAccount', '400281234')],
      ['somebody else', change.add('person', { role: 'guarantor', fullName: 'Some Body' })],
      ['another’s address', change.add('home', { personId: 'somebody-else', line: 'x' })],
      ['whose an address is', change.set('home', walk.file.homes[0]?.id ?? '', 'personId', me)],
      ['a debt of nobody', change.add('debt', { lender: 'x' })],
      ['that a debt is paid off', change.add('debt', { owners: me, lender: 'x', cleared: true })],
      ['what an asset is pledged for', change.add('asset', { owners: me, kind: 'savings', downPaymentPart: 1 })],
      ['what an officer explains', change.add('explanation', { subject: 'yearToDate:x:1/2', text: 'all is well' })],
    ];
    for (const [what, wish_] of foreign) expect([what, (await put([wish_])).status]).toEqual([what, 403]);

    expect((await stranger.post<DoorView>('/api/door/details/done')).body.details).toBeNull();
    await walk.look();
    details = { ...details, version: walk.version };
    expect((await put([change.set('person', me, 'knownAs', 'Pippa')])).status).toBe(403);
    expect(walk.file.withApplicant).toBe(false);
    expect(computePath(walk.file, isoDate(today())).now.find(({ what }) => speakerFor()(what).startsWith('Amount'))?.holder).toBe('officer');
  });

  it('debts, living costs, worth and a partner are given at the front door, each by whom they concern; a consent is taken back there', async () => {
    const [alone, born, partnerBorn] = [cavren.stranger(), someDay(), someDay()];
    const wish = { product: 'workboat-refit', fullName: 'Perrin Oake', birthDate: born, phone: '(212) 555-0188', email: null, agrees: true };
    const { reference } = (await alone.post<{ reference: string }>('/api/door/apply', wish)).body;
    const comeIn = async (who: typeof alone, number: string): Promise<DoorView> => {
      await who.post('/api/door/return', { reference, phone: number });
      const code = /^(\d{6})/.exec(await newestMessage(cavren, `+1${number}`, reference, 'is your code'))?.[1] ?? '';
      return (await who.post<DoorView>('/api/door/return/enter', { reference, phone: number, code })).body;
    };
    let details = (await comeIn(alone, '2125550188')).details as DoorDetailsView;
    const me = details.personId;
    const put = async (changes: object[], who = alone) => {
      const answer = await who.call<DoorView>('PATCH', '/api/door/details', { version: details.version, changes });
      if (answer.status === 200 && answer.body.details) details = answer.body.details;
      return answer.status;
    };
    expect(details).toMatchObject({ mayAddPartner: true, partner: null, rows: { debt: [], livingCost: [], asset: [] } });
    const boat = { lender: 'Skerry Bank', kind: 'boatLoan', payment: 21_000, balance: 500_000 };
    const added = [
      change.add('debt', { owners: me, ...boat }, 'own-debt'),
      change.add('livingCost', { category: 'Food and household', monthly: 60_000 }, 'own-cost'),
      change.add('asset', { owners: me, kind: 'savings', description: 'Skerry Bank', value: 900_000 }, 'own-asset'),
      change.add('person', { role: 'coApplicant', fullName: 'Ines Oake', birthDate: partnerBorn, phone: '(212) 555-0189' }, 'the-partner'),
    ];
    expect(await put(added)).toBe(200);
    expect(details).toMatchObject({ mayAddPartner: false, partner: 'Ines Oake', rows: { debt: [boat] } });
    // One partner, and nobody else.
    expect(await put([change.add('person', { role: 'coApplicant', fullName: 'Another Oake' })])).toBe(403);
    expect(await put([change.set('person', 'the-partner', 'fullName', 'Ines Oak')])).toBe(403);

    const walk = await look(reference);
    expect(walk.file.debts).toMatchObject([{ ...boat, owners: me, cleared: false }]);
    expect(walk.file.people.map(({ role, fullName }) => `${role} ${fullName ?? ''}`)).toEqual(['applicant Perrin Oake', 'coApplicant Ines Oake']);
    const officers = [
      change.add('debt', { owners: `${me} the-partner`, lender: 'Shared Bank' }, 'shared-debt'),
      change.add('debt', { owners: 'the-partner', lender: 'Hers' }, 'her-debt'),
    ];
    expect((await walk.details(officers)).status).toBe(200);
    const partner = cavren.stranger();
    details = (await comeIn(partner, '2125550189')).details as DoorDetailsView;
    // The household’s costs are the applicant’s to say; a shared debt is both’s.
    expect(Object.keys(details.rows)).not.toContain('livingCost');
    expect(details.rows['debt']?.map(({ id }) => id)).toEqual(['shared-debt', 'her-debt']);
    expect(details.mayAddPartner).toBe(false);
    // Nothing of hers is taken down before she agreed to it.
    expect(await put([change.set('debt', 'her-debt', 'payment', 2_000)], partner)).toBe(409);
    details = (await partner.post<DoorView>('/api/door/consents', { kind: 'dataUse' })).body.details as DoorDetailsView;
    const foreign = [
      change.set('debt', 'own-debt', 'payment', 1),
      change.remove('asset', 'own-asset'),
      change.set('livingCost', 'own-cost', 'monthly', 1),
      change.add('debt', { owners: me, lender: 'Put on him' }),
      change.add('debt', { owners: `${me} the-partner`, lender: 'Put on both' }),
      change.set('debt', 'her-debt', 'owners', me),
      change.add('livingCost', { category: 'Other', monthly: 1 }),
    ];
    for (const wish_ of foreign) expect([wish_, await put([wish_], partner)]).toEqual([wish_, 403]);
    expect(await put([change.set('debt', 'shared-debt', 'payment', 5_000), change.remove('debt', 'her-debt')], partner)).toBe(200);

    // What was agreed to is taken back by whom it is of, once, and stands in the way of the file again.
    for (const status of [200, 409]) expect((await partner.post('/api/door/consents/withdraw', { kind: 'dataUse' })).status).toBe(status);
    const view = (await alone.post<DoorView>('/api/door/consents/withdraw', { kind: 'dataUse' })).body;
    expect(view.consents).toEqual([]);
    expect(problem(await alone.post('/api/door/consents/withdraw', { kind: 'dataUse' })).code).toBe('not-agreed');
    await walk.look();
    expect(computePath(walk.file, isoDate(today())).now.map(({ key }) => key)).toContain(`consent:dataUse:${me}`);
    const acts = (await (await cavren.as('wren')).get<{ items: { act: string; actor: string; after: string | null }[] }>(`${walk.url}/history?page=1&size=5`))
      .body;
    expect(acts.items).toEqual(expect.arrayContaining([expect.objectContaining({ act: 'consent.withdraw', actor: 'Perrin Oake', after: 'frontDoor' })]));
  });
  it('somebody at the front door who is known becomes a question for the officer, and learns nothing of it', async () => {
    const born = someDay();
    await opened({ fullName: 'Merrin Skoll', birthDate: born });
    const stranger = cavren.stranger();
    const answer = await stranger.post<{ reference: string }>('/api/door/apply', {
      product: 'workboat-refit',
      fullName: 'Merrin Skoll',
      birthDate: born,
      phone: '(212) 555-0182',
      email: null,
      agrees: true,
    });
    expect([answer.status, Object.keys(answer.body)]).toEqual([201, ['reference']]);
    const walk = await look(answer.body.reference);
    expect(walk.file.duplicates).toMatchObject([{ state: 'open', matchName: 'Merrin Skoll' }]);
    const code = /^(\d{6})/.exec(await newestMessage(cavren, '+12125550182', walk.reference, 'is your code'))?.[1] ?? '';
    const inside = (await stranger.post<DoorView>('/api/door/return/enter', { reference: walk.reference, phone: '(212) 555-0182', code })).body;
    expect(JSON.stringify(inside)).not.toContain('duplicate');
    expect(inside.details?.missing.map(({ what }) => what).join()).not.toContain('whom we know');
  });

  it('begun at the counter, gone on by the applicant, taken back', async () => {
    const walk = await opened({ fullName: 'Wilmot Crane', birthDate: someDay() });
    expect(problem(await walk.act('wren', '/invite', { personId: walk.applicant.id })).code).toBe('phone-missing');
    await walk.details([change.set('person', walk.applicant.id, 'phone', '(212) 555-0186')]);
    await walk.act('wren', '/invite', { personId: walk.applicant.id });
    expect(walk.file.withApplicant).toBe(true);
    expect(await newestMessage(cavren, '+12125550186', walk.reference)).toMatch(/\/door\/[A-Za-z0-9_-]{32,}/);
    await walk.act('wren', '/take-back');
    expect(walk.file.withApplicant).toBe(false);
    expect((await walk.act('ansel', '/take-back')).status).toBe(403);
  });

  it('an unfinished one lapses after the product’s time, with warnings before, unless somebody works on it', async () => {
    const day = 86_400_000;
    const begun = Date.now() - 250 * day;
    cavren.clock.at = new Date(begun);
    const wish = { fullName: 'Lapsing Larkin', birthDate: someDay(), receivedOn: dayAtHome(new Date(begun)), phone: '(212) 555-0190' };
    const walk = await opened(wish);
    const sweepAt = async (days: number) => {
      cavren.clock.at = new Date(begun + days * day);
      await cavren.services.lapse.sweep();
      await walk.look();
    };
    const warnings = async () =>
      (
        await select<{ n: string }>(
          cavren.db,
          "SELECT COUNT(*) AS n FROM message m JOIN file f ON f.id = m.file_id WHERE f.reference = :reference AND m.body LIKE '%ends in%'",
          { reference: walk.reference },
        )
      ).map(({ n }) => Number(n))[0];
    await sweepAt(45);
    expect(await warnings()).toBe(0);
    await sweepAt(46);
    await sweepAt(47);
    expect(await warnings()).toBe(1);
    await sweepAt(57);
    expect(await warnings()).toBe(2);
    await walk.details([change.set('request', null, 'purpose', 'Engine replacement')]);
    await sweepAt(61);
    expect([walk.file.stage, await warnings()]).toEqual(['details', 2]);
    await sweepAt(57 + 60);
    expect(walk.file.stage).toBe('lapsed');
    expect((await (await cavren.as('wren')).get<FileView>(walk.url)).body.ending).toMatchObject({
      act: 'file.lapse',
      after: expect.stringMatching(/^\d+$/) as string,
    });
    expect(await newestMessage(cavren, '+12125550190', walk.reference)).toContain('has lapsed');
    expect(walk.view.recent[0]).toMatchObject({ act: 'file.stage', actor: 'Cavren' });
    cavren.clock.at = null;
  });
});

describe('fit to apply at all', () => {
  it('only products that are on offer there and then, by a certified officer; the others say why not', async () => {
    const maud = await cavren.as('maud');
    const certificates = (await maud.get<CertificatePage>('/api/certificates')).body;
    expect(certificates.places.map(({ code }) => code).sort()).toEqual(['gb', 'nz', 'us']);
    const keep = (body: object) =>
      maud.post<CertificatePage>('/api/certificates', {
        staffId: 'staff-tamsin',
        number: 'tamsin-insurance',
        line: 'insurance',
        places: ['nz'],
        from: '2020-01-01',
        until: null,
        ...body,
      });
    expect(problem(await keep({ until: '2019-01-01' })).errors).toMatchObject([{ path: 'until' }]);
    expect(problem(await keep({ places: ['moon'] })).errors).toMatchObject([{ path: 'places' }]);
    expect(problem(await keep({ number: 'wren-lending' })).errors).toMatchObject([{ path: 'number', message: 'This number is Wren Halloway’s certificate.' }]);
    expect((await (await cavren.as('wren')).post('/api/certificates', {})).status).not.toBe(200);
    expect((await keep({ until: '2024-12-31' })).status).toBe(200);
    const bars = async (query: string) => {
      const products = (await (await cavren.as('tamsin')).get<ProductOnOffer[]>(`/api/products?${query}`)).body;
      return Object.fromEntries(products.map(({ code, bars: of }) => [code, of]));
    };
    expect((await bars('channel=counter'))['crew-cover']).toEqual(['Your certificate tamsin-insurance for insurance ran out on 31 Dec 2024.']);
    expect((await bars('channel=counter'))['workboat-refit']).toEqual([]);
    expect((await bars('channel=counter&on=2027-06-01'))['quay-cottages']).toEqual(['It was offered until 30 Apr 2027.']);
    const refused = await open({ product: 'crew-cover', fullName: 'Tobias Marr', birthDate: someDay() }, 'tamsin');
    expect(problem(refused).errors).toMatchObject([{ path: 'product', message: expect.stringContaining('ran out') as string }]);
    expect((await open({ product: 'crew-cover', fullName: 'Tobias Marr', birthDate: someDay() })).status).toBe(201);
    expect(problem(await open({ channel: 'frontDoor', fullName: 'Nobody Alone', birthDate: someDay() })).errors).toMatchObject([{ path: 'channel' }]);
  });

  it('an answer that ends the matter says so, keeps the record, tells them, and offers what else is open', async () => {
    const walk = await opened({ fullName: 'Cuthbert Wain', birthDate: someDay(), phone: '(212) 555-0188' });
    const answer = (question: string, value: string, id: string) => change.add('answer', { personId: walk.applicant.id, question, value }, id);
    expect(problem(await walk.act('wren', '/end')).code).toBe('nothing-ends');
    expect(problem(await walk.details([answer('resident', 'perhaps', 'answer-bad')])).errors).toMatchObject([
      { path: 'answer/answer-bad/value', message: 'Answer yes or no' },
    ]);
    expect(problem(await walk.details([answer('shoeSize', '44', 'answer-bad')])).errors?.[0]?.message).toBe('There is no such question');
    await walk.details([answer('resident', 'yes', 'answer-resident'), answer('citizen', 'no', 'answer-citizen'), answer('permitMonths', '7', 'answer-permit')]);
    expect(problem(await walk.details([answer('citizen', 'yes', 'answer-twice')])).errors?.[0]?.message).toBe('This question was answered already');
    expect(pathKeys(walk)[0]).toBe(`ends:permitMonths:${walk.applicant.id}`);
    const others = (await (await cavren.as('wren')).get<ProductOnOffer[]>(`${walk.url}/alternatives`)).body;
    expect(others.map(({ code, bars }) => `${code} ${bars.length}`).sort()).toEqual([
      'care-cover 0',
      'crew-cover 0',
      'harbour-homes 1',
      'hull-gear 0',
      'quay-cottages 0',
      'skerry-berths 1',
      'tools-gear 0',
    ]);
    expect((await walk.act('ansel', '/end')).status).toBe(403);
    await walk.act('wren', '/end');
    expect(walk.file.stage).toBe('declined');
    expect(walk.file.decisions).toMatchObject([
      { outcome: 'decline', reasons: ['application-ineligible'], comment: expect.stringContaining('was answered 7') as string },
    ]);
    expect(walk.file.answers).toHaveLength(3);
    expect(await newestMessage(cavren, '+12125550188', walk.reference)).toContain('A permit must run for at least twelve more months.');
  });

  it('a consent is kept with text, version, language, to whom and how; one that is withdrawn stops what depends on it', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll({ couple: true });
    const give = (kind: string, more: object = {}) => walk.act('wren', '/consents', { personId: walk.applicant.id, kind, how: 'byPhone', ...more });
    expect(problem(await give('lookUp', { language: 'fr' })).errors).toMatchObject([{ path: 'language' }]);
    expect((await give('nothing')).status).toBe(404);
    await give('lookUp', { language: 'es' });
    const consent = walk.file.consents[0];
    expect(consent).toMatchObject({
      kind: 'lookUp',
      version: '2026-1',
      language: 'es',
      how: 'byPhone',
      toWhom: 'Quillhaven Mutual',
      recordedBy: 'Wren Halloway',
      withdrawnAt: null,
    });
    const [kept] = await select<{ text: string }>(cavren.db, 'SELECT text FROM consent WHERE id = :id', { id: consent?.id });
    expect(kept?.text).toContain('Acepto que Quillhaven Mutual');
    expect((await walk.act('wren', '/checks', { personId: walk.applicant.id, kind: 'watchlist' })).status).toBe(200);
    await walk.act('wren', `/consents/${consent?.id ?? ''}/withdraw`, { how: 'byPhone' });
    await cavren.jobs.runDue();
    await walk.look();
    expect(walk.file.checks).toEqual([]);
    expect(problem(await walk.act('wren', '/checks', { personId: walk.applicant.id, kind: 'watchlist' })).code).toBe('consent-missing');
    expect(pathKeys(walk)).toContain(`consent:lookUp:${walk.applicant.id}`);
    expect(problem(await walk.act('wren', `/consents/${consent?.id ?? ''}/withdraw`, { how: 'byPhone' })).code).toBe('consent-withdrawn');
    await give('lookUp');
    expect(pathKeys(walk)).not.toContain(`consent:lookUp:${walk.applicant.id}`);
    expect(walk.file.consents).toHaveLength(2);
  });
});

describe('people and household', () => {
  let walk: Walk;
  beforeAll(async () => {
    walk = await opened({ fullName: 'Ama Rell', birthDate: '1985-06-01' });
    await walk.details([
      change.add('person', { role: 'coApplicant', fullName: 'Odo Rell', birthDate: '1984-02-02' }, 'odo-rell'),
      change.add('person', { role: 'dependant', fullName: 'Kit Rell', birthDate: '2016-03-03' }, 'kit-rell'),
      change.add('relation', { personId: 'odo-rell', toId: walk.applicant.id, kind: 'spouse' }, 'rel-spouse'),
      change.add('relation', { personId: 'kit-rell', toId: walk.applicant.id, kind: 'child' }, 'rel-child'),
    ]);
  });
  const refusal = async (...changes: Parameters<Walk['details']>[0]) => problem(await walk.details(changes)).errors?.[0]?.message;

  it('an impossible relation is refused with the reason, whichever way it is said', async () => {
    expect(await refusal(change.add('relation', { personId: 'kit-rell', toId: 'odo-rell', kind: 'parent' }))).toMatch(
      /Kit Rell can’t be parent of Odo Rell, who is older/,
    );
    expect(await refusal(change.set('relation', 'rel-child', 'kind', 'parent'))).toMatch(/who is older/);
    expect(await refusal(change.add('relation', { personId: 'kit-rell', toId: 'odo-rell', kind: 'spouse' }))).toMatch(/2 spouses or partners/);
    expect(await refusal(change.add('relation', { personId: walk.applicant.id, toId: 'odo-rell', kind: 'partner' }))).toMatch(/related twice/);
    expect(await refusal(change.add('relation', { personId: 'kit-rell', toId: 'kit-rell', kind: 'sibling' }))).toMatch(/themselves/);
    expect(await refusal(change.add('relation', { personId: 'kit-rell', toId: 'nobody-here', kind: 'sibling' }))).toMatch(/not in the file/);
    expect(await refusal(change.add('relation', { personId: 'kit-rell', toId: 'odo-rell', kind: 'child' }))).toBeUndefined();
  });
  it('roles: several at once, those that exclude each other refused', async () => {
    await walk.details([change.add('person', { role: 'referee', fullName: 'Perp Gale', organisation: 'Netmenders' }, 'perp-gale')]);
    expect((await walk.details([change.set('person', 'perp-gale', 'alsoRoles', 'emergencyContact contact')])).status).toBe(200);
    expect(await refusal(change.set('person', 'perp-gale', 'alsoRoles', 'coApplicant'))).toMatch(/can’t vouch/);
    expect(await refusal(change.set('person', 'perp-gale', 'alsoRoles', 'captain'))).toMatch(/no such role/);
    expect(await refusal(change.set('person', 'odo-rell', 'role', 'applicant'))).toMatch(/one applicant/);
    expect(await refusal(change.set('person', walk.applicant.id, 'role', 'guarantor'))).toMatch(/needs its applicant/);
    expect(await refusal(change.set('person', walk.applicant.id, 'alsoRoles', 'beneficiary'))).toMatch(/has no beneficiary/);
  });
  it('numbers by kind: judged by the kind that is named, and a kind by the number that is there', async () => {
    const id = 'odo-rell';
    expect(await refusal(change.set('person', id, 'idKind', 'gb-nino'))).toMatch(/not taken here/);
    await walk.details([change.set('person', id, 'taxKind', 'de-idnr')]);
    expect(await refusal(change.set('person', id, 'taxNumber', '36 574 261 890'))).toMatch(/check digit/);
    await walk.details([change.set('person', id, 'taxNumber', '36 574 261 809')]);
    expect(walk.file.people.find((person) => person.id === id)?.taxNumber).toMatchObject({ tail: '1809' });
    expect(await refusal(change.set('person', id, 'taxKind', 'nz-ird'))).toMatch(/The number that is there is of another kind/);
    const shown = await (await cavren.as('wren')).post<{ number: string }>(`${walk.url}/reveal`, { entity: 'person', id, field: 'taxNumber' });
    expect(shown.body.number).toBe('36574261809');
    await walk.look();
    expect((await search({ text: '36574261809' }))[0]).toMatchObject({ fullName: 'Odo Rell', reasons: ['same identity or tax number'] });
    expect(await refusal(change.add('person', { role: 'guarantor', fullName: 'Wrong Number', idKind: 'us-itin', idNumber: '912-93-3456' }))).toMatch(
      /50 to 65/,
    );
  });
  it('no e-mail is an answer of its own, and contradicts none', async () => {
    await walk.details([change.set('person', 'odo-rell', 'email', 'odo@post.example')]);
    expect(await refusal(change.set('person', 'odo-rell', 'noEmail', true))).toMatch(/take it away first/);
    await walk.details([change.set('person', 'odo-rell', 'email', null), change.set('person', 'odo-rell', 'noEmail', true)]);
    expect(await refusal(change.set('person', 'odo-rell', 'email', 'odo@post.example'))).toMatch(/take that away first/);
    expect(await refusal(change.set('person', 'odo-rell', 'language', 'tlh'))).toMatch(/one of the languages/);
    expect(await refusal(change.set('person', 'odo-rell', 'livesWith', 'odo-rell'))).toMatch(/nobody lives with themselves/);
    expect(await refusal(change.set('person', 'odo-rell', 'share', 101))).toMatch(/At most the whole/);
  });
  it('a district is one of those in which the postal code lies', async () => {
    await walk.details([change.add('home', { personId: 'odo-rell', line: '1 Quay', postalCode: '00414' }, 'home-odo-0')]);
    expect(pathKeys(walk)).toContain('district:home-odo-0');
    expect(await refusal(change.set('home', 'home-odo-0', 'district', 'Harbour Ward'))).toBe('Choose one of the districts: Ropewalk Ward, Netmenders Ward');
    await walk.details([change.set('home', 'home-odo-0', 'district', 'Netmenders Ward')]);
    expect(pathKeys(walk)).not.toContain('district:home-odo-0');
    await walk.details([change.remove('home', 'home-odo-0')]);
  });
  it('a stretch can’t end before it begins', async () => {
    await walk.details([change.add('home', { personId: 'odo-rell', line: '1 Quay', since: '2022-05-01' }, 'home-odo-1')]);
    expect(await refusal(change.set('home', 'home-odo-1', 'until', '2021-01-01'))).toMatch(/before it begins/);
    expect(await refusal(change.add('work', { personId: 'odo-rell', kind: 'employed', since: '2022-05-01', until: '2021-05-01' }))).toMatch(/before it begins/);
    await walk.details([change.remove('home', 'home-odo-1')]);
  });
  it('taking somebody out takes their relations, answers and who lived with them along, and writes each down', async () => {
    await walk.details([change.set('person', 'perp-gale', 'livesWith', 'kit-rell')]);
    await walk.details([change.remove('person', 'kit-rell')]);
    expect(walk.file.relations.map(({ id }) => id)).toEqual(['rel-spouse']);
    expect(walk.file.people.find(({ id }) => id === 'perp-gale')?.livesWith).toBeNull();
    expect(walk.view.recent.filter(({ act }) => act === 'details.remove').length).toBeGreaterThanOrEqual(3);
  });
  it('a file opened before people had roles and relations still moves', async () => {
    const { products } = cavren.services;
    const old = await products.byId(`workboat-refit-${REFIT_VERSION}`);
    const { consents, lookUpConsent, questions, roles, histories, household, offer, requestFields, monitoring, costs, ...rest } = old.definition;
    expect([consents, lookUpConsent, questions, roles, histories, household, offer, requestFields, monitoring, costs]).toHaveLength(10);
    const [lookUp] = consents.filter(({ kind }) => kind === lookUpConsent);
    const before = {
      ...rest,
      version: 1,
      chapters: rest.chapters.filter((chapter) => chapter !== 'declarations'),
      limits: rest.limits.filter(({ measure }) => measure !== 'residualIncome'),
      pricing: { annualRate: 0.0795, stressAdded: 0.03, fee: 35_000 },
      incomeShare: { wage: 1, overtime: 0.5, selfEmployed: 1 },
      consentsBeforeChecks: { kind: 'lookUp', label: 'Consent to look-ups', version: '2026-1', text: lookUp?.text['en'] },
    };
    const LATER = ['round', 'measures', 'asks', 'detailsAge', 'lapse', 'ownersFrom', 'income', 'commitments', 'worth', 'amountIs', 'repaymentFactors'];
    const stored = Object.fromEntries(Object.entries(before).filter(([part]) => !LATER.includes(part)));
    const { numbers: _numbers, languages: _languages, taxes: _taxes, benchmark: _benchmark, residualIncome: _residual, ...pack } = old.pack;
    await cavren.db.query("INSERT INTO product (id, code, version, definition, pack) VALUES ('old-refit-1', 'old-refit', 1, :definition, :pack)", {
      replacements: { definition: JSON.stringify({ ...stored, code: 'old-refit' }), pack: JSON.stringify(pack) },
    });
    const walk_ = await opened({ product: 'old-refit', fullName: 'Older File', birthDate: someDay() });
    expect(walk_.file.product.consents).toMatchObject([{ kind: 'lookUp', before: 'details' }]);
    expect(walk_.file.product.chapters).toContain('declarations');
    expect(walk_.file.pack.languages).toEqual([{ code: 'en', label: 'English' }]);
  });
});

describe('monitoring questions', () => {
  const SECRET = 'American Indian or Alaska Native';
  it('may be declined, are kept apart, and reach nobody who decides, by any route', async () => {
    const walk = await openFile(cavren);
    const url = `${walk.url}/monitoring`;
    const wren = await cavren.as('wren');
    const keep = (body: object) => wren.post<MonitoringView>(url, { personId: walk.applicant.id, question: 'race', ...body });
    // Only of a home that one lives in (12 CFR 1002.13); of other lending it may not be asked (12 CFR 1002.5(b)).
    expect((await wren.get<MonitoringView>(url)).body.people[0]?.answers).toEqual([]);
    expect((await keep({ value: null, declined: true })).status).toBe(404);
    await walk.details([change.set('request', null, 'purpose', 'Boat to live on')]);
    expect((await keep({ value: null, declined: false })).status).toBe(422);
    expect((await keep({ value: SECRET, declined: true })).status).toBe(422);
    expect(problem(await keep({ value: 'Martian', declined: false })).errors).toMatchObject([{ path: 'value' }]);
    expect((await keep({ value: null, declined: true })).body.people[0]?.answers.find(({ question }) => question === 'race')).toMatchObject({
      declined: true,
      value: null,
    });
    expect((await keep({ value: SECRET, declined: false })).body.people[0]?.answers.find(({ question }) => question === 'race')).toMatchObject({
      declined: false,
      value: SECRET,
      by: 'Wren Halloway',
      at: expect.stringMatching(/^\d{4}-\d\d-\d\dT/) as unknown,
    });
    await walk.look();

    // Every route that reads, with the file's own ids put in, asked by everyone who decides or completes.
    const spec = cavren.app.swagger() as { paths: Record<string, Record<string, unknown>> };
    const readable = Object.entries(spec.paths)
      .filter(([, methods]) => 'get' in methods)
      .map(([path]) => path.replace('{reference}', walk.reference).replace('{id}', walk.applicant.personId ?? ''))
      .filter((path) => !path.endsWith('/events'));
    expect(readable).toContain(url);
    expect(readable.length).toBeGreaterThan(12);
    for (const who of ['ansel', 'dilys', 'rufus', 'maud']) {
      const client = await cavren.as(who);
      for (const path of readable) {
        const answer = await client.call('GET', path.includes('/find') ? `${path}?text=holm` : path);
        // What is asked stands in the product, which everyone may read; what was answered doesn't.
        const answered = JSON.stringify(answer.body ?? '').replaceAll(JSON.stringify(walk.file.product.monitoring), '');
        expect([who, path, answered.includes(SECRET)]).toEqual([who, path, false]);
      }
      expect((await client.get(url)).status).toBe(403);
      expect((await client.post(url, { personId: walk.applicant.id, question: 'race', value: null, declined: true })).status).toBe(403);
    }
    const history = (await wren.get<unknown>(`${walk.url}/history`)).body;
    expect(JSON.stringify(history)).not.toContain(SECRET);
    const view = (await wren.get<FileView>(walk.url)).body;
    expect(JSON.stringify(view)).not.toContain(SECRET);
  });
});

describe('two officers in one file', () => {
  it('see each other within the time of two looks, through different servers, and not after one left', async () => {
    const walk = await openFile(cavren);
    const second = await cavren.another();
    const { id } = (await cavren.services.fileStore.byReference(walk.reference)) ?? { id: '' };
    await cavren.services.presence.seen([{ fileId: id, staffId: 'staff-wren', place: 'people' }], new Date());
    const present = async (at: Date) => (await second.services.presence.present([id], at)).get(id) ?? [];
    expect(await present(new Date())).toEqual([{ staffId: 'staff-wren', name: 'Wren Halloway', place: 'people' }]);
    expect(await present(new Date(Date.now() + 10_000))).toEqual([]);
    await cavren.services.presence.gone(id, 'staff-wren');
    expect(await present(new Date())).toEqual([]);
  });
});
