import type { DoorView, FilePage, KeptCalculation, OutboxPage, TodayPage } from '@cavren/contract';
import { addDays, computePath, decideBy, type FitChange, type IsoDate } from '@cavren/core';
import { afterAll, afterEach, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { Phone } from './applicant';
import { change, makeCavren, openFile, problem, type TestCavren, type Walk, REFIT_VERSION } from './cavren';
import { fileAccepted, fileInGathering, fileOffered, fileOutForSignature, fileToDecide, fileToRelease } from './stages';
import { pdf, textOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterEach(() => {
  cavren.clock.at = null;
});
afterAll(() => cavren.close());

const keys = (walk: Walk) => computePath(walk.file, walk.view.today).now.map(({ key }) => key);
const ida = (walk: Walk) => new Phone(cavren, 'ida@post.example', walk.sentTo(1), walk.reference);
/** Days later, with what servers do by themselves. */
async function later(walk: Walk, days: number): Promise<void> {
  cavren.clock.at = new Date(Date.now() + days * 24 * 60 * 60_000);
  await cavren.services.lapse.sweep();
  await walk.await();
}
const noticeText = async (walk: Walk, kind: string, who = 'wren') => {
  const notice = walk.file.notices.findLast((one) => one.kind === kind);
  const answer = await (await cavren.as(who)).get(`${walk.url}/notices/${notice?.id ?? ''}`);
  expect(answer.response.headers['content-type']).toBe('application/pdf');
  return textOf(answer.response.rawPayload);
};

describe('a no', () => {
  it('is possible from every stage by an approver who didn’t prepare the file, and is told with reasons, rights and what can be done', async () => {
    const stages: [string, () => Promise<Walk>][] = [
      ['details', () => openFile(cavren)],
      ['gathering', () => fileInGathering(cavren)],
      ['deciding', () => fileToDecide(cavren)],
    ];
    for (const [stage, made] of stages) {
      const walk = await made();
      expect(walk.file.stage).toBe(stage);
      await walk.details([change.set('person', walk.applicant.id, 'email', 'ida@post.example')]);
      expect((await walk.act('dilys', '/decision', { outcome: 'decline', reasons: ['income-insufficient'] })).status).toBe(403);
      // With this product an officer can only propose it.
      expect((await walk.act('wren', '/decision', { outcome: 'decline', reasons: ['income-insufficient'] })).status).toBe(403);
      await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['income-insufficient'], other: 'The engine is older than the hull' });
      expect(walk.file).toMatchObject({ stage: 'declined', decisions: [{ outcome: 'decline', other: 'The engine is older than the hull' }] });
      await walk.await();
      expect(walk.file.notices).toMatchObject([{ kind: 'declined', channel: 'email', made: true }]);
      const text = await noticeText(walk, 'declined');
      for (const words of [
        'Income insufficient for the amount asked for',
        'The engine is older than the hull',
        'Equal Credit Opportunity Act',
        'Quillhaven Office of Fair Lending',
        'Somebody else will look at your application again',
      ])
        expect(text).toContain(words);
    }
  });

  it('needs one to four reasons of the list or in words, each once', async () => {
    const walk = await fileToDecide(cavren);
    const no = (body: object) => walk.act('ansel', '/decision', { outcome: 'decline', ...body });
    expect((await no({})).status).toBe(422);
    expect((await no({ reasons: ['made-up'] })).status).toBe(422);
    expect((await no({ reasons: ['bankruptcy', 'bankruptcy'] })).status).toBe(422);
    expect((await no({ reasons: ['income-insufficient', 'obligations-excessive', 'income-unverified', 'bankruptcy'], other: 'And one more' })).status).toBe(
      422,
    );
    expect((await no({ other: 'x' })).status).toBe(422);
    expect(walk.file.stage).toBe('deciding');
    expect((await no({ other: 'The berth is leased to somebody else' })).status).toBe(200);
  });

  it('an officer proposes, nothing moves meanwhile, and an approver answers', async () => {
    const walk = await fileInGathering(cavren);
    expect((await walk.act('ansel', '/decision', { outcome: 'goOn', comment: 'Nobody asked' })).body).toMatchObject({ code: 'nothing-proposed' });
    expect((await walk.act('ansel', '/decision', { outcome: 'proposeDecline', reasons: ['income-insufficient'] })).status).toBe(403);
    await walk.act('wren', '/decision', { outcome: 'proposeDecline', reasons: ['income-unverified'], comment: 'No payslip after three calls' });
    expect(keys(walk)).toContain('decision:proposed');
    expect((await walk.act('wren', '/decision', { outcome: 'proposeDecline', reasons: ['income-unverified'] })).body).toMatchObject({
      code: 'proposed-already',
    });
    expect((await walk.act('wren', '/decision', { outcome: 'goOn', comment: 'I changed my mind' })).status).toBe(403);
    await walk.act('ansel', '/decision', { outcome: 'goOn', comment: 'Their employer answers next week' });
    expect(keys(walk)).not.toContain('decision:proposed');
    await walk.act('wren', '/decision', { outcome: 'proposeDecline', reasons: ['income-unverified'] });
    await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['income-unverified'] });
    expect(walk.file.stage).toBe('declined');
  });

  it('takes back what is out for signature, and a declined applicant sees no agreement', async () => {
    const walk = await fileOutForSignature(cavren);
    // What is approved is undone first, by who decides.
    expect((await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['bankruptcy'] })).status).toBe(403);
    await walk.act('ansel', '/decision', { outcome: 'undo', comment: 'The register of bankruptcies has her' });
    expect(walk.file).toMatchObject({ stage: 'deciding', envelope: { state: 'void' }, offer: { state: 'takenBack' } });
    expect((await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['bankruptcy'] })).body).not.toHaveProperty('code');
    const phone = await ida(walk).comeIn();
    expect(phone.view).toMatchObject({ outcome: 'declined', declineReasons: ['Bankruptcy'], signing: null, offer: null });
    expect((await phone.get('/api/door/agreement')).status).toBe(409);
  });

  it('can be appealed within its days, goes to another person, and never back to who declined', async () => {
    const walk = await fileToDecide(cavren);
    await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['income-insufficient'] });
    const phone = await ida(walk).comeIn();
    expect(phone.view.appealUntil).toBe(addDays(walk.view.today, 30));
    expect((await phone.post('/api/door/appeal', { what: '' })).status).toBe(422);
    expect((await phone.post('/api/door/appeal', { what: 'I have a second contract from May on' })).status).toBe(200);
    await walk.look();
    expect(walk.file).toMatchObject({ stage: 'gathering', decisions: [{ outcome: 'decline' }, { outcome: 'appeal', by: 'Ida Holm' }] });
    expect((await phone.post('/api/door/appeal', { what: 'And another thing' })).body).toMatchObject({ code: 'no-appeal' });
    await walk.act('wren', '/move');
    const approved = await walk.act('ansel', '/decision', { outcome: 'approve' });
    expect(approved.status).toBe(403);
    expect(problem(approved).title).toMatch(/You declined this file/);
    expect((await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['income-insufficient'] })).status).toBe(403);
  });

  it('can’t be appealed late, by a stranger, or where nothing was declined', async () => {
    const walk = await fileToDecide(cavren);
    expect((await walk.act('wren', '/appeal', { what: 'Too early for that' })).body).toMatchObject({ code: 'no-appeal' });
    await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['income-insufficient'] });
    expect((await walk.act('dilys', '/appeal', { what: 'Not my part' })).status).toBe(403);
    expect((await cavren.stranger().post('/api/door/appeal', { what: 'I know somebody' })).status).toBe(401);
    await later(walk, 31);
    expect((await walk.act('wren', '/appeal', { what: 'A month too late' })).body).toMatchObject({ code: 'no-appeal' });
  });
});

describe('an ending by compliance', () => {
  it('tells nobody else why: not the applicant, not in the history, not to who reads the file', async () => {
    const walk = await fileInGathering(cavren);
    expect((await walk.act('wren', '/stop', { reason: 'On the list of the council' })).status).toBe(403);
    await walk.act('rufus', '/stop', { reason: 'On the list of the council' });
    await walk.await();
    expect(walk.file).toMatchObject({ stage: 'declined', decisions: [{ outcome: 'stop', reasons: [], comment: null }], notices: [{ kind: 'stopped' }] });
    expect(JSON.stringify(walk.view)).not.toContain('list of the council');
    const history = await cavren.services.historyStore.all(await walk.id());
    expect(JSON.stringify(history)).not.toContain('list of the council');
    expect(await noticeText(walk, 'stopped')).not.toMatch(/council|reason/i);
    const phone = await ida(walk).comeIn();
    expect(phone.view).toMatchObject({ outcome: 'declined', declineReasons: [], appealUntil: null });
    const at = `${walk.url}/decision/${walk.file.decisions[0]?.id ?? ''}/stop-reason`;
    expect((await (await cavren.as('rufus')).get(at)).body).toMatchObject({ reason: 'On the list of the council', by: 'Rufus Egerstrand' });
    for (const who of ['wren', 'ansel', 'dilys', 'maud']) expect((await (await cavren.as(who)).get(at)).status).toBe(403);
    expect((await walk.act('wren', '/appeal', { what: 'They want to know why' })).body).toMatchObject({ code: 'no-appeal' });
  });
});

describe('an offer', () => {
  it('has an end: nobody accepts it later, and the file lapses by itself', async () => {
    const walk = await fileOffered(cavren);
    expect(walk.file.offer).toMatchObject({ state: 'open', until: addDays(walk.view.today, 30) });
    cavren.clock.at = new Date(Date.now() + 31 * 24 * 60 * 60_000);
    const late = await walk.act('wren', '/offer/answer', { personId: walk.applicant.id, answer: 'accept', how: 'phone' });
    expect(late.body).toMatchObject({ code: 'offer-late' });
    await later(walk, 31);
    expect(walk.file).toMatchObject({ stage: 'lapsed', offer: { state: 'lapsed' }, notices: [{ kind: 'lapsed' }] });
  });

  it('one who refuses ends it, and gets that confirmed', async () => {
    const walk = await fileOffered(cavren, { couple: true });
    const phone = await ida(walk).comeIn();
    expect((await phone.post('/api/door/offer', { answer: 'refuse', offerId: walk.file.offer?.id })).body).toMatchObject({ outcome: 'withdrawn' });
    await walk.await();
    expect(walk.file).toMatchObject({ stage: 'withdrawn', offer: { state: 'refused' } });
    expect(walk.file.notices.map(({ kind }) => kind)).toEqual(['withdrawn', 'withdrawn']);
    expect(await noticeText(walk, 'withdrawn')).toContain('Your application is withdrawn');
  });

  it('is answered by those who apply alone, each once', async () => {
    const walk = await fileOffered(cavren);
    const answer = (body: object, who = 'wren') => walk.act(who, '/offer/answer', { answer: 'accept', how: 'phone', ...body });
    expect((await answer({ personId: 'nobody-here' })).status).toBe(422);
    expect((await answer({ personId: walk.applicant.id, how: 'frontDoor' })).status).toBe(422);
    expect((await answer({ personId: walk.applicant.id }, 'dilys')).status).toBe(403);
    expect((await answer({ personId: walk.applicant.id })).status).toBe(200);
    expect(walk.file).toMatchObject({ stage: 'signing', offer: { answers: [{ how: 'phone', by: 'Wren Halloway' }] } });
    expect((await answer({ personId: walk.applicant.id })).body).toMatchObject({ code: 'no-offer' });
  });

  it('on conditions: they stand before the release, and are met with a word', async () => {
    const walk = await fileToDecide(cavren);
    await walk.act('ansel', '/decision', { outcome: 'approve', conditions: ['The hull is surveyed', 'The mooring is insured'] });
    const [first, second] = walk.file.offer?.conditions ?? [];
    await walk.act('wren', '/offer/answer', { personId: walk.applicant.id, answer: 'accept', how: 'inPerson' });
    const later = computePath(walk.file, walk.view.today).later.map(({ key, gate }) => [key, gate]);
    expect(later).toContainEqual([`offerCondition:${first?.id ?? ''}`, 'completing']);
    expect((await walk.act('dilys', `/offer/conditions/${first?.id ?? ''}`, { word: 'Seen' })).status).toBe(403);
    expect((await walk.act('wren', '/offer/conditions/another-one', { word: 'Survey of 3 March' })).status).toBe(404);
    await walk.act('wren', `/offer/conditions/${first?.id ?? ''}`, { word: 'Survey of 3 March' });
    expect((await walk.act('wren', `/offer/conditions/${first?.id ?? ''}`, { word: 'Again' })).status).toBe(404);
    expect(computePath(walk.file, walk.view.today).later.map(({ key }) => key)).toContain(`offerCondition:${second?.id ?? ''}`);
  });

  it('otherwise than asked for: judged as it would then be, told with the reasons, and put on the file once accepted', async () => {
    const walk = await fileToDecide(cavren);
    const smaller: FitChange[] = [
      { op: 'set', entity: 'request', id: null, field: 'amount', value: 2_500_000 },
      { op: 'set', entity: 'request', id: null, field: 'price', value: 3_500_000 },
    ];
    const counter = (body: object) => walk.act('ansel', '/decision', { outcome: 'counter', changes: smaller, reasons: ['obligations-excessive'], ...body });
    expect((await counter({ reasons: [] })).status).toBe(422);
    expect((await counter({ changes: [] })).status).toBe(422);
    expect((await counter({ changes: [{ op: 'set', entity: 'person', id: walk.applicant.id, field: 'fullName', value: 'Somebody' }] })).status).toBe(422);
    // Who is paid, what somebody earns or owes is nothing that an approver can offer, nor what no field takes.
    for (const change of [
      { op: 'set', entity: 'request', id: null, field: 'payoutAccount', value: '999999999' },
      { op: 'set', entity: 'request', id: null, field: 'payoutName', value: 'Ansel Brightmoor' },
      { op: 'add', entity: 'income', id: 'made-up-income', values: { personId: walk.applicant.id, kind: 'pension', amount: 900_000, frequency: 'monthly' } },
      { op: 'set', entity: 'request', id: null, field: 'amount', value: 'much' },
      { op: 'set', entity: 'request', id: null, field: 'termMonths', value: -3 },
      { op: 'remove', entity: 'part', id: 'no-such-part' },
    ])
      expect((await counter({ changes: [change] })).status).toBeGreaterThanOrEqual(400);
    expect(walk.file.stage).toBe('deciding');
    // More than the product lends is no offer, whoever makes it.
    expect((await counter({ changes: [{ op: 'set', entity: 'request', id: null, field: 'amount', value: 90_000_000 }] })).body).toMatchObject({
      code: 'path-not-clear',
    });
    expect((await counter({})).status).toBe(200);
    expect(walk.file).toMatchObject({ stage: 'offering', request: { amount: 3_000_000 }, offer: { kind: 'changed', terms: { amount: 2_500_000 } } });
    await walk.await();
    const text = await noticeText(walk, 'counterOffer');
    for (const words of ['$25,000.00', 'Obligations too high in relation to income', 'Equal Credit Opportunity Act']) expect(text).toContain(words);
    // The calculation that is kept is of what was offered.
    const kept = (await (await cavren.as('ansel')).get<KeptCalculation>(`${walk.url}/decision/${walk.file.decisions.at(-1)?.id ?? ''}/calculation`)).body;
    expect(kept.differences).toEqual([]);
    expect(decideBy(walk.file, [], walk.view.today)?.by).toBe(addDays(walk.view.today, 90));
    await walk.act('wren', '/offer/answer', { personId: walk.applicant.id, answer: 'accept', how: 'inPerson' });
    expect(walk.file).toMatchObject({ stage: 'signing', request: { amount: 2_500_000, price: 3_500_000 } });
    // The file is as it was approved, and who stated it can be seen.
    expect(walk.view.recent.map(({ act }) => act)).toContain('details.set');
    expect((await walk.details([change.set('request', null, 'amount', 2_600_000)])).body).toMatchObject({ code: 'file-locked' });
  });

  it('otherwise and not accepted in time is a no, which is told', async () => {
    const walk = await fileToDecide(cavren);
    const changes = [{ op: 'set', entity: 'request', id: null, field: 'termMonths', value: 72 }];
    await walk.act('ansel', '/decision', { outcome: 'counter', changes, reasons: ['obligations-excessive'] });
    await later(walk, 31);
    expect(walk.file).toMatchObject({
      stage: 'declined',
      decisions: [{ outcome: 'counter' }, { outcome: 'decline', reasons: ['obligations-excessive'], by: 'Cavren' }],
    });
    expect(walk.file.notices.map(({ kind }) => kind)).toEqual(['counterOffer', 'declined']);
  });
});

describe('an approval', () => {
  it('can be taken back before completion, with a reason, by who may decide; afterwards not', async () => {
    const walk = await fileToRelease(cavren);
    expect((await walk.act('wren', '/decision', { outcome: 'undo', comment: 'I want to change it' })).status).toBe(403);
    expect((await walk.act('ansel', '/decision', { outcome: 'undo', comment: '' })).status).toBe(422);
    await walk.act('ansel', '/decision', { outcome: 'undo', comment: 'The survey was of another hull' });
    await walk.await();
    expect(walk.file).toMatchObject({ stage: 'deciding', offer: { state: 'takenBack' }, envelope: { state: 'void' } });
    expect(walk.file.notices.map(({ kind }) => kind)).toContain('undone');
    expect((await walk.act('dilys', '/payout/release')).status).toBe(409);
    // Who took it back can still decide it: that was no work on the file.
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    expect(walk.file.stage).toBe('offering');

    const paid = await fileToRelease(cavren, { account: '400281235' });
    await paid.act('dilys', '/payout/release');
    expect((await paid.act('ansel', '/decision', { outcome: 'undo', comment: 'Too late' })).status).toBe(409);
    await paid.await();
    expect(paid.file.stage).toBe('done');
    expect((await paid.act('ansel', '/decision', { outcome: 'undo', comment: 'Far too late' })).status).toBe(409);
  });

  it('holds the details as they were approved, but not how people are reached', async () => {
    const walk = await fileAccepted(cavren);
    const set = (field: string, value: string) => walk.details([change.set('person', walk.applicant.id, field, value)]);
    expect((await set('fullName', 'Ida Holme')).body).toMatchObject({ code: 'file-locked' });
    expect((await set('birthDate', '1980-01-01')).body).toMatchObject({ code: 'file-locked' });
    expect((await set('contactBy', 'post')).status).toBe(200);
    await walk.act('wren', '/agreement');
    expect((await set('contactBy', 'phone')).body).toMatchObject({ code: 'file-locked' });
  });
});

describe('what is missing', () => {
  it('is told with its day, stops the clock, and closes the file where it doesn’t come', async () => {
    const walk = await fileInGathering(cavren);
    expect(walk.file.completeOn).toBe(walk.view.today);
    const clock = () => decideBy(walk.file, computePath(walk.file, walk.view.today).entries, walk.view.today);
    expect(clock()).toMatchObject({ by: addDays(walk.view.today, 30), pausedUntil: null, late: false });
    const listed = async () => (await (await cavren.as('wren')).get<FilePage>(`/api/files?text=${walk.reference}`)).body.items[0]?.decideBy;
    expect(await listed()).toEqual({ by: addDays(walk.view.today, 30), heldUntil: null });
    expect((await walk.act('dilys', '/incomplete')).status).toBe(403);
    await walk.act('wren', '/incomplete');
    await walk.await();
    const until = addDays(walk.view.today, 21);
    expect(walk.file.notices).toMatchObject([{ kind: 'incomplete', respondBy: until, made: true }]);
    expect(clock()?.pausedUntil).toBe(until);
    expect(await listed()).toEqual({ by: addDays(walk.view.today, 30), heldUntil: until });
    expect(await noticeText(walk, 'incomplete')).toMatch(/Identity paper.*Payslip.*let us have this by/);
    expect((await walk.act('wren', '/incomplete')).body).toMatchObject({ code: 'notice-open' });
    const phone = await ida(walk).comeIn();
    expect(phone.view.notices).toMatchObject([{ kind: 'incomplete' }]);
    const own = await phone.get(`/api/door/notices/${phone.view.notices[0]?.id ?? ''}`);
    expect(textOf(own.response.rawPayload)).toContain('Payslip');
    await later(walk, 20);
    expect(walk.file.stage).toBe('gathering');
    await later(walk, 22);
    expect(walk.file.stage).toBe('lapsed');
    expect(walk.view.ending).toMatchObject({ act: 'file.closeIncomplete' });
  });

  it('that came in time closes nothing', async () => {
    const walk = await fileInGathering(cavren);
    await walk.act('wren', '/incomplete');
    for (const { key } of computePath(walk.file, walk.view.today).conditions) {
      await walk.upload(await pdf(key), 'p.pdf', key);
      const amount = walk.file.incomes.find(({ id }) => key === `income:${id}`)?.amount ?? null;
      await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount });
    }
    await later(walk, 22);
    expect(walk.file.stage).toBe('gathering');
    // Nobody decided it in time, which stands on the start page of who owns it and of who decides.
    const untold = async (who: string) => (await (await cavren.as(who)).get<TodayPage>('/api/today')).body.counts.untold;
    const [before, all] = [await untold('wren'), await untold('ansel')];
    await later(walk, 31);
    expect(await untold('wren')).toBeGreaterThan(before);
    expect(await untold('ansel')).toBeGreaterThan(all);
    expect(await untold('tamsin')).toBe(0);
  });
});

describe('a letter', () => {
  it('is made for who wants one, lies in the print queue, and is nobody else’s', async () => {
    const walk = await fileToDecide(cavren);
    const stranger = await fileToDecide(cavren);
    await walk.act('ansel', '/decision', { outcome: 'sendBack', question: 'Where does she live now?' });
    await walk.details([change.set('person', walk.applicant.id, 'contactBy', 'post')]);
    await walk.act('wren', `/decision/${walk.file.decisions.at(-1)?.id ?? ''}/answer`, { answer: 'At the same address' });
    await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['collateral-insufficient'] });
    await walk.await();
    expect(walk.file.notices).toMatchObject([{ kind: 'declined', channel: 'letter', made: true }]);
    const wren = await cavren.as('wren');
    const queue = async () =>
      (await wren.get<OutboxPage>(`/api/outbox?page=1&size=20&reference=${walk.reference}`)).body.items.filter(({ channel }) => channel === 'letter');
    const [letter] = await queue();
    expect(letter).toMatchObject({ recipient: 'Ida Holm, 4 Capstan Row, Quillhaven', sentAt: null, noticeId: walk.file.notices[0]?.id });
    expect(await noticeText(walk, 'declined')).toContain('4 Capstan Row');
    await cavren.jobs.runDue();
    expect((await queue())[0]?.sentAt).toBeNull();
    expect((await (await cavren.as('ansel')).post(`/api/outbox/${letter?.id ?? ''}/posted`)).status).toBe(403);
    expect((await wren.post(`/api/outbox/${letter?.id ?? ''}/posted`)).status).toBe(200);
    expect((await queue())[0]?.sentAt).not.toBeNull();
    expect((await wren.post('/api/outbox/nothing-here/posted')).status).toBe(404);
    // A notice is found in its own file alone, and by whom it was sent to alone.
    const notice = walk.file.notices[0]?.id ?? '';
    expect((await wren.get(`${stranger.url}/notices/${notice}`)).status).toBe(404);
    const other = new Phone(cavren, 'x', stranger.sentTo(1), stranger.reference);
    await other.comeBack(stranger.phone(1));
    expect((await other.get<DoorView>(`/api/door/notices/${notice}`)).status).toBe(404);
    expect((await (await cavren.as('dilys')).get(`${walk.url}/notices/${notice}`)).status).toBe(403);
  });

  it('withdrawal is confirmed', async () => {
    const walk = await fileInGathering(cavren);
    await walk.act('wren', '/withdraw', { reason: 'She found a buyer' });
    await walk.await();
    expect(walk.file).toMatchObject({ stage: 'withdrawn', notices: [{ kind: 'withdrawn', channel: 'email' }] });
  });
});

describe('files of before', () => {
  it('whose product signs before it decides go on as they were', async () => {
    const { definition } = await cavren.services.products.byId(`workboat-refit-${REFIT_VERSION}`);
    const route = ['details', 'checking', 'gathering', 'signing', 'deciding', 'completing', 'done'];
    const old = { ...definition, code: 'refit-then', version: 1, route } as typeof definition;
    expect(old.route.indexOf('signing')).toBeLessThan(old.route.indexOf('deciding'));
    const today = '2026-11-02' as IsoDate;
    const walk = await fileToDecide(cavren);
    const file = { ...walk.file, product: old, decisions: [], offer: null, stage: 'signing' as const };
    expect(computePath(file, today).next).toBe('deciding');
    expect(computePath(file, today).now.map(({ key }) => key)).toContain('signing:send');
  });
});
