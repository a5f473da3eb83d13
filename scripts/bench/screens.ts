import { chromium, type Page } from '@playwright/test';
import { rmSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { CHROMIUM } from '../setup/browser.mjs';
import { buildServer } from '../setup/build.mjs';
import { inRoot } from '../setup/place.mjs';
import { freePorts } from '../setup/ports.mjs';
import { startCavren } from '../setup/running.mjs';

const INCOMES = 30;
const KEYS = 120;
/** An amount as it is typed, and taken away again; without one at all the Path asks for it. */
const AMOUNT = ['5', '3', '9', '7', ...Array.from({ length: 4 }, () => 'Backspace')];

const at = (times: number[], share: number) => times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0;

/** Opens a file with many incomes, over the page's own session. @returns its reference. */
async function largeFile(page: Page): Promise<string> {
  return page.evaluate(async (incomes) => {
    const call = async <Answer>(url: string, method = 'GET', token = '', body?: object): Promise<Answer> => {
      const headers = { 'content-type': 'application/json', 'x-csrf-token': token };
      const answer = await fetch(url, body ? { method, headers, body: JSON.stringify(body) } : { method });
      if (!answer.ok) throw new Error(await answer.text());
      return answer.json() as Promise<Answer>;
    };
    const { csrfToken } = await call<{ csrfToken: string }>('/api/session');
    const receivedOn = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
    const wish = { product: 'workboat-refit', channel: 'counter', receivedOn, personId: null, fullName: 'Perran Brightwater', birthDate: '1971-02-08' };
    const { reference } = await call<{ reference: string }>('/api/files', 'POST', csrfToken, wish);
    const view = await call<{ version: number; file: { people: { id: string }[] } }>(`/api/files/${reference}`);
    const personId = view.file.people[0]?.id ?? '';
    const set = (field: string, value: number) => ({ op: 'set', entity: 'request', id: null, field, value });
    const changes = [
      ...[set('price', 4_000_000), set('downPayment', 1_000_000), set('amount', 3_000_000), set('termMonths', 60)],
      ...Array.from({ length: incomes }, (_, at) => ({
        op: 'add',
        entity: 'income',
        id: `income-of-bench-${at}`,
        values: { personId, source: `Boatyard ${at}`, kind: 'wage', amount: 10_000 + at, frequency: 'monthly', since: '2020-01-01' },
      })),
    ];
    await call(`/api/files/${reference}/details`, 'PATCH', csrfToken, { version: view.version, changes });
    return reference;
  }, INCOMES);
}

/** Milliseconds from each key to the frame in which the figures that follow from it are painted, and the long tasks meanwhile. */
async function keysToPaint(page: Page): Promise<{ times: number[]; long: number[] }> {
  await page
    .getByRole('button', { name: /^Work in .*Boatyard 0/ })
    .first()
    .click();
  const field = page.locator('section.center').getByLabel('Amount').first();
  await field.click();
  await page.evaluate(() => {
    const figures = document.querySelector('section[aria-label="Figures"]');
    if (!figures) throw new Error('There is no figures strip');
    const state = { times: [] as number[], long: [] as number[], from: 0 };
    Object.assign(window, { benchState: state });
    document.addEventListener('keydown', () => (state.from = performance.now()), { capture: true });
    new MutationObserver(() => {
      const { from } = state;
      if (from === 0) return;
      state.from = 0;
      // A message that is sent in a frame comes after that frame was laid out and painted.
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => state.times.push(performance.now() - from);
        port2.postMessage(null);
      });
    }).observe(figures, { subtree: true, childList: true, characterData: true });
    new PerformanceObserver((list) => state.long.push(...list.getEntries().map(({ duration }) => duration))).observe({ type: 'longtask' });
  });
  for (let turn = 0; turn < KEYS; turn += 1) {
    await page.keyboard.press(AMOUNT[turn % AMOUNT.length] ?? '');
    await page.waitForTimeout(120);
  }
  return page.evaluate(() => (window as unknown as { benchState: { times: number[]; long: number[] } }).benchState);
}

/** What an officer waits for: the demo from nothing, a chapter with many rows, a key. */
export async function screens(say: (line: string) => void): Promise<void> {
  await buildServer();
  const folder = inRoot('.test-data', 'bench-screens');
  rmSync(folder, { recursive: true, force: true });
  const began = performance.now();
  const cavren = await startCavren({ folder, ports: await freePorts(), log: 'silent', forTests: true });
  say(`${'Demo of sixty files, from nothing to ready'.padEnd(62)} ${((performance.now() - began) / 1000).toFixed(1)} s`);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const page = await browser.newPage({ baseURL: cavren.url, viewport: { width: 1280, height: 800 } });
    // Names that the loader of these sources gives to functions, which pages don't know.
    await page.addInitScript('globalThis.__name = (named) => named');
    await page.goto('/sign-in');
    await page.getByRole('button', { name: /^wren/ }).click();
    await page.waitForURL('**/today');
    const reference = await largeFile(page);
    await page.goto(`/files/${reference}/request`);
    await page.getByText('All saved').waitFor();
    await page.waitForTimeout(2_000);
    const opening = performance.now();
    await page
      .getByRole('navigation', { name: 'Chapters' })
      .getByRole('link', { name: /^Income/ })
      .click();
    await page.getByText(`Boatyard`, { exact: false }).first().waitFor();
    say(`${`Opening the chapter of ${INCOMES} incomes`.padEnd(62)} ${(performance.now() - opening).toFixed(0)} ms   (before the frame was rebuilt: 1,300 ms)`);
    const counters = await page.context().newCDPSession(page);
    await counters.send('Performance.enable');
    const seconds = async (name: string): Promise<number> =>
      (await counters.send('Performance.getMetrics')).metrics.find((one) => one.name === name)?.value ?? 0;
    const before = [await seconds('TaskDuration'), await seconds('LayoutDuration')];
    const { times, long } = await keysToPaint(page);
    const each = async (name: string, at: 0 | 1): Promise<string> => `${((((await seconds(name)) - (before[at] ?? 0)) * 1000) / KEYS).toFixed(1)} ms`;
    say(
      `${`A key to painted figures, ${INCOMES} incomes (${times.length} of ${KEYS} keys changed them)`.padEnd(62)} median ${at(times, 0.5).toFixed(1)} ms   95 % ${at(times, 0.95).toFixed(1)} ms   longest task ${Math.max(0, ...long).toFixed(0)} ms   (before: 214 to 326 ms)`,
    );
    say(`${'  each key, in the screen’s thread'.padEnd(62)} busy ${await each('TaskDuration', 0)}   of it layout ${await each('LayoutDuration', 1)}`);
  } finally {
    await browser.close();
    await cavren.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
