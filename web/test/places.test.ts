import { afterEach, describe, expect, it } from 'vitest';
import type { CertificatePage, Rounds, Stocks, UnitBoard } from '@cavren/contract';
import { isoDate } from '@cavren/core';
import Certificates from '../src/offers/CertificatesPage.vue';
import RoundsPage from '../src/rounds/RoundsPage.vue';
import UnitsPage from '../src/units/UnitsPage.vue';
import { Page } from './page';

let page: Page;
afterEach(() => page.close());

/** 3/4/2027 is the third of April in New Zealand and the fourth of March in the United States. */
const TYPED = '3/4/2027';

describe('a date that is typed', () => {
  const known: CertificatePage = {
    certificates: [],
    staff: [{ id: 'staff-wren', name: 'Wren Halloway' }],
    places: [
      { code: 'us', name: 'United States', dateOrder: 'mdy' },
      { code: 'nz', name: 'New Zealand', dateOrder: 'dmy' },
    ],
  };
  it.each([
    ['New Zealand', '2027-04-03'],
    ['United States', '2027-03-04'],
  ])('of a certificate for %s is read as people write it there', async (place, from) => {
    page = await Page.open(Certificates, 'policy', { 'GET /api/certificates': known, 'POST /api/certificates': known });
    await page.press('New certificate');
    await page.type('Number', 'L-100');
    await page.tick(place);
    await page.type('From', TYPED);
    await page.press('Keep it');
    expect(await page.sentBy('POST /api/certificates')).toMatchObject({ from, until: null });
  });
  it.each([
    ['dmy', '2027-04-03'],
    ['mdy', '2027-03-04'],
  ] as const)('of a round is read in the order of its product’s place: %s', async (dateOrder, closesOn) => {
    const rounds: Rounds = { rounds: [], products: [{ code: 'harbour-homes', name: 'Harbour homes', dateOrder }] };
    page = await Page.open(RoundsPage, 'policy', { 'GET /api/rounds': rounds, 'POST /api/rounds': rounds });
    await page.type('Name', 'Spring');
    await page.type('Last day', TYPED);
    await page.press('Open it');
    expect(await page.sentBy('POST /api/rounds')).toMatchObject({ product: 'harbour-homes', closesOn });
  });
  it.each([
    ['dmy', '2027-04-01'],
    ['mdy', '2027-03-01'],
  ] as const)('of a board is read in the order of its stock’s place: %s', async (dateOrder, from) => {
    const stocks: Stocks = { stocks: [{ code: 'berths', label: 'Berths', place: { currency: 'NZD', locale: 'en-NZ', dateOrder }, byDraw: false }] };
    const board: UnitBoard = { from: isoDate('2027-01-01'), until: isoDate('2028-01-01'), plans: [], units: [], taken: [] };
    page = await Page.open(UnitsPage, 'intake', { 'GET /api/units': stocks, 'GET /api/units/berths/board': board });
    await page.find('.v-alert', 'This stock has no units yet');
    await page.type('From', TYPED);
    expect(await page.askedFor(`from=${from}`)).toContain('/api/units/berths/board');
  });
});
