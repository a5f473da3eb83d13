import type { Page } from '@playwright/test';
import { codeBy, deskOf, expect, expectToFit, phoneContext, test, workIn } from './people';

/** Applies alone on a phone, and goes to one of the steps. @param phone the last seven digits of its number. */
async function applyOn(page: Page, name: string, phone: string): Promise<void> {
  await page.goto('/door/apply/workboat-refit');
  await page.getByLabel('Your name').fill(name);
  await page.getByLabel('Birth date').fill('12 June 1991');
  await page.getByLabel('Mobile phone').fill(`(212) ${phone}`);
  await page.getByLabel(/keeps what I say in this application/).check();
  const code = await codeBy(phone.slice(-4), () => page.getByRole('button', { name: 'Begin' }).click());
  await page.getByLabel(/Six-digit code/).fill(code);
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Fill in my details' }).click();
}
const step = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^Step \\d+: ${name}`) }).click();
const status = (page: Page) => page.getByRole('status').first();

test('what is said at the front door is kept: without a connection, on a page loaded anew, and when the session ends', async ({ browser }) => {
  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await phone.goto('/door/apply/workboat-refit');
  // Before anything was sent the page may be loaded again, as when one looks for the code in one's messages.
  await phone.getByLabel('Your name').fill('Morwen Quick');
  await phone.reload();
  await expect(phone.getByLabel('Your name')).toHaveValue('Morwen Quick');
  await applyOn(phone, 'Morwen Quick', '555-0171');
  await step(phone, 'About you');

  await context.setOffline(true);
  await phone.getByLabel('What we call you').fill('Mo');
  await phone.getByLabel('What we call you').press('Tab');
  await expect(status(phone)).toContainText('no connection');
  await step(phone, 'Where you live');
  await phone.getByRole('button', { name: 'Add an address' }).click();
  await phone.getByLabel('Street and number').fill('3 Eider Yard');
  await phone.getByLabel('Street and number').press('Tab');
  await context.setOffline(false);
  await expect(status(phone)).toContainText('everything is saved');
  await phone.reload();
  await expect(phone.getByLabel('Street and number')).toHaveValue('3 Eider Yard');

  // The session goes while somebody types: they come in again, and go on where they were.
  await context.clearCookies();
  await phone.getByLabel('Town', { exact: true }).fill('Quillhaven');
  await phone.getByLabel('Town', { exact: true }).press('Tab');
  await expect(phone.getByText('You were away for a while')).toBeVisible();
  await phone.getByLabel('Phone number').fill('(212) 555-0171');
  const code = await codeBy('0171', () => phone.getByRole('button', { name: 'Text me the code' }).click());
  await phone.getByLabel('Six-digit code').fill(code);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await expect(phone.getByLabel('Town', { exact: true })).toHaveValue('Quillhaven');
  await expect(status(phone)).toContainText('everything is saved');
  await phone.reload();
  await expect(phone.getByLabel('Town', { exact: true })).toHaveValue('Quillhaven');
  await context.close();
});

test('debts, a partner and what was agreed to, at the front door; the officer has them at once', async ({ browser }) => {
  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await applyOn(phone, 'Derwa Longstone', '555-0172');
  const reference = (await phone.locator('p .mono').first().innerText()).trim();
  await step(phone, 'Who applies with you');
  await phone.getByLabel('Their name').fill('Kit Longstone');
  await phone.getByLabel('Their birth date').fill('soon');
  await phone.getByRole('button', { name: 'Add them' }).click();
  await expect(phone.getByText('This is no date.')).toBeVisible();
  await phone.getByLabel('Their birth date').fill('1 May 1990');
  await phone.getByRole('button', { name: 'Add them' }).click();
  await expect(phone.getByText('Kit Longstone applies with you')).toBeVisible();
  await step(phone, 'What you owe');
  await phone.getByRole('button', { name: 'Add a debt' }).click();
  await phone.getByLabel('To whom').fill('Skerry Bank');
  await phone.getByLabel('What you pay a month').fill('210');
  await phone.getByLabel('What is still owed').fill('5,000');
  await phone.getByLabel('Last payment on').fill('5/2029');
  await phone.getByLabel('Last payment on').press('Tab');
  await expect(phone.getByText('31 May 2029')).toBeVisible();
  await expect(status(phone)).toContainText('everything is saved');

  const wren = await deskOf(browser, 'wren');
  await wren.goto(`/files/${reference}/commitments`);
  await expect(wren.getByRole('button', { name: /^Work in Skerry Bank/ })).toBeVisible();
  await workIn(wren, 'Skerry Bank');
  await expect(wren.getByLabel('Payment a month')).toHaveValue('210.00');

  await phone.getByRole('button', { name: /Go on later/ }).click();
  const agreed = phone.getByRole('listitem').filter({ hasText: 'Use of' });
  await agreed.getByRole('button', { name: 'Take it back' }).click();
  await phone.getByRole('button', { name: 'Yes, take it back' }).click();
  await expect(agreed).toHaveCount(0);
  await wren.goto(`/files/${reference}/declarations`);
  await expect(wren.getByText(/withdrawn/).first()).toBeVisible();
  await context.close();
});

test('every step stands in the width of a phone of 360 by 640, also with text twice as large', async ({ browser }) => {
  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await phone.setViewportSize({ width: 360, height: 640 });
  const enlarge = () => phone.evaluate(() => (document.documentElement.style.fontSize = '187.5%'));
  const textSize = () =>
    phone
      .locator('p')
      .first()
      .evaluate((text) => parseFloat(getComputedStyle(text).fontSize));
  for (const start of ['/door', '/door/apply/workboat-refit', '/door/apply/payroll-bridge']) {
    await phone.goto(start);
    await expect(phone.getByRole('heading', { level: 1 })).toBeVisible();
    const small = await textSize();
    await enlarge();
    // Text is as large as its reader wants it, not as it was drawn.
    expect(await textSize()).toBeGreaterThan(small * 1.9);
    await expectToFit(phone, start);
  }
  await applyOn(phone, 'Wenna Larkspur', '555-0176');
  const steps = phone.getByRole('button', { name: /^Step \d+:/ });
  await expect(steps).toHaveCount(12);
  const found: (string | null)[] = [];
  for (const large of [false, true]) {
    if (large) await enlarge();
    for (const one of await steps.all()) {
      await one.click();
      const adds = phone.getByRole('button', { name: /^Add (an address|an income|a debt|an asset)/ });
      if ((await adds.count()) > 0 && !large) await adds.first().click();
      found.push(await one.getAttribute('aria-label'));
      await expectToFit(phone, String(found.at(-1)));
    }
  }
  expect(found).toHaveLength(24);
  await context.close();
});
