import type { DetailChange, DoorView, OutboxPage } from '@cavren/contract';
import { PDFDocument } from '@cantoo/pdf-lib';
import { computePath } from '@cavren/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newestMessage } from './applicant';
import { change, makeCavren, openFile, problem, type TestCavren, type Walk } from './cavren';
import { sizesOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const entries = ({ file, view }: Walk): string[] => computePath(file, view.today).now.map(({ key }) => key);
const refusedAt = async (walk: Walk, wish: DetailChange): Promise<string[]> => (problem(await walk.details([wish])).errors ?? []).map(({ path }) => path);

describe('an address', () => {
  it('names a region of the place’s list, and a postal code in the place’s form that lies in it', async () => {
    const walk = await openFile(cavren);
    const own = { personId: walk.applicant.id, line: '4 Capstan Row', town: 'Quillhaven', since: '2015-01-01' };
    expect((await walk.details([change.add('home', { ...own, region: 'QH', postalCode: '00412' }, 'first-home')])).status).toBe(200);
    expect(await refusedAt(walk, change.set('home', 'first-home', 'region', 'Quillhaven'))).toEqual(['home/first-home/region']);
    expect(await refusedAt(walk, change.set('home', 'first-home', 'postalCode', 'AB1 2CD'))).toEqual(['home/first-home/postalCode']);
    expect(entries(walk)).not.toContain('region:first-home');
    expect((await walk.details([change.set('home', 'first-home', 'region', 'ME')])).status).toBe(200);
    expect(entries(walk)).toContain('region:first-home');
    expect((await walk.details([change.set('home', 'first-home', 'postalCode', '04101')])).status).toBe(200);
    expect(entries(walk)).not.toContain('region:first-home');
  });
  it('of another country is taken as that country writes it', async () => {
    const walk = await openFile(cavren);
    const abroad = { personId: walk.applicant.id, line: '1 Quay', town: 'Lowmouth', country: 'GB', postalCode: 'AB1 2CD', since: '2015-01-01' };
    expect((await walk.details([change.add('home', abroad, 'home-abroad')])).status).toBe(200);
    expect(await refusedAt(walk, change.set('home', 'home-abroad', 'country', 'QQ'))).toEqual(['home/home-abroad/country']);
    expect(entries(walk)).not.toContain('region:home-abroad');
  });
  it('for post stands on letters in the place of the one where somebody lives', async () => {
    const walk = await openFile(cavren);
    const { id } = walk.applicant;
    await walk.details([
      change.add('home', { personId: id, line: '4 Capstan Row', town: 'Quillhaven', region: 'QH', postalCode: '00412', since: '2015-01-01' }),
      change.set('person', id, 'contactBy', 'post'),
      change.set('person', id, 'mailLine', 'Box 41'),
      change.set('person', id, 'mailTown', 'Lowmouth'),
      change.set('person', id, 'mailCountry', 'GB'),
      change.set('person', id, 'mailPostalCode', 'AB1 2CD'),
      change.set('person', id, 'largePrint', true),
    ]);
    expect((await walk.act('wren', '/withdraw', { reason: 'Sold the boat' })).status).toBe(200);
    await walk.await();
    // On the paper of the place, and in large print for who asks for it.
    const sheet = async () => {
      const { response } = await (await cavren.as('wren')).get(`${walk.url}/notices/${walk.file.notices.at(-1)?.id ?? ''}`);
      const pdf = await PDFDocument.load(response.rawPayload);
      return { width: Math.round(pdf.getPage(0).getWidth()), smallest: Math.min(...sizesOf(response.rawPayload)) };
    };
    expect(await sheet()).toEqual({ width: 612, smallest: 14 });
    const letters = (await (await cavren.as('wren')).get<OutboxPage>(`/api/outbox?page=1&size=20&reference=${walk.reference}`)).body.items;
    expect(letters.filter(({ channel }) => channel === 'letter').map(({ recipient }) => recipient)).toEqual([
      'Ida Holm, Box 41, Lowmouth AB1 2CD, UNITED KINGDOM',
    ]);
  });
});

describe('somebody’s family', () => {
  it('is asked as the law lets a lender: not of one who asks alone and pledges nothing, and then in three words', async () => {
    const walk = await openFile(cavren);
    const { id } = walk.applicant;
    const say = async (status: string) => refusedAt(walk, change.set('person', id, 'familyStatus', status));
    expect(await say('married')).toEqual([`person/${id}/familyStatus`]);
    await walk.details([change.add('security', { kind: 'vessel', description: 'Skiff Tern', value: 900_000 })]);
    expect(await say('divorced')).toEqual([`person/${id}/familyStatus`]);
    expect(await say('unmarried')).toEqual([]);
    // Elsewhere, and for other things than credit, the law doesn't say so.
    const lease = await openFile(cavren, 'wren', 'Ida Holm', 'quay-cottages');
    expect((await lease.details([change.set('person', lease.applicant.id, 'familyStatus', 'divorced')])).status).toBe(200);
  });
});

describe('what is asked for fair treatment only', () => {
  it('is answered or declined at the front door too, and only there where it is asked', async () => {
    const client = cavren.stranger();
    const phone = '(212) 555-0171';
    const wish = { product: 'workboat-refit', fullName: 'Perrin Oake', birthDate: '1984-05-06', phone, email: null, agrees: true };
    const { reference } = (await client.post<{ reference: string }>('/api/door/apply', wish)).body;
    const code = /^(\d{6})/.exec(await newestMessage(cavren, '+12125550171', reference, 'is your code'))?.[1] ?? '';
    let view = (await client.post<DoorView>('/api/door/return/enter', { reference, phone, code })).body;
    const answer = async (body: object) => client.post<DoorView>('/api/door/monitoring', body);
    expect(view.monitoring).toEqual([]);
    expect((await answer({ question: 'sex', value: 'Female', declined: false })).status).toBe(404);
    const living = { version: view.details?.version, changes: [change.set('request', null, 'purpose', 'Boat to live on')] };
    view = (await client.call<DoorView>('PATCH', '/api/door/details', living)).body;
    expect(view.monitoring.map(({ question }) => question)).toEqual(['ethnicity', 'race', 'sex']);
    expect((await answer({ question: 'sex', value: 'Fish', declined: false })).status).toBe(422);
    expect((await answer({ question: 'sex', value: null, declined: false })).status).toBe(422);
    expect((await answer({ question: 'sex', value: 'Female', declined: false })).status).toBe(200);
    view = (await answer({ question: 'race', value: null, declined: true })).body;
    expect(view.monitoring).toMatchObject([{ value: null, declined: false }, { value: null, declined: true }, { value: 'Female' }]);
    expect((await client.post('/api/door/details/done')).status).toBe(200);
    expect((await answer({ question: 'sex', value: null, declined: true })).status).toBe(409);
  });
});
