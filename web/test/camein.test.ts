import { DOOR_IN_COOKIE, type DoorInside, type PublicProduct } from '@cavren/contract';
import { isoDate } from '@cavren/core';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { createSSRApp, h } from 'vue';
import Apply from '../src/door/Apply.vue';
import DoorApp from '../src/door/DoorApp.vue';
import { drawn } from '../src/drawn';
import { makeVuetify } from '../src/look/vuetify';
import { Page } from './page';

const PRODUCT: PublicProduct = {
  code: 'crew-boats',
  name: 'Boats for crews',
  placeName: 'Somewhere',
  dateOrder: 'dmy',
  lender: 'A lender',
  asks: ['Do you own a boat?'],
  purposes: 'boats or engines',
  example: { amount: '$1,000.00', months: 12, rate: '6 %', percentageRate: null, payment: '$86.07', total: '$1,032.84' },
  line: 'lending',
  amounts: { from: '$500.00', upTo: '$5,000.00' },
  plans: [],
  criteria: null,
  round: { name: 'Winter round', opensOn: isoDate('2026-12-01'), closesOn: isoDate('2026-12-31'), seal: 'abc' },
  papers: 'A payslip',
  contact: { phone: '555-0100', hours: 'by day' },
  consent: { kind: 'dataUse', label: 'Use', text: 'I agree' },
  forBusinesses: true,
  bar: null,
};

const open = (inside: DoorInside): Promise<Page> =>
  Page.open({ render: () => h(DoorApp, { path: '/door', apply: null, first: null }) }, 'intake', { 'GET /api/door/inside': inside });
const FORM = 'Come in with the reference';
const cameIn = (seconds: number): void => void (document.cookie = `${DOOR_IN_COOKIE}=yes; max-age=${seconds}`);

let page: Page | null = null;
afterEach(() => {
  vi.restoreAllMocks();
  page?.close();
  page = null;
  cameIn(0);
});

describe('the front door', () => {
  it('asks nobody who is inside where nobody came in on this phone: the form is there at once', async () => {
    page = await open({ view: null, asked: null });
    expect(page.root.textContent).toContain(FORM);
    expect(page.asked.filter((url) => url.startsWith('/api/door'))).toEqual([]);
  });
  it('asks once where somebody did, before it shows the form', async () => {
    cameIn(60);
    page = await open({ view: null, asked: null });
    expect(page.root.textContent).not.toContain(FORM);
    await page.find('p', FORM);
    expect(page.asked.filter((url) => url.startsWith('/api/door'))).toEqual(['/api/door/inside']);
  });
});

describe('what the server draws of the front door', () => {
  /** As somebody reads it; what is only there for a script is no part of it. */
  const words = (markup: string): string => {
    const place = document.createElement('div');
    place.innerHTML = markup;
    return place.textContent.replaceAll(/\s+/g, ' ').trim();
  };
  it('is what its script draws first: where one comes in', async () => {
    page = await open({ view: null, asked: null });
    expect(words(await drawn(null))).toBe(words(page.root.innerHTML));
  });
  it('is what its script draws first: a product, its example and its round, before any field', async () => {
    page = await Page.open({ render: () => h(DoorApp, { path: `/door/apply/${PRODUCT.code}`, apply: Apply, first: PRODUCT }) }, 'intake', {});
    const said = words(await drawn(PRODUCT));
    expect(said).toBe(words(page.root.innerHTML));
    for (const part of ['Boats for crews', '$1,000.00 over 12 months', '1 Dec 2026 to 31 Dec 2026', 'Call 555-0100']) expect(said).toContain(part);
    expect(await drawn(PRODUCT)).not.toMatch(/<input|<button/);
    // What was in the page isn't asked for again.
    expect(page.asked.filter((url) => url.startsWith('/api/door'))).toEqual([]);
  });
  it('is taken over as it stands: what is read stays the same element, and fields come below it', async () => {
    const complaints: unknown[] = [];
    for (const way of ['warn', 'error'] as const) vi.spyOn(console, way).mockImplementation((...said) => void complaints.push(said));
    const root = document.createElement('div');
    document.body.append(root);
    root.innerHTML = await drawn(PRODUCT);
    const heading = root.querySelector('h1');
    const app = createSSRApp(DoorApp, { path: `/door/apply/${PRODUCT.code}`, apply: Apply, first: PRODUCT }).use(makeVuetify('door', true));
    app.mount(root);
    await vi.waitFor(() => expect(root.querySelector('button[type=submit]')?.textContent).toContain('Begin'), { timeout: 60_000 });
    expect(root.querySelector('h1')).toBe(heading);
    expect(complaints).toEqual([]);
    app.unmount();
    root.remove();
  });
});
