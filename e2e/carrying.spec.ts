import { computePath, inPercent } from '@cavren/core';
import { fileOf, type FileView, type ProductInForce } from '@cavren/contract';
import { inWords } from './days';
import { deskOf, expect, field, openDemoFile, saved, test, workIn } from './people';

test('income by kind, live while it is typed; a question is explained; the arithmetic opens down to who keyed it', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  await openDemoFile(wren, 'Thackray', 'income');
  await expect(wren.getByText('$34.60 × 36 × 52 ÷ 12 = $5,397.60')).toBeVisible();
  // What is asked of a row is asked whether one works in it or not.
  await expect(wren.getByRole('group', { name: /the year to date supports \$5,092\.66 a month/ })).toBeVisible();
  await workIn(wren, 'Wage, Saltmeadow Clinic');
  const clinic = wren.locator('tbody', { has: wren.locator('[data-anchor$=".hoursPerWeek"] input') });
  await expect(clinic.getByText('$34.60 × 36 × 52 ÷ 12 = $5,397.60')).toBeVisible();
  const dti = wren.locator('[data-measure="dtiAfter"] .value');
  const before = await dti.innerText();
  // Typed, not left yet: the figures follow.
  await clinic.locator('[data-anchor$=".hoursPerWeek"] input').fill('30');
  await expect(clinic.getByText('= $4,498.00')).toBeVisible();
  await expect(dti).not.toHaveText(before);
  await clinic.locator('[data-anchor$=".hoursPerWeek"] input').fill('36');
  await clinic.locator('[data-anchor$=".hoursPerWeek"] input').press('Tab');
  await expect(dti).toHaveText(before);

  const question = wren.getByRole('group', { name: /the year to date supports \$5,092\.66 a month/ });
  await question.getByRole('button', { name: 'Explain' }).click();
  await expect(question.getByText('Explain in a few words.')).toBeVisible();
  await question.getByRole('textbox').fill('Unpaid week in August, letter of the clinic seen');
  await question.getByRole('button', { name: 'Explain' }).click();
  await expect(question.getByText('Explained: “Unpaid week in August, letter of the clinic seen”')).toBeVisible();
  await saved(wren);

  // The fall of profit goes to an approver.
  const fall = wren.getByRole('group', { name: /profit fell by/ });
  await fall.getByRole('textbox').fill('The compressor was replaced in that year');
  await fall.getByRole('button', { name: 'Put to an approver' }).click();
  await expect(fall.getByText('Put to an approver by Wren Halloway')).toBeVisible();

  await wren.locator('[data-measure="dtiAfter"]').click();
  const sheet = wren.getByRole('dialog');
  await expect(sheet.getByText(/Debt obligations a month, with this request/)).toBeVisible();
  await sheet.getByText('Credit card: Northstrand Finance').click();
  await expect(sheet.getByText('Share of it that counts a month')).toBeVisible();
  await expect(sheet.getByText('keyed by Wren Halloway').first()).toBeVisible();
  await sheet.getByRole('link', { name: /Housing: 14 Capstan Row/ }).click();
  await expect(wren.locator('[data-anchor$=".monthlyCost"] input').first()).toBeFocused();
});

test('debts: whose, what counts and why not; one keyed twice is taken away; the benchmark says that it counts', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  await openDemoFile(wren, 'Thackray', 'commitments');
  await expect(wren.getByText(`doesn’t count: ends on ${inWords('2027-03-31')}, within 6 months`)).toHaveCount(2);
  const twice = wren.getByRole('group', { name: /looks like one debt keyed twice/i });
  await expect(twice).toBeVisible();
  const rows = wren.locator('tbody', { has: wren.locator('[data-anchor-row]') });
  await rows
    .nth(4)
    .getByRole('button', { name: /^Work in/ })
    .click();
  await rows.nth(4).getByRole('button', { name: 'Remove this row' }).click();
  await expect(twice).toHaveCount(0);
  await expect(wren.getByText('counts: more than was declared')).toBeVisible();
  await workIn(wren);
  await field(wren, /^Payment a month/)
    .first()
    .fill('400');
  await field(wren, /^Payment a month/)
    .first()
    .press('Tab');
  await expect(rows.first().getByText('$400.00')).toBeVisible();
  await saved(wren);
});

test('worth: what lacks is filled with one button, and too much is said', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  await openDemoFile(wren, 'Thackray', 'worth');
  await expect(wren.getByText('$18,500.00 of the down payment of $18,500.00 has a source')).toBeVisible();
  await workIn(wren);
  await field(wren, /^Goes into the down payment/)
    .first()
    .fill('9000');
  await field(wren, /^Goes into the down payment/)
    .first()
    .press('Tab');
  await expect(wren.getByText(/\$3,500.00 still to be named/)).toBeVisible();
  await wren.getByRole('button', { name: 'Still to be named: $12,500.00' }).click();
  await expect(wren.getByText('$18,500.00 of the down payment of $18,500.00 has a source')).toBeVisible();
  await saved(wren);
});

test('stress and the eight factors; another place’s income after tax; a decision’s calculation comes out again', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const reference = await openDemoFile(wren, 'Thackray');
  await wren.getByRole('button', { name: 'Stress', exact: true }).click();
  const sheet = wren.getByRole('dialog');
  await expect(sheet.getByText(/holds to 6 points/)).toBeVisible();
  await expect(sheet.getByRole('cell', { name: 'Rosamund Thackray' })).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).click();
  await wren.getByRole('button', { name: 'Factors', exact: true }).click();
  await expect(sheet.getByText('Not considered: No credit report is part of this product’s checks')).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).click();

  const nz = await openDemoFile(wren, 'Keating', 'income');
  await expect(wren.getByText('Income after tax that counts')).toBeVisible();
  await expect(wren.getByText('what the payslip pays out takes precedence over the tables')).toBeVisible();

  const ansel = await deskOf(browser, 'ansel');
  await openDemoFile(ansel, 'Eskildsen', 'decision');
  await ansel.getByRole('button', { name: 'Its calculation' }).click();
  await expect(ansel.getByText('every figure comes out as it was, to the cent')).toBeVisible();
  expect(reference).not.toBe(nz);
});

test('a guarantor has a sheet of their own; what they can’t carry is on the Path and is asked an exception for', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const reference = await openDemoFile(wren, 'Halden');
  await wren.getByRole('button', { name: 'Guarantors', exact: true }).click();
  const sheet = wren.getByRole('dialog');
  await expect(sheet.getByRole('heading', { name: 'Osric Halden: all of it, beside what is their own' })).toBeVisible();
  const dti = sheet.locator('[data-measure^="dtiAfter:"]');
  // A part that is paid by season comes to another share of a year by when it begins: worked for today.
  const view = (await (await wren.request.get(`/api/files/${reference}`)).json()) as FileView;
  const inForce = (await (await wren.request.get(`/api/products/${view.productId}`)).json()) as ProductInForce;
  const [osric] = computePath(fileOf(view, inForce), view.today).guarantors;
  const share = osric?.figures.find(({ measure }) => measure === 'dtiAfter')?.value ?? 0;
  expect(share).toBeGreaterThan(0.5);
  await expect(dti.getByText(`= ${inPercent(share)}`)).toBeVisible();
  // His rent, his debt and all of the loan; nothing of the applicant's.
  await dti.getByText('Obligations a month', { exact: true }).click();
  await expect(dti.getByText(/17 Sailmakers Lane/)).toBeVisible();
  await expect(dti.getByText('$720.00')).toBeVisible();
  await expect(dti.getByText('$402.00')).toHaveCount(0);
  await dti.getByLabel(/^Ask for an exception/).fill('His house is let from the spring on');
  await dti.getByRole('button', { name: 'Ask for the exception' }).click();
  await expect(dti.getByText(/Exception asked for by Wren Halloway/)).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).click();

  const ansel = await deskOf(browser, 'ansel');
  await ansel.goto(`/files/${reference}/decision`);
  await expect(ansel.getByRole('heading', { name: 'Osric Halden, as guarantor' })).toBeVisible();
  await expect(ansel.getByText('Osric Halden, as guarantor: Debt-to-income after: “His house is let from the spring on”')).toBeVisible();
  await ansel.getByRole('button', { name: 'How far until a limit breaks' }).click();
  const table = ansel.getByRole('table').filter({ hasText: 'Income lower' });
  await expect(table.getByRole('row', { name: /^Loan-to-value holds holds/ })).toBeVisible();
  await expect(table.getByRole('row', { name: /^Residual income \d+(\.\d)? % / })).toBeVisible();
});
