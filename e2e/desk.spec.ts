import { readFileSync } from 'node:fs';
import { choose, chapter, deskOf, escape, expect, field, key, openDemoFile, saved, signIn, test, workIn } from './people';

test('a wrong password says so and keeps the name', async ({ page }) => {
  await page.goto('/files?stage=done');
  await expect(page).toHaveURL(/sign-in\?to=/);
  await page.getByLabel('Sign-in name').fill('maud');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toHaveText('Sign-in name and password don’t fit together.');
  await expect(page.getByLabel('Sign-in name')).toHaveValue('maud');
  await page.getByLabel('Password').fill('quillhaven');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page).toHaveURL(/\/files\?stage=done/);
});

test('Files: filters live in the address, pages come from the server', async ({ page }) => {
  await signIn(page, 'maud');
  await page.goto('/files');
  await expect(page.getByText(/1–25 of (9\d|1\d\d)/)).toBeVisible();
  await page.getByRole('button', { name: 'Next page' }).click();
  await expect(page).toHaveURL(/page=2/);
  await choose(page.getByLabel('Stage'), 'Declined');
  await expect(page).toHaveURL(/stage=declined/);
  await expect(page).not.toHaveURL(/page=2/);
  await page.reload();
  await expect(page.getByLabel('Stage').and(page.locator('input'))).toHaveValue('Declined');
  await page.getByLabel('Name or reference').fill('arkw');
  await expect(page.locator('tbody tr')).toHaveCount(1);
  await page.getByLabel('Name or reference').fill('nobody at all');
  await expect(page.getByText('No file fits')).toBeVisible();
});

test('an entry on the Path leads to the exact field, and goes when that is filled', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Trevelgue');
  const path = page.getByRole('complementary', { name: 'Path' });
  await expect(page.getByRole('button', { name: 'Move on to checking' })).toBeDisabled();
  await path.getByRole('button', { name: /^Social Security number of Piran/ }).click();
  await expect(page).toHaveURL(/\/people/);
  await expect(field(page, /^Social Security number/)).toBeFocused();
  await field(page, /^Social Security number/).fill('666-12-3456');
  await field(page, /^Social Security number/).press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'never 000, 666' })).toBeVisible();
  await expect(field(page, /^Phone/)).toBeFocused();
  await key(page, /^Social Security number/, '987-65-4321');
  await saved(page);
  await expect(path.getByRole('button', { name: /^Social Security number of Piran/ })).toHaveCount(0);
  await page.goto(page.url().replace(/#.*/, ''));
  await page.reload();
  await expect(field(page, /^Social Security number/)).toHaveValue('•••• 4321');
});

test('what can’t be a value is said at the field and kept in it', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Trevelgue');
  await key(page, /^Down payment/, '12,5oo');
  await expect(page.getByText('Give an amount like 1,250.00')).toBeVisible();
  await expect(field(page, /^Down payment/)).toHaveValue('12,5oo');
  await key(page, /^Term in months/, '0');
  await expect(page.getByText('A term has at least one month')).toBeVisible();
  await key(page, /^Down payment/, '9000');
  await saved(page);
  await expect(field(page, /^Down payment/)).toHaveValue('9,000.00');
});

test('two officers in one field: both are shown, one chooses; other fields are put on top', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const tamsin = await deskOf(browser, 'tamsin');
  const reference = await openDemoFile(wren, 'Trevelgue');
  await tamsin.goto(`/files/${reference}/request`);
  await field(tamsin, /^Boat or refit price/).fill('41000');
  await key(wren, /^Boat or refit price/, '42000');
  await saved(wren);
  await field(tamsin, /^Boat or refit price/).press('Tab');
  const dialog = tamsin.getByRole('dialog');
  await expect(dialog.getByText('Wren Halloway wrote')).toBeVisible();
  await expect(dialog.getByText('42,000.00')).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep mine' }).click();
  await saved(tamsin);
  await expect(field(wren, /^Boat or refit price/)).toHaveValue('41,000.00');
});

test('a lost connection keeps the typing, says so, and sends it when it is back', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Trevelgue');
  await expect(field(page, /^Term in months/)).toBeVisible();
  await page.context().setOffline(true);
  await key(page, /^Term in months/, '48');
  await expect(page.getByText('Not saved yet: no connection.')).toBeVisible();
  await expect(field(page, /^Term in months/)).toHaveValue('48');
  await page.context().setOffline(false);
  await expect(page.getByText('All saved')).toBeVisible();
  await page.reload();
  await expect(field(page, /^Term in months/)).toHaveValue('48');
});

test('a chapter that can’t be fetched says so, and comes with the connection', async ({ page }) => {
  await signIn(page, 'wren');
  await page.route('**/assets/IncomeChapter*', (route) => route.abort());
  await openDemoFile(page, 'Trevelgue', 'income');
  const missing = page.getByRole('alert').filter({ hasText: 'This part of the page couldn’t be fetched' });
  await expect(missing).toBeVisible();
  await chapter(page, 'Home');
  await expect(page.getByRole('heading', { name: 'Where they live, and lived before' })).toBeVisible();
  await chapter(page, 'Income');
  await page.unroute('**/assets/IncomeChapter*');
  await missing.getByRole('button', { name: 'Load the page again' }).click();
  await expect(page.getByRole('heading', { name: 'Work', exact: true })).toBeVisible();
});

test('rows by keyboard: Enter from the last field makes a new one, Ctrl+D copies, Ctrl+Delete removes', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Trevelgue');
  await chapter(page, 'Commitments');
  await page.getByRole('button', { name: 'Debt', exact: true }).click();
  const debts = page.locator('[data-anchor-row]');
  await expect(page.getByLabel('Lender')).toBeFocused();
  await page.getByLabel('Lender').fill('Gullstone Credit Union');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Kind', { exact: true })).toBeFocused();
  await page.getByLabel('Paid off by this').focus();
  await page.keyboard.press('Enter');
  await expect(debts).toHaveCount(2);
  await page.keyboard.press('Control+d');
  await expect(debts).toHaveCount(3);
  for (let left = 2; left >= 0; left -= 1) {
    if (left < 2) await workIn(debts.first());
    else await page.getByLabel('Lender').focus();
    await page.keyboard.press('Control+Delete');
    await expect(debts).toHaveCount(left);
  }
  await saved(page);
});

test('a watchlist entry is decided by compliance with a reason, not by the officer', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const reference = await openDemoFile(wren, 'Thalle');
  await chapter(wren, 'Checks');
  await expect(wren.getByText('A compliance reviewer decides this.')).toBeVisible();
  const rufus = await deskOf(browser, 'rufus');
  await rufus.goto(`/files/${reference}/checks`);
  await expect(rufus.getByRole('button', { name: 'Another person' })).toBeDisabled();
  await rufus.getByLabel('Reason for Corvin Thale').fill('Born eight years later; passport seen');
  await rufus.getByRole('button', { name: 'Another person' }).click();
  await expect(rufus.getByText('“Born eight years later; passport seen”')).toBeVisible();
  await expect(wren.getByRole('button', { name: 'Move on to gathering' })).toBeEnabled();
});

test('a check whose service is down waits, says so, and is answered when the service is back', async ({ page, request }) => {
  const mode = (name: string) => request.post(`${process.env['CAVREN_E2E_REGISTER'] ?? ''}/mode`, { data: { mode: name } });
  await signIn(page, 'wren');
  await openDemoFile(page, 'Vandermeer');
  await chapter(page, 'Checks');
  await mode('down');
  await page.getByRole('button', { name: 'Ask again' }).first().click();
  await expect(page.getByText('Waiting for the service since')).toBeVisible();
  await mode('normal');
  await expect(page.getByText('day and month exchanged').or(page.getByText('day differ'))).toBeVisible();
});

test('a file that lies about its type is refused at its condition', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Lindqvist');
  await chapter(page, 'Conditions');
  const condition = page.locator('article.condition').first();
  await condition.locator('input[type=file]').setInputFiles({ name: 'payslip.pdf', mimeType: 'application/pdf', buffer: Buffer.from('not a pdf at all') });
  await expect(condition.getByRole('alert')).toContainText('This is no PDF, JPEG or PNG');
});

test('an approver declines with reasons from the list or in words; an agreement that is out is taken back, and an approval too', async ({ browser }) => {
  const ansel = await deskOf(browser, 'ansel');
  await openDemoFile(ansel, 'Quince');
  await chapter(ansel, 'Decision');
  await ansel.getByRole('button', { name: 'Decline …' }).click();
  await expect(ansel.getByRole('button', { name: 'Decline the file' })).toBeDisabled();
  await ansel.getByLabel('Obligations too high in relation to income').check();
  await ansel.getByLabel('Another reason, in words').fill('The berth is let to somebody else');
  await ansel.getByRole('button', { name: 'Decline the file' }).click();
  await expect(ansel.getByText('This file was declined.')).toBeVisible();
  await expect(ansel.getByRole('link', { name: 'Open the notice' })).toBeVisible();

  const wren = await deskOf(browser, 'wren');
  await openDemoFile(wren, 'Fenwarden');
  await chapter(wren, 'Signing');
  await wren.getByRole('button', { name: 'Take the agreement back' }).click();
  await expect(wren.getByRole('button', { name: 'Take back and void' })).toBeDisabled();
  await wren.getByLabel('Why').fill('The engine costs less than thought');
  await wren.getByRole('button', { name: 'Take back and void' }).click();
  await expect(wren.getByText('What was signed no longer counts.')).toBeVisible();
  // What was approved stays so until the approval is taken back.
  await chapter(wren, 'Request');
  await expect(field(wren, /^Amount/)).toBeDisabled();
  await openDemoFile(ansel, 'Fenwarden');
  await chapter(ansel, 'Decision');
  await ansel.getByRole('button', { name: 'Take the approval back …' }).click();
  await ansel.getByLabel('Why it is taken back').fill('The engine costs less than thought');
  await ansel.getByRole('button', { name: 'Take it back', exact: true }).click();
  // It is above what this approver may approve alone.
  await expect(ansel.getByRole('button', { name: 'Approve …' })).toBeDisabled();
  await expect(ansel.getByRole('button', { name: 'Recommend it …' })).toBeEnabled();
});

test('dark colours stay chosen', async ({ page }) => {
  await signIn(page, 'wren');
  await page.goto('/today');
  await page.getByRole('button', { name: 'Dark colours' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
});

test('sealed days are looked over and downloaded by compliance; an officer is told that they are not theirs', async ({ page }) => {
  await signIn(page, 'rufus');
  await page.goto('/today');
  await page.getByRole('link', { name: 'Sealed days' }).click();
  const first = page.getByRole('row', { name: /^1 / });
  await expect(first).toContainText(/\d{1,2} \w{3} \d{4}/);
  const [download] = await Promise.all([page.waitForEvent('download'), first.getByRole('link', { name: /Download/ }).click()]);
  const day = JSON.parse(readFileSync(await download.path(), 'utf8')) as { hash: string; lines: string; entries: number };
  expect(day.lines.trim().split('\n')).toHaveLength(day.entries);
  await expect(first).toContainText(day.hash.slice(0, 16));
  await signIn(page, 'wren');
  await page.goto('/today');
  await expect(page.getByRole('link', { name: 'Sealed days' })).toHaveCount(0);
  await page.goto('/sealed-days');
  await expect(page.getByText('Sealed days: not a page of your role')).toBeVisible();
  await expect(page.getByText('It is for the compliance reviewer and policy owner.')).toBeVisible();
  expect(page.url()).toMatch(/\/sealed-days$/);
});

test('all consents at once from the keyboard, what can be done in the command bar, and the next file', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Halden');
  // It opens where its next entry is.
  await expect(page).toHaveURL(/\/declarations/);
  await expect(page.getByText('not yet').first()).toBeVisible();
  // Behind an open dialog nothing is done.
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toBeVisible();
  await page.keyboard.press('Alt+a');
  await escape(page.getByRole('dialog', { name: 'Keyboard shortcuts' }));
  // One after the other: the applicant, then who stands surety.
  const agrees = page.getByRole('button', { name: /agrees to all that was read out/ });
  for (const left of [2, 1]) {
    await expect(agrees).toHaveCount(left);
    await page.keyboard.press('Alt+a');
  }
  await expect(agrees).toHaveCount(0);
  await expect(page.getByText('not yet')).toHaveCount(0);
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('option', { name: /Move on to checking/ })).toContainText(/Alt\+M|waits/);
  const here = page.url();
  await page.getByRole('combobox', { name: /Find a person or file/ }).fill('Next file');
  await expect(page.getByRole('option', { name: /Next file/ })).toContainText('Alt+G');
  await page.keyboard.press('Enter');
  await expect.poll(() => page.url()).not.toBe(here);
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(/Halden/);
  await expect(page.getByRole('dialog', { name: 'Find or do' })).toHaveCount(0);
  await expect(page).toHaveURL(/\/files\/[^/]+\/[a-z]+/);
  const next = page.url();
  await page.keyboard.press('Alt+g');
  await expect.poll(() => page.url()).not.toBe(next);
  await expect(page).toHaveURL(/\/files\/[^/]+\/[a-z]+/);
});
