import type { FilePage, ProductOnOffer } from '@cavren/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeCavren, openFile, problem, type TestCavren } from './cavren';

/** Which day it is, is asked of the place: at one moment it is Thursday evening in Quillhaven and Friday in the other two. */
let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
  cavren.clock.at = new Date('2026-11-27T00:25:00.000Z');
});
afterAll(() => cavren.close());

const opening = (product: string, receivedOn: string, fullName = 'Ida Holm') => ({
  product,
  channel: 'counter',
  receivedOn,
  personId: null,
  fullName,
  birthDate: '1990-04-03',
});

describe('the day of a place', () => {
  it('is given with each product, with how days are written there', async () => {
    const offers = (await (await cavren.as('wren')).get<ProductOnOffer[]>('/api/products?channel=counter')).body;
    const of = (code: string) => {
      const offer = offers.find((one) => one.code === code);
      return [offer?.place, offer?.today, offer?.dateOrder];
    };
    expect(of('workboat-refit')).toEqual(['us', '2026-11-26', 'mdy']);
    expect(of('tools-gear')).toEqual(['nz', '2026-11-27', 'dmy']);
    expect(new Set(offers.map(({ place }) => place)).size).toBeGreaterThan(1);
  });
  it('is the last on which something can have been received there', async () => {
    const wren = await cavren.as('wren');
    const late = await wren.post('/api/files', opening('workboat-refit', '2026-11-27'));
    expect([late.status, problem(late).errors?.[0]?.path]).toEqual([422, 'receivedOn']);
    expect((await wren.post('/api/files', opening('workboat-refit', '2026-11-26'))).status).toBe(201);
    const tamsin = await cavren.as('tamsin');
    expect((await tamsin.post('/api/files', opening('tools-gear', '2026-11-27', 'Una Vardy'))).status).toBe(201);
    expect((await tamsin.post('/api/files', opening('tools-gear', '2026-11-28', 'Joss Kemp'))).status).toBe(422);
  });
  it('stands with each file of a list, so that what is due is late by that day', async () => {
    await openFile(cavren, 'wren', 'Perran Lusk');
    for (const at of ['/api/files?size=50', '/api/today?waitingFor=me&page=1&size=50']) {
      const { items } = (await (await cavren.as('tamsin')).get<FilePage>(at)).body;
      expect(items.length).toBeGreaterThan(0);
      for (const { writes } of items) expect(writes?.today).toBe(writes?.dateOrder === 'mdy' ? '2026-11-26' : '2026-11-27');
    }
  });
});
