import { readFileSync } from 'node:fs';
import { inRoot } from '../scripts/setup/place.mjs';
import { chapter, choose, deskOf, expect, openDemoFile, saved, test } from './people';

test('fifty lines come from a spreadsheet, go to the issuing system, and what it doesn’t take is put right at its field', async ({ browser }) => {
  const page = await deskOf(browser, 'tamsin');
  const scripts = new Set<string>();
  page.on('request', (request) => request.url().endsWith('.js') && scripts.add(new URL(request.url()).pathname));
  await openDemoFile(page, 'Lowenna Pettigrew');
  await chapter(page, 'Lines');
  const rows = page.locator('[data-anchor-row]');
  const lines = page.locator('section', { has: page.getByRole('heading', { name: 'What is covered' }) });
  await expect(lines.getByRole('row', { name: /Yellow buoys/ })).toBeVisible();
  await expect(page.getByText('Gannet Row Agency has no certificate for North quay').first()).toBeVisible();
  const before = await rows.count();

  // As they come from a spreadsheet: 48 that can be read, one with a place that there isn't, one hull without its number.
  const pasted = Array.from({ length: 48 }, (_, at) => `Trap or pot\tString ${at + 1}\tNorth quay\t${20 + at}\t84.00\t100\tHalf of its value\t38`);
  pasted.push('Net\tSpare net\tBehind the shed\t100\t12.00\t100\tTwo thirds\t20', 'Hull, steel\tGannet\tNorth quay\t1\t61,000\t80\tThree quarters\t52');
  await lines.getByRole('button', { name: 'Paste lines' }).click();
  const dialog = page.getByRole('dialog', { name: 'Paste lines' });
  await dialog.getByLabel('Lines').fill(pasted.join('\n'));
  await expect(dialog.getByText('49 of 50')).toBeVisible();
  await expect(dialog.getByText(/Line 49 .* Lies in|Line 49/)).toBeVisible();
  await expect(dialog.getByText(/“Behind the shed” is none of/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Add 49 lines' }).click();
  // What couldn't be read stays to be put right, and nothing of it is lost.
  await expect(dialog.getByText('0 of 1')).toBeVisible();
  await dialog.getByLabel('Lines').fill('Net\tSpare net\tAshore\t100\t12.00\t100\tTwo thirds\t20');
  await dialog.getByRole('button', { name: 'Add one line' }).click();
  await expect(dialog).toBeHidden();
  await expect(rows).toHaveCount(before + 50);
  await saved(page);

  // One agent for all of them, by one key from the first line.
  await lines.getByRole('button', { name: /^Work in Hull, timber/ }).click();
  await choose(lines.getByLabel('Agent').first(), 'Wickmoor Marine');
  await lines.getByLabel('Agent').first().press('Control+Shift+ArrowDown');
  await expect(page.getByText('has no certificate for')).toHaveCount(0);
  await saved(page);
  const send = page.getByRole('button', { name: 'Send 52 lines' });
  await expect(send).toBeEnabled();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+l');
  await expect(page.getByRole('dialog').getByText('52 to the issuing system')).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Send' }).click();
  await expect(lines.getByText('Sent', { exact: true }).first()).toBeVisible();
  await expect(lines.getByText('Accepted', { exact: true })).toHaveCount(51);
  const path = page.getByRole('complementary');
  await path.getByRole('button', { name: /Gannet.*hull number/ }).click();
  await expect(page.getByLabel('Name or mark').and(page.locator(':focus'))).toBeVisible();
  await page.keyboard.type('Gannet QH 9');
  await page.keyboard.press('Enter');
  await saved(page);
  await expect(lines.getByText('Being entered')).toBeVisible();
  await page.getByRole('button', { name: 'Send one line' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Send' }).click();
  await expect(lines.getByText('Accepted', { exact: true })).toHaveCount(52);
  await expect(lines.getByText('version 2')).toBeVisible();

  // A desk fetches the chapters of the file that is open and no other line's, and none of what only the server judges with.
  const all = [...scripts];
  expect(all.filter((script) => /(Lines|Conditions|Signing)Chapter/.test(script))).toHaveLength(3);
  expect(all.filter((script) => /(Equipment|MovingIn|Unit|Assistance)Chapter/.test(script))).toEqual([]);
  expect(all.filter((script) => readFileSync(inRoot('web/dist', script), 'utf8').includes('ZodObject'))).toEqual([]);
});
