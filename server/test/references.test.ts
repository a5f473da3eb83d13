import { DOOR_IN_COOKIE, type DoorGreeting, type DoorInside, type DoorReferences, type DoorView } from '@cavren/contract';
import { compareLetting, computePath, lettingConcerns, lettingsOf } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { select } from '../src/db/index';
import { newestMessage, Phone } from './applicant';
import { change, makeCavren, type Answer, type TestCavren, type Walk } from './cavren';
import { asStated, cottage, FINE, hearLettings } from './letting';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const codeOf = (answer: Answer) => (answer.body as { code: string }).code;
const letting = (walk: Walk, at = 0) => {
  const found = lettingsOf(walk.file)[at];
  if (!found) throw new Error('no letting');
  return found;
};
const ask = (walk: Walk, who = 'wren') => walk.act(who, '/references', { homeId: letting(walk).home.id });
const entries = (walk: Walk): string[] => computePath(walk.file, walk.view.today).entries.map(({ key }) => key);
const about = (walk: Walk) => entries(walk).filter((key) => /^(referee|letting|reference):/.test(key));
const paths = (answer: Answer) => ((answer.body as { errors?: { path: string }[] }).errors ?? []).map(({ path }) => path);

async function agreed(walk: Walk): Promise<void> {
  for (const kind of ['dataUse', 'lookUp']) await walk.act('wren', '/consents', { personId: walk.applicant.id, kind, how: 'inPerson' });
}
async function asked(): Promise<Walk> {
  const walk = await cottage(cavren);
  await agreed(walk);
  expect((await ask(walk)).status).toBe(200);
  return walk;
}
/** Whoever let the home, with the link that they were sent and the code of the text. */
async function referee(walk: Walk): Promise<{ phone: Phone; greeting: DoorGreeting; entered: Answer<DoorReferences> }> {
  const number = letting(walk).referee?.phone ?? '';
  const phone = new Phone(cavren, number, number, walk.reference);
  phone.token = /\/door\/([A-Za-z0-9_-]+)/.exec(await newestMessage(cavren, number, walk.reference, 'said that you let them'))?.[1] ?? '';
  const greeting = (await phone.post<DoorGreeting>('/api/door/open', { token: phone.token })).body;
  await phone.askCode();
  const entered = await phone.post<DoorReferences>('/api/door/references/enter', { token: phone.token, code: await phone.readCode() });
  return { phone, greeting, entered };
}

describe('whoever let a home', () => {
  it('is asked once, of a home that was rented, by somebody who may, with consent and a phone', async () => {
    const walk = await cottage(cavren);
    expect(codeOf(await ask(walk))).toBe('consent-missing');
    await agreed(walk);
    expect(about(walk)).toEqual([`letting:${letting(walk).home.id}`]);
    expect((await ask(walk, 'ansel')).status).toBe(403);
    expect(codeOf(await walk.act('wren', '/references', { homeId: 'not-a-home-of-it' }))).toBe('not-found');
    const { referee: who, home } = letting(walk);
    await walk.details([change.set('person', who?.id ?? '', 'phone', null)]);
    expect(codeOf(await ask(walk))).toBe('unreachable');
    await walk.details([change.set('home', home.id, 'refereeId', walk.applicant.id)]);
    // Nobody is asked about themselves: only a referee is.
    expect([codeOf(await ask(walk)), about(walk)]).toEqual(['no-referee', [`referee:${home.id}`]]);
    await walk.details([change.set('home', home.id, 'refereeId', who?.id ?? ''), change.set('person', who?.id ?? '', 'phone', walk.phone(9))]);
    // Nor by somebody who is reached where those who apply are.
    await walk.details([change.set('person', who?.id ?? '', 'phone', walk.applicant.phone)]);
    expect(codeOf(await ask(walk))).toBe('reached-alike');
    await walk.details([change.set('person', who?.id ?? '', 'phone', walk.phone(9)), change.set('person', who?.id ?? '', 'email', walk.applicant.email)]);
    expect(codeOf(await ask(walk))).toBe('reached-alike');
    await walk.details([change.set('person', who?.id ?? '', 'email', null)]);
    expect((await ask(walk)).status).toBe(200);
    expect(codeOf(await ask(walk))).toBe('asked');
    expect(about(walk)).toEqual([`reference:${walk.file.references[0]?.id ?? ''}`]);
    await walk.details([change.set('home', home.id, 'tenure', 'owned')]);
    expect([lettingsOf(walk.file), about(walk), codeOf(await walk.act('wren', '/references', { homeId: home.id }))]).toEqual([[], [], 'not-found']);
  });

  it('comes in by a link of their own, and sees where it was and who rented it, and nothing that was stated', async () => {
    const walk = await asked();
    const { phone, greeting, entered } = await referee(walk);
    expect(greeting).toMatchObject({ firstName: 'Perpetua', purpose: 'reference' });
    expect(entered.status).toBe(200);
    expect(entered.body.lettings).toEqual([
      { id: walk.file.references[0]?.id, tenant: walk.applicant.fullName, home: '4 Capstan Row, Quillhaven', state: 'asked', said: null },
    ]);
    const shown = entered.response.body;
    for (const kept of ['2019-03-01', '80000', '800.00', walk.reference, walk.applicant.phone ?? '-', 'Petrel']) expect(shown).not.toContain(kept);
    // The session opens nothing else, whatever is asked of it.
    const spec = cavren.app.swagger() as { paths: Record<string, Record<string, unknown>> };
    const inside = Object.entries(spec.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => ({ path, method: method.toUpperCase() as 'GET' | 'POST' | 'PATCH' })),
    );
    const open = /^\/api\/door\/(references|inside|open|code|enter|return|products|apply|rounds|leave)/;
    const tried = inside.filter(({ path }) => path.startsWith('/api/door/') && !open.test(path));
    expect(tried.length).toBeGreaterThan(25);
    for (const { path, method } of tried) {
      const answer = await phone.call(method, path.replace(/\{\w+\}/g, 'schedule'), method === 'GET' ? undefined : {});
      expect([path, [401, 404, 422].includes(answer.status)]).toEqual([path, true]);
      expect([path, answer.response.body.includes(walk.reference)]).toEqual([path, false]);
    }
    expect((await phone.get('/api/door/me')).status).toBe(401);
    // Who is inside is them, with what they are asked and nothing of the file; to anybody else it is nobody.
    const whoIsIn = await phone.get<DoorInside>('/api/door/inside');
    expect([whoIsIn.status, whoIsIn.body.view]).toEqual([200, null]);
    expect(whoIsIn.body.asked?.lettings).toEqual(entered.body.lettings);
    for (const kept of ['2019-03-01', '80000', walk.reference, 'Petrel']) expect(whoIsIn.response.body).not.toContain(kept);
    const nobody = await cavren.stranger().get('/api/door/inside');
    expect(nobody.body).toEqual({ view: null, asked: null });
    // The pages of the door learn that somebody came in, for as long as they may be inside, and nothing of who.
    const saysIn = ({ response }: Answer) => response.cookies.find(({ name }) => name === DOOR_IN_COOKIE);
    expect(saysIn(entered)).toEqual({ name: DOOR_IN_COOKIE, value: 'yes', path: '/door', sameSite: 'Strict', maxAge: 7200 });
    expect(saysIn(nobody)).toMatchObject({ value: '', path: '/door' });
    // Nor does a link lead to anything but what it was sent for.
    await phone.askCode();
    expect((await phone.post<DoorView>('/api/door/enter', { token: phone.token, code: await phone.readCode() })).status).toBe(404);
    expect(saysIn(await phone.post('/api/door/leave'))).toMatchObject({ value: '', path: '/door' });
  });

  it('answers all that is asked, once, and what differs is shown', async () => {
    const walk = await asked();
    const { phone, entered } = await referee(walk);
    const [{ id } = { id: '' }] = entered.body.lettings;
    const said = { since: '2019-03-28', until: null, monthlyCost: 85_000, answers: { ...FINE, paidLate: 'Yes' }, remark: ' Quiet ' };
    const answer = (body: object) => phone.post<DoorReferences>('/api/door/references', { id, ...body });
    expect(paths(await answer({ said: { ...said, answers: { paidLate: 'Perhaps', again: 'Yes', rich: 'No' } } }))).toEqual([
      'said/answers/paidLate',
      'said/answers/damage',
      'said/answers/neighbours',
      'said/answers/rich',
    ]);
    expect(paths(await answer({ said: { ...said, since: '2999-01-01' } }))).toContain('said/since');
    expect(paths(await answer({ said: { ...said, until: '2018-01-01' } }))).toEqual(['said/until']);
    expect((await phone.post('/api/door/references', { id: 'somebody-elses', said })).status).toBe(404);
    expect((await answer({ said })).body.lettings).toMatchObject([{ state: 'answered', said: { monthlyCost: 85_000 } }]);
    expect((await answer({ said: null })).status).toBe(409);
    await walk.look();
    const { home, reference } = letting(walk);
    expect(reference).toMatchObject({ state: 'answered', how: 'frontDoor', takenBy: null, said: { ...said, remark: 'Quiet' } });
    expect(about(walk)).toEqual([]);
    // The month is what people remember; the rent is compared to the cent.
    expect(compareLetting(home, said as never).map(({ code, agrees }) => [code, agrees])).toEqual([
      ['since', true],
      ['until', true],
      ['monthlyCost', false],
    ]);
    expect(lettingConcerns(walk.file, letting(walk))).toEqual([
      'A month: stated $800.00, whoever let it says $850.00',
      'Was the rent late more than twice? Yes',
    ]);
    const [entry] = walk.view.recent;
    expect(entry).toMatchObject({ act: 'reference.answer', actor: 'Perpetua Gale' });
    // What was answered stays while what is stated stands, and is asked anew where it doesn't.
    expect(codeOf(await walk.act('wren', '/references/aside', { homeId: home.id, reason: 'It doesn’t please' }))).toBe('answered');
    expect(codeOf(await walk.act('wren', `/references/${id}/take`, { how: 'phone', said: asStated(home) }))).toBe('answered');
    await walk.details([change.set('home', home.id, 'monthlyCost', 85_000)]);
    expect(about(walk)).toEqual([`letting:${home.id}`]);
    expect(codeOf(await walk.act('wren', `/references/${id}/take`, { how: 'phone', said: asStated(home) }))).toBe('reference-past');
  });

  it('may decline; then it is taken down on the phone, or set aside with a reason', async () => {
    const walk = await asked();
    const { phone, entered } = await referee(walk);
    const [{ id } = { id: '' }] = entered.body.lettings;
    await phone.post('/api/door/references', { id, said: null });
    await walk.look();
    expect(about(walk)).toEqual([`reference:${id}`]);
    expect(letting(walk).reference).toMatchObject({ state: 'declined', said: null });
    const { home } = letting(walk);
    expect((await walk.act('ansel', `/references/${id}/take`, { how: 'phone', said: asStated(home) })).status).toBe(403);
    expect((await walk.act('wren', `/references/${id}/take`, { how: 'frontDoor', said: asStated(home) })).status).toBe(422);
    expect((await walk.act('wren', '/references/aside', { homeId: home.id, reason: ' ' })).status).toBe(422);
    expect((await walk.act('dilys', '/references/aside', { homeId: home.id, reason: 'They moved away' })).status).toBe(403);
    expect((await walk.act('wren', '/references/aside', { homeId: home.id, reason: 'They moved away' })).status).toBe(200);
    expect([letting(walk).reference, about(walk)]).toMatchObject([{ state: 'setAside', takenBy: 'Wren Halloway', reason: 'They moved away' }, []]);
    const other = await asked();
    await hearLettings(other);
    expect(letting(other).reference).toMatchObject({ state: 'answered', how: 'phone', takenBy: 'Wren Halloway' });
  });

  it('is asked no more by a link that went to another number', async () => {
    const walk = await asked();
    const { phone } = await referee(walk);
    await walk.details([change.set('person', letting(walk).referee?.id ?? '', 'phone', walk.phone(8))]);
    expect([(await phone.get('/api/door/references')).status, (await phone.post('/api/door/open', { token: phone.token })).status]).toEqual([401, 404]);
  });

  it('is asked once about a place that two of the file rented together', async () => {
    const walk = await cottage(cavren);
    const partner = 'partner-of-them';
    const { home } = letting(walk);
    await walk.details([
      change.add('person', { role: 'coApplicant', fullName: 'Nessa Holm', birthDate: '1991-05-05' }, partner),
      change.add('home', { personId: partner, line: '4 capstan row', town: 'Quillhaven', since: '2019-03-01', tenure: 'rented', monthlyCost: 0 }),
      change.add('home', { personId: partner, line: '9 Old Ropewalk', town: 'Quillhaven', since: '2014-03-01', until: '2019-02-28', tenure: 'rented' }),
    ]);
    expect(lettingsOf(walk.file).map(({ home: one, tenants }) => [one.id, tenants.map(({ fullName }) => fullName)])).toEqual([
      [home.id, [walk.applicant.fullName, 'Nessa Holm']],
    ]);
  });
});

describe('a background check', () => {
  const checked = async (walk: Walk) => {
    await walk.act('wren', '/checks', { personId: walk.applicant.id, kind: 'background' });
    await walk.await();
    return walk.file.checks.findLast(({ kind }) => kind === 'background')?.findings ?? [];
  };
  const known = async (answers: Record<string, string> = {}): Promise<Walk> => {
    const walk = await cottage(cavren, { name: 'Brannoc Ellery' });
    await walk.details([
      change.set('person', walk.applicant.id, 'birthDate', '1984-07-19'),
      ...walk.file.answers
        .filter(({ question }) => answers[question] !== undefined)
        .flatMap(({ id, question }) => [
          change.set('answer', id, 'value', answers[question] ?? ''),
          change.set('answer', id, 'explanation', 'It was paid off in spring'),
        ]),
    ]);
    await agreed(walk);
    return walk;
  };

  it('finds nothing of who is in no register', async () => {
    const walk = await cottage(cavren);
    await agreed(walk);
    expect(await checked(walk)).toEqual([]);
    expect(entries(walk).filter((key) => key.startsWith('finding:'))).toEqual([]);
  });

  it('puts what wasn’t declared before compliance, and keeps nothing that nobody asks about', async () => {
    const walk = await known();
    const found = await checked(walk);
    expect(found).toMatchObject([{ kind: 'candidate', agrees: false, found: 'Brannoc Ellery, Quillhaven Town Court, TC-25-0107' }]);
    const kept = await select<{ found: string }>(cavren.db, "SELECT found FROM finding WHERE found LIKE '%DC-24-0311%'");
    expect(kept).toEqual([]);
    const settle = (who: string, resolution: string) => walk.act(who, `/findings/${found[0]?.id ?? ''}`, { resolution, reason: 'Asked them in person' });
    expect((await settle('wren', 'differentPerson')).status).toBe(403);
    expect((await settle('rufus', 'confirmed')).status).toBe(409);
    expect((await settle('rufus', 'samePerson')).status).toBe(200);
    expect(entries(walk)).toContain(`finding:${found[0]?.id ?? ''}`);
    const answer = walk.file.answers.find(({ question }) => question === 'owesRent');
    await walk.details([change.set('answer', answer?.id ?? '', 'value', 'yes'), change.set('answer', answer?.id ?? '', 'explanation', 'It was paid off')]);
    expect(await checked(walk)).toMatchObject([{ agrees: true, stated: 'Brannoc Ellery, who declared it' }]);
    expect(entries(walk).filter((key) => key.startsWith('finding:'))).toEqual([]);
  });

  it('agrees where it was declared', async () => {
    expect(await checked(await known({ owesRent: 'yes' }))).toMatchObject([{ agrees: true, label: 'Rent owed, 3 Mar 2025' }]);
  });
});
