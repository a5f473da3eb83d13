import { startStandins } from '@cavren/standins';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

let standins: Awaited<ReturnType<typeof startStandins>>;
beforeAll(async () => {
  standins = await startStandins();
});
afterAll(() => standins.stop());

async function ask(url: string, body: object): Promise<{ status: number; text: string }> {
  const response = await fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  return { status: response.status, text: await response.text() };
}

describe('the simulated outside services', () => {
  it('know persons of their own, and answer from what they know and not from what they are asked', async () => {
    const person = async (number: string) =>
      JSON.parse((await ask(`${standins.urls.register}/persons`, { number, fullName: 'Ida Holm', birthDate: '1990-04-03' })).text) as unknown;
    expect(await person('910-20-4120')).toEqual({ record: { fullName: 'Marit Solvane', birthDate: '1988-05-17' } });
    expect(await person('987654320')).toEqual({ record: null });
    const enter = (entries: object[]) => ask(`${standins.urls.register}/entries`, entries);
    expect((await enter([{ number: '987-65-4320', fullName: 'Ida Holmm', birthDate: '1990-03-04' }])).status).toBe(200);
    expect(await person('987654320')).toEqual({ record: { fullName: 'Ida Holmm', birthDate: '1990-03-04' } });
    expect((await enter([{ number: '1', fullName: 'Nobody', birthDate: 'long ago' }])).status).toBe(400);
  });
  it('give watchlist entries that sound alike, and none for another name', async () => {
    const entries = async (fullName: string) =>
      (JSON.parse((await ask(`${standins.urls.watchlist}/candidates`, { fullName })).text) as { entries: { name: string }[] }).entries.map(({ name }) => name);
    expect(await entries('Korvin Tail')).toContain('Corvin Thale');
    expect(await entries('Zbigniew Wu')).toEqual([]);
  });
  it('never pay twice for one key', async () => {
    const order = { key: 'one', routing: '011000015', account: '1234', name: 'Ida', amount: 100, currency: 'USD', text: 't' };
    const first = await ask(`${standins.urls.bank}/transfers`, order);
    expect(await ask(`${standins.urls.bank}/transfers`, order)).toEqual(first);
    expect((await ask(`${standins.urls.bank}/transfers`, { ...order, amount: 200 })).text).toBe('{"refused":"Another order has this key"}');
    expect(await (await fetch(`${standins.urls.bank}/transfers`)).json()).toHaveLength(1);
  });
  it('can be told to be away or to talk rubbish, and back', async () => {
    const transfers = () => ask(`${standins.urls.bank}/accounts`, { routing: '1', account: '1234', name: 'Ida' });
    await ask(`${standins.urls.bank}/mode`, { mode: 'down' });
    expect((await transfers()).status).toBe(503);
    await ask(`${standins.urls.bank}/mode`, { mode: 'rubbish' });
    expect((await transfers()).text).toContain('<html>');
    await ask(`${standins.urls.bank}/mode`, { mode: 'normal' });
    expect((await transfers()).text).toBe('{"exists":true,"ownerMatches":true}');
    expect((await ask(`${standins.urls.bank}/mode`, { mode: 'upside-down' })).status).toBe(400);
  });
});
