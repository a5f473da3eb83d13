import { afterEach, expect, it } from 'vitest';
import type { Stocks, UnitBoard } from '@cavren/contract';
import { addMonths, minor, NO_LAST_DAY, type IsoDate } from '@cavren/core';
import { localToday } from '../src/files/index';
import UnitsPage from '../src/units/UnitsPage.vue';
import { Page } from './page';

let page: Page;
afterEach(() => page.close());

const today = localToday();
const [from, until] = [`${today.slice(0, 8)}01` as IsoDate, addMonths(today, 12)];
const unit = (number: number, availableFrom = from): UnitBoard['units'][number] => ({
  id: `berths.b-${number}`,
  stock: 'berths',
  code: `b-${number}`,
  label: `Berth ${number}`,
  plan: 'ten',
  region: 'QH',
  access: [],
  availableFrom,
});

it('a board says of every unit where it stands today, those that can’t be let yet among them', async () => {
  const stocks: Stocks = { stocks: [{ code: 'berths', label: 'Berths', place: { currency: 'NZD', locale: 'en-NZ', dateOrder: 'dmy' }, byDraw: false }] };
  const board: UnitBoard = {
    from,
    until,
    plans: [
      {
        code: 'ten',
        label: 'Ten metres',
        bedrooms: 0,
        sleeps: 2,
        size: 10,
        sizeUnit: 'metres',
        rooms: [],
        includes: [],
        picture: null,
        rents: [{ leastMonths: 1, season: null, monthly: minor(42_000) }],
      },
    ],
    units: [unit(1), unit(2), unit(3), unit(4, until)],
    taken: [{ unitId: 'berths.b-1', startsOn: from, endsOn: NO_LAST_DAY, state: 'let', holdsUntil: null, reference: 'QHM-1', name: 'Ida Holm' }],
  };
  page = await Page.open(UnitsPage, 'intake', { 'GET /api/units': stocks, 'GET /api/units/berths/board': board });
  expect((await page.find('p', 'Today:')).textContent).toContain('1 let, 0 kept, 0 held, 2 free, 1 not yet of 4');
  expect((await page.find('[role=row]', 'Berth 4')).textContent).toMatch(/Ten metres\s*\$420\.00/);
  // Nobody knows yet when a let ends that goes on until notice.
  expect((await page.find('[role=row]', 'Berth 1')).textContent).toMatch(/let, Ida Holm, from \d.* until notice is given/);
});
