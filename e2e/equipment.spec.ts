import { letters } from './hands';
import { choose, chapter, deskOf, expect, field, key, openDemoFile, saved, test } from './people';

test('a company leases an engine: keyed at the counter, worked while it is typed, laid beside a loan, and its supplier paid by a third person', async ({
  browser,
}) => {
  const company = `${letters()} ${letters()} LLC`;
  const wren = await deskOf(browser, 'wren');
  await wren.goto('/today');
  await wren.getByRole('link', { name: 'Open a file' }).click();
  await wren.getByRole('radio', { name: 'an organisation' }).check();
  await wren.getByLabel('Name of the organisation').fill(company);
  await wren.getByLabel('Founded on').fill('3/14/2012');
  await wren.getByRole('button', { name: 'Look up' }).click();
  await choose(wren.getByLabel('Product'), 'Equipment lease');
  await wren.getByRole('button', { name: 'Open the file' }).click();
  await expect(wren.getByRole('heading', { level: 1, name: company })).toBeVisible();

  await chapter(wren, 'Equipment');
  const center = wren.locator('section.center');
  await center.getByRole('button', { name: 'Item', exact: true }).click();
  const row = (name: string) => center.getByLabel(name, { exact: true }).first();
  await choose(row('Kind'), 'Marine engine');
  await row('Make and model').fill('Harrow 90 marine diesel');
  await row('Supplier').fill('Tidewrack Marine Supply');
  await row('Quote').fill('TMS-2410');
  await row('Price of one').fill('24,000');
  await row('Price of one').press('Tab');
  await row('Price of one').press('Escape');
  await key(wren, /^Term/, '36');
  await key(wren, 'Paid at first', '4,000');
  await key(wren, /^Residual value/, '8,000');
  await saved(wren);
  await choose(field(wren, /^Payments/), 'In advance');
  // By hand: (20,000 − 8,000) ÷ 36 + (20,000 + 8,000) × 0.00275 = 410.33; where it is used, and taxed, isn’t said yet.
  await expect(center.getByText('$410.33 a month, 36 of them in advance')).toBeVisible();
  await expect(wren.locator('[data-measure=payment] .value')).toHaveText('$410.33');
  await expect(center.getByRole('heading', { name: 'It counts as an operating lease' })).toBeVisible();
  const loan = center.getByRole('row', { name: /^Each payment, 36 of them/ });
  await expect(loan.getByRole('cell').nth(0)).toHaveText('$410.33');
  await expect(loan.getByRole('cell').nth(1)).toHaveText(/^\$\d{3}\.\d\d$/);
  // A residual value over what is financed is said where it is, and what it comes to is still worked.
  await key(wren, 'Residual value', '9,700');
  await expect(center.getByText('The residual value is at most 40 % of the price', { exact: false })).toBeVisible();
  await key(wren, 'Residual value', '8,000');
  await choose(field(wren, 'At the end'), 'It is bought');
  await key(wren, 'Price of buying it at the end', '900');
  // An option below a tenth of the price is a bargain: it is a purchase in all but its name.
  await expect(center.getByRole('heading', { name: 'It counts as a lease of finance' })).toBeVisible();
  await saved(wren);
  const sheet = await wren.request.get(`/api/files/${/files\/([^/]+)/.exec(wren.url())?.[1] ?? ''}/equipment/sheet`);
  expect([sheet.status(), (await sheet.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);

  // One that is delivered and paid: its supplier gets the money from a third person.
  const dilys = await deskOf(browser, 'dilys');
  await openDemoFile(dilys, 'Kittiwake Ice');
  await chapter(dilys, 'Equipment');
  await expect(dilys.getByText('number NP-90-44817')).toBeVisible();
  await chapter(dilys, 'Decision');
  await expect(dilys.getByRole('button', { name: 'Pay the supplier …' })).toBeDisabled();
  await dilys.getByRole('button', { name: 'Verify the account', exact: true }).click();
  await dilys.getByRole('button', { name: 'Pay the supplier …' }).click();
  await expect(dilys.getByRole('dialog', { name: 'Pay the supplier' })).toContainText('$48,000.00');
  await dilys.getByRole('button', { name: 'Pay the supplier', exact: true }).click();
  await expect(dilys.getByText(/Paid out .* by Dilys Penhallow/)).toBeVisible();
});
