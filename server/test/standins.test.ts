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
  it('answer the same to the same, and differently to different people', async () => {
    const person = (number: string) => ask(`${standins.urls.register}/persons`, { number, fullName: 'Ida Holm', birthDate: '1990-04-03' });
    expect(await person('987654320')).toEqual(await person('987654320'));
    expect((await person('987654324')).text).toContain('1990-03-04');
    expect((await person('987654327')).text).toBe('{"record":null}');
    expect((await person('987654323')).text).toContain('Ida Holmm');
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
