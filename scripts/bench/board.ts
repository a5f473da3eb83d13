import { chromium } from '@playwright/test';
import { addMonths, addDays, isoDate, type Unit } from '@cavren/core';
import { nanoid } from 'nanoid';
import { performance } from 'node:perf_hooks';
import { buildApp, readConfig } from '../../server/src/index';
import { CHROMIUM } from '../setup/browser.mjs';
import { inRoot } from '../setup/place.mjs';

const UNITS = 500;
const MONTHS = 24;
const STOCK = 'bench-quay';

/** A board of many units over two years, each let three times: what the server takes, and until it is painted in Chromium. */
export async function board(say: (line: string) => void): Promise<void> {
  const { app, db, services } = await buildApp({
    config: { ...readConfig(process.env), webFolder: inRoot('web', 'dist') },
    productFolder: inRoot('server/data'),
  });
  await services.sessions.addStaff({ id: 'staff-bench', username: 'bench', name: 'Bench', role: 'intake' }, 'bench');
  const address = await app.listen({ port: 0, host: '127.0.0.1' });
  const product = (await services.products.newest()).find(({ code }) => code === 'quay-cottages');
  const plan: Unit['plan'] = {
    code: 'two',
    label: 'Two bedrooms',
    bedrooms: 2,
    sleeps: 4,
    size: 780,
    sizeUnit: 'square feet',
    rooms: ['Kitchen'],
    includes: [],
    picture: null,
    rents: [{ leastMonths: 6, season: null, monthly: 108_000 as Unit['plan']['rents'][number]['monthly'] }],
  };
  const first = isoDate(`${new Date().toISOString().slice(0, 7)}-01`);
  await db.query('INSERT INTO unit_stock (code, label, place) VALUES (:rows)', { replacements: { rows: [STOCK, 'A quay of the bench', 'us'] } });
  const units: Unit[] = Array.from({ length: UNITS }, (_, at) => ({
    id: `${STOCK}.u-${at}`,
    stock: STOCK,
    code: `u-${at}`,
    label: `${at + 1} Bench Quay`,
    plan,
    region: 'QH',
    access: [],
    availableFrom: isoDate('2020-01-01'),
  }));
  await db.query('INSERT INTO unit (id, stock, code, about, position, listed) VALUES :rows', {
    replacements: { rows: units.map((unit, at) => [unit.id, STOCK, unit.code, JSON.stringify(unit), at, true]) },
  });
  const files: unknown[][] = [];
  const bookings: unknown[][] = [];
  for (const [at, unit] of units.entries())
    for (let number = 0; number < 3; number += 1) {
      const [id, from] = [nanoid(), addDays(addMonths(first, number * 8), at % 20)];
      const now = new Date();
      files.push([
        id,
        `B${String(at).padStart(4, '0')}-${number}`,
        product?.id,
        'quay-cottages',
        1,
        'done',
        now,
        false,
        'counter',
        '2026-01-05',
        now,
        now,
        'staff-bench',
        'staff-bench',
        `Tenant ${at}`,
        0,
        '9999-12-31',
      ]);
      bookings.push([nanoid(), unit.id, id, from, addMonths(from, 6), addMonths(from, 6), 'let', now, 'Bench']);
    }
  await db.query(
    'INSERT INTO file (id, reference, product_id, product_code, version, stage, stage_since, is_open, channel, received_on, active_at, opened_at, opened_by, owner_id, applicant, open_now, next_due) VALUES :files',
    { replacements: { files } },
  );
  await db.query('INSERT INTO unit_booking (id, unit_id, file_id, starts_on, ends_on, term_ends_on, state, held_at, held_by) VALUES :bookings', {
    replacements: { bookings },
  });
  const signIn = await app.inject({ method: 'POST', url: '/api/session', payload: { username: 'bench', password: 'bench' } });
  const cookie = signIn.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  const until = addMonths(first, MONTHS);
  const times: number[] = [];
  for (let turn = 0; turn < 45; turn += 1) {
    const from = performance.now();
    const answer = await app.inject({ url: `/api/units/${STOCK}/board?from=${first}&until=${until}`, headers: { cookie } });
    if (answer.statusCode !== 200) throw new Error(answer.body);
    if (turn >= 5) times.push(performance.now() - from);
  }
  const sorted = times.toSorted((a, b) => a - b);
  say(`${`Board of ${UNITS} units over two years: server`.padEnd(62)} median ${(sorted[20] ?? 0).toFixed(1)} ms   95 % ${(sorted[38] ?? 0).toFixed(1)} ms`);
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/`);
  await page.evaluate(async () => {
    await fetch('/api/session', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ username: 'bench', password: 'bench' }),
    });
  });
  await page.goto(`${address}/units`);
  const stock = page.getByLabel('Stock').and(page.locator('input'));
  await stock.press('ArrowDown');
  await page.getByRole('option', { name: 'Quay cottages' }).click();
  await page.getByText('1 Gannet Steps').first().waitFor();
  await page.getByLabel('Shows').and(page.locator('input')).press('ArrowDown');
  await page.getByRole('option', { name: 'Two years' }).click();
  await page.waitForTimeout(500);
  await stock.press('ArrowDown');
  const painted = await page.evaluate(async (label) => {
    const option = [...document.querySelectorAll<HTMLElement>('[role=option]')].find((one) => one.textContent.includes(label));
    const from = performance.now();
    option?.click();
    // Of so many only those in sight are drawn.
    while (!document.body.textContent.includes('1 Bench Quay')) await new Promise((then) => requestAnimationFrame(then));
    await new Promise((then) => requestAnimationFrame(() => requestAnimationFrame(then)));
    return performance.now() - from;
  }, 'A quay of the bench');
  say(`${`Board of ${UNITS} units over two years: chosen to painted`.padEnd(62)} ${painted.toFixed(0)} ms`);
  await browser.close();
  await app.close();
}
