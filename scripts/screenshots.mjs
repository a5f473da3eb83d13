import { chromium } from '@playwright/test';
import { mkdirSync, rmSync } from 'node:fs';
import { CHROMIUM } from './setup/browser.mjs';
import { DATABASE_PACKAGES, ensureDebianPackages, ensureNpmPackages, TEST_PACKAGES } from './setup/packages.mjs';
import { inRoot } from './setup/place.mjs';
import { freePorts } from './setup/ports.mjs';
import { runPlainly, say } from './setup/say.mjs';

/** Makes docs/screenshots anew from fresh demo data. */
const OUT = inRoot('docs', 'screenshots');

await runPlainly(async () => {
  await ensureNpmPackages();
  await ensureDebianPackages([...DATABASE_PACKAGES, ...TEST_PACKAGES]);
  const { startCavren } = await import('./setup/running.mjs');
  const folder = inRoot('.test-data', 'screenshots');
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(OUT, { recursive: true });
  const ports = await freePorts();
  const cavren = await startCavren({ folder, ports, forTests: true, say });
  const browser = await chromium.launch(CHROMIUM);
  try {
    await desk(browser, cavren.url);
    await phone(browser, cavren.url, `http://127.0.0.1:${ports.post}`);
  } finally {
    await browser.close();
    await cavren.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

/** @param {import('@playwright/test').Page} page @param {string} name */
async function shoot(page, name) {
  await page.waitForLoadState('networkidle', { timeout: 3000 }).catch(() => undefined);
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${OUT}/${name}.png` });
  say(name);
}

/** @param {import('@playwright/test').Browser} browser @param {string} url @param {string} username */
async function deskOf(browser, url, username) {
  const context = await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByRole('button', { name: new RegExp(`^${username}`) }).click();
  await page.waitForURL('**/today');
  return page;
}

/** @param {import('@playwright/test').Page} page @param {string} name */
async function referenceOf(page, name) {
  const answer = await page.request.get(`/api/files?text=${encodeURIComponent(name)}`);
  return (await answer.json()).items[0].reference;
}

/** @param {import('@playwright/test').Browser} browser @param {string} url */
async function desk(browser, url) {
  const wren = await deskOf(browser, url, 'wren');
  await shoot(wren, 'today');
  await wren.goto('/open');
  await wren.getByLabel('Full name').fill('Marit Solvan');
  await wren.getByLabel('Birth date').fill('5/17/1988');
  await wren.getByRole('button', { name: 'Look up' }).click();
  await wren.getByLabel(/^Marit Solvane/).check();
  await shoot(wren, 'open');
  const round = await referenceOf(wren, 'Dunmallow');
  await wren.goto(`/files/${round}/people`);
  await shoot(wren, 'people');
  const couple = await referenceOf(wren, 'Solvane');
  const parts = await referenceOf(wren, 'Halden');
  await wren.goto(`/files/${parts}/request`);
  await wren.getByRole('heading', { name: 'Parts', exact: true }).waitFor();
  await wren.locator('.center').evaluate((center) => center.scrollTo(0, 330));
  await shoot(wren, 'request');
  await wren.getByRole('button', { name: 'Make it fit' }).click();
  await wren.getByText('The most they can carry now').waitFor();
  await shoot(wren, 'fit');
  await wren.getByRole('button', { name: 'Close' }).click();
  const many = await referenceOf(wren, 'Thackray');
  await wren.goto(`/files/${many}/income`);
  await wren.getByRole('button', { name: /^Work in .*Wage, Saltmeadow Clinic/ }).click();
  await wren.locator('[data-anchor$=".hoursPerWeek"]').scrollIntoViewIfNeeded();
  await wren.locator('.center').evaluate((center) => center.scrollTo(0, 330));
  await shoot(wren, 'income');
  await wren.locator('[data-measure=dtiAfter]').click();
  await shoot(wren, 'arithmetic');
  await wren.getByRole('button', { name: 'Close' }).click();
  await wren.goto(`/files/${couple}/conditions`);
  await wren.locator('.paper', { hasText: 'payslip' }).click();
  await wren.locator('canvas.pdf-page').waitFor();
  await shoot(wren, 'conditions');
  await wren.goto(`/files/${await referenceOf(wren, 'Fenwarden')}/signing`);
  await shoot(wren, 'signing');
  const tamsin = await deskOf(browser, url, 'tamsin');
  await tamsin.goto(`/files/${await referenceOf(tamsin, 'Marrack')}/cover`);
  await shoot(tamsin, 'cover');
  await tamsin.goto(`/files/${await referenceOf(tamsin, 'Sandling')}/lines`);
  await tamsin.getByRole('row', { name: /Pot hauler/ }).waitFor();
  await shoot(tamsin, 'lines');
  await tamsin.goto('/units');
  await tamsin.getByText('13 Coble Row').waitFor();
  await shoot(tamsin, 'units');
  const dilys = await deskOf(browser, url, 'dilys');
  await dilys.goto(`/files/${await referenceOf(dilys, 'Barrowby')}/movingIn`);
  await dilys.getByRole('heading', { name: 'The keys', exact: true }).waitFor();
  await shoot(dilys, 'moving-in');
  const rufus = await deskOf(browser, url, 'rufus');
  await rufus.goto(`/files/${await referenceOf(rufus, 'Thalle')}/checks`);
  await shoot(rufus, 'checks');
  const ansel = await deskOf(browser, url, 'ansel');
  await ansel.goto(`/files/${await referenceOf(ansel, 'Ashgrove')}/decision`);
  await shoot(ansel, 'decision');
  await ansel.goto(`/files/${await referenceOf(ansel, 'Reefton')}/health`);
  await ansel.getByRole('button', { name: 'Open the sheets' }).click();
  await ansel.getByText('What the manual makes of it').waitFor();
  await shoot(ansel, 'underwriting');
}

/** @param {import('@playwright/test').Browser} browser @param {string} url @param {string} post */
async function phone(browser, url, post) {
  const wren = await deskOf(browser, url, 'wren');
  const door = await browser.newContext({ baseURL: url, viewport: { width: 390, height: 844 }, deviceScaleFactor: 2, isMobile: true, hasTouch: true });
  const alone = await door.newPage();
  await alone.goto('/door/apply/workboat-refit');
  await alone.getByLabel('Mobile phone').waitFor();
  await shoot(alone, 'phone-apply');
  const reference = await referenceOf(wren, 'Fenwarden');
  /** @param {(body: string) => boolean} wanted @returns {Promise<string>} */
  const delivered = async (wanted) => {
    const messages = /** @type {{ body: string }[]} */ (await (await fetch(`${post}/messages`)).json());
    return messages.reverse().find(({ body }) => wanted(body))?.body ?? '';
  };
  const link = /https?:\/\/\S+(\/door\/\S+)/.exec(await delivered((body) => body.includes('Dear Oskar') && body.includes(reference)))?.[1] ?? '';
  const context = await browser.newContext({ baseURL: url, viewport: { width: 390, height: 844 }, deviceScaleFactor: 2, isMobile: true, hasTouch: true });
  const page = await context.newPage();
  await page.goto(link);
  await page.getByRole('button', { name: 'Text me the code' }).click();
  await page.getByLabel('Six-digit code').waitFor();
  await page.waitForTimeout(1500);
  await page.getByLabel('Six-digit code').fill((await delivered((body) => body.includes('is your code'))).slice(0, 6));
  await page.getByRole('button', { name: 'Come in' }).click();
  await page.getByRole('button', { name: 'Read and sign' }).waitFor();
  await shoot(page, 'phone-door');
  await page.getByRole('button', { name: 'Read and sign' }).click();
  await page.getByLabel(/I can read this page/).check();
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.locator('.pdf-place').first().waitFor();
  for (const place of await page.locator('.pdf-place').all()) {
    await place.scrollIntoViewIfNeeded();
    await place.locator('canvas').waitFor();
  }
  await page.getByRole('button', { name: 'I have read it to the end' }).click();
  await page.getByLabel('By direct debit from my account').check();
  await page.getByLabel('Your full name').fill('Oskar Fenwarden');
  await shoot(page, 'phone-sign');
}
