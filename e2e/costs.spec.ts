import { readFileSync } from 'node:fs';
import { deskOf, expect, field, openDemoFile, saved, test, workIn } from './people';

test('a loan in parts: what doesn’t add up is said where it is, costs follow, and everything can be taken along', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const reference = await openDemoFile(wren, 'Halden', 'request');
  const parts = wren.locator('section.block', { has: wren.getByRole('heading', { name: 'Parts', exact: true }) });
  await expect(parts.getByText('$746.94 a month')).toBeVisible();
  await expect(wren.getByText('Both sides come to the same.')).toBeVisible();

  await workIn(parts, 'Level');
  const level = parts.locator('[data-anchor="demo-halden-level.amount"] input');
  await level.fill('47000');
  await level.press('Tab');
  await expect(parts.getByText('The parts are $1,000.00 less than the amount')).toBeVisible();
  await expect(wren.getByRole('complementary').getByText('Parts add up to $83,000.00, not $84,000.00')).toBeVisible();
  await level.fill('48000');
  await level.press('Tab');
  await expect(parts.getByText(/The parts lack/)).toHaveCount(0);

  // A term that this kind of part doesn't have.
  await workIn(parts, 'final balloon');
  const term = parts.locator('[data-anchor="demo-halden-balloon.termMonths"] input');
  await term.fill('120');
  await term.press('Tab');
  await expect(parts.getByRole('alert').getByText('Its term must be 24 to 84 months')).toBeVisible();
  await term.fill('48');
  await term.press('Tab');
  await expect(parts.getByRole('alert')).toHaveCount(0);
  await saved(wren);

  await expect(wren.getByText('12 CFR 1026 Appendix J, as here')).toBeVisible();
  await wren.getByLabel('Settled early on').fill('12/10/2020');
  await expect(wren.getByText(/nothing is owed/)).toBeVisible();
  await wren.getByLabel('Settled early on').fill('12/10/2030');
  await expect(wren.getByText('On 10 Dec 2030')).toBeVisible();

  for (const [name, begins] of [
    ['Costs sheet (PDF)', '%PDF-'],
    ['Workbook (XLSX)', 'PK'],
    ['Schedule (CSV)', 'number,due,payment'],
    ['Payment dates (ICS)', 'BEGIN:VCALENDAR'],
  ] as const) {
    const download = wren.waitForEvent('download');
    await wren.getByRole('link', { name }).click();
    const got = await download;
    expect(got.suggestedFilename().startsWith(reference)).toBe(true);
    expect(readFileSync(await got.path(), 'latin1').startsWith(begins)).toBe(true);
  }
});

test('a file over its limit: what would make it fit is laid beside it, compared, and made the request', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const reference = await openDemoFile(wren, 'Halden', 'request');
  await expect(wren.locator('[data-measure="dtiAfter"]')).toHaveAttribute('data-verdict', 'outside');
  await wren.getByRole('button', { name: 'Make it fit' }).click();
  const sheet = wren.getByRole('dialog');
  const less = sheet.locator('[data-lever="amount"]').first();
  await expect(less.getByText(/^Ask for \$[\d,.]+, \$[\d,.]+ less/)).toBeVisible();
  const wanted = /Ask for \$([\d,.]+\d),/.exec(await less.innerText())?.[1] ?? '';
  await expect(sheet.getByText('It would take', { exact: false })).toBeVisible();
  await less.getByRole('button', { name: 'Lay beside' }).click();

  await expect(sheet.getByRole('heading', { name: 'Side by side' })).toBeVisible();
  const columns = sheet.getByRole('columnheader');
  await expect(columns.filter({ hasText: 'Version B' })).toBeVisible();
  const rowOf = (label: string) => sheet.getByRole('row', { name: new RegExp(`^${label}`) });
  await expect(rowOf('Amount').getByRole('cell').nth(2)).toHaveText(wanted);
  await expect(rowOf('Debt-to-income after').getByRole('cell').nth(0)).toHaveAttribute('data-verdict', 'outside');
  await expect(rowOf('Debt-to-income after').getByRole('cell').nth(2)).not.toHaveAttribute('data-verdict', 'outside');
  await expect(rowOf('Uses and sources').getByRole('cell').nth(2)).toHaveText('balance');
  await columns.filter({ hasText: 'Version B' }).getByRole('button', { name: 'Make it the request' }).click();

  await expect(sheet).toHaveCount(0);
  await saved(wren);
  await expect(field(wren, 'Amount').first()).toHaveValue(wanted);
  await expect(wren.locator('[data-measure="dtiAfter"]')).not.toHaveAttribute('data-verdict', 'outside');
  await expect(wren.getByText('Both sides come to the same.')).toBeVisible();
  // It holds in the server: another officer sees the same.
  const tamsin = await deskOf(browser, 'tamsin');
  await tamsin.goto(`/files/${reference}/request`);
  await expect(field(tamsin, 'Amount').first()).toHaveValue(wanted);
  await wren.getByRole('button', { name: 'Take back' }).click();
  await expect(field(wren, 'Amount').first()).toHaveValue('84,000.00');
});

test('a business borrows by its payroll, and a version’s terms are keyed in its column', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  await openDemoFile(wren, 'Tideway', 'request');
  await expect(wren.getByText('owners count with their share of the profit')).toBeVisible();
  await expect(wren.getByText('Largest loan by payroll: $36,312.50')).toBeVisible();
  await workIn(wren.locator('table', { hasText: 'Wages of the year' }).locator('[data-anchor-row]').nth(1));
  const pay = wren.locator('[data-anchor$=".yearlyPay"] input');
  await pay.fill('50000');
  await pay.press('Tab');
  await expect(wren.getByText('Largest loan by payroll: $37,395.83')).toBeVisible();
  await saved(wren);

  await openDemoFile(wren, 'Thackray', 'request');
  await wren.getByRole('button', { name: /^Compare/ }).click();
  const sheet = wren.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Lay a copy beside' }).click();
  const term = sheet.getByLabel('Term in months, version A');
  await expect(term).toHaveValue('84');
  const paymentRow = sheet.getByRole('row', { name: /^Payment a month/ });
  const before = await paymentRow.getByRole('cell').nth(1).innerText();
  await term.fill('long');
  await term.press('Tab');
  await expect(sheet.getByRole('alert')).toHaveText('“long” is no number of months');
  await term.fill('60');
  await term.press('Tab');
  await expect(paymentRow.getByRole('cell').nth(1)).not.toHaveText(before);
  await expect(paymentRow.getByRole('cell').nth(0)).toHaveText(before);
  await sheet.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(sheet.getByText('Version A')).toHaveCount(0);
});
