import type { Page } from '@playwright/test';
import { chapter, codeBy, deskOf, expect, openDemoFile, phoneContext, saved, signIn, test } from './people';

/** The number that codes of a file's applicant go to. */
async function phoneOf(desk: Page, reference: string): Promise<string> {
  const { file } = (await (await desk.request.get(`/api/files/${reference}`)).json()) as { file: { people: { role: string; phone: string | null }[] } };
  return file.people.find(({ role }) => role === 'applicant')?.phone ?? '';
}
async function comeIn(phone: Page, reference: string, number: string): Promise<void> {
  await phone.goto('/door');
  await phone.getByLabel('Reference').fill(reference);
  await phone.getByLabel('Phone number').fill(number);
  const code = await codeBy(number.slice(-4), () => phone.getByRole('button', { name: 'Text me the code' }).click());
  await phone.getByLabel('Six-digit code').fill(code);
  await phone.getByRole('button', { name: 'Come in' }).click();
}

test('offered otherwise: the approver keys another amount, the applicant sees why and refuses', async ({ browser }) => {
  const ansel = await deskOf(browser, 'ansel');
  const reference = await openDemoFile(ansel, 'Ashgrove');
  await chapter(ansel, 'Decision');
  await ansel.getByRole('button', { name: 'Offer otherwise …' }).click();
  await ansel.getByLabel('Another amount or term').check();
  await ansel.getByLabel('Amount', { exact: true }).fill('30000');
  const make = ansel.getByRole('button', { name: 'Make this offer' });
  await expect(make).toBeDisabled();
  await ansel.getByLabel('Value of the collateral not sufficient').check();
  await ansel.getByLabel(/On condition that/).fill('The hull is surveyed');
  await make.click();
  await expect(ansel.getByText('Offered otherwise than it was asked for')).toBeVisible();
  await expect(ansel.getByText(/^\$30,000\.00, over 72 months/)).toBeVisible();

  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await comeIn(phone, reference, await phoneOf(ansel, reference));
  await expect(phone.getByRole('heading', { name: 'We offer you this instead' })).toBeVisible();
  await expect(phone.getByText('Value of the collateral not sufficient')).toBeVisible();
  await expect(phone.getByText('The hull is surveyed')).toBeVisible();
  await phone.getByRole('button', { name: 'I don’t want it' }).click();
  await phone.getByRole('button', { name: 'Refuse the offer' }).click();
  await expect(phone.getByText('This application has ended.')).toBeVisible();
  await expect(ansel.getByText(/Withdrawn .* “Linnea Ashgrove refused the offer\.”/)).toBeVisible();
});

test('a no is proposed from the details on, let go on, and said; the applicant brings something new', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const ansel = await deskOf(browser, 'ansel');
  const reference = await openDemoFile(wren, 'Rookwood');
  await chapter(wren, 'Income');
  await wren.getByRole('button', { name: 'Decline the file' }).click();
  await wren.getByRole('button', { name: 'Propose to decline …' }).click();
  await wren.getByLabel('Unable to verify income').check();
  await wren.getByRole('button', { name: 'Propose to decline', exact: true }).click();
  await expect(wren.getByText(/Wren Halloway proposes to decline|Tamsin Orrick proposes to decline/)).toBeVisible();

  await ansel.goto(`/files/${reference}/decision`);
  await ansel.getByRole('button', { name: 'Let it go on …' }).click();
  await ansel.getByLabel('Why it shouldn’t be declined').fill('The pension office answers on Monday');
  await ansel.getByRole('button', { name: 'Let it go on', exact: true }).click();
  await expect(ansel.getByText('“The pension office answers on Monday”')).toBeVisible();
  await ansel.getByRole('button', { name: 'Decline …' }).click();
  await ansel.getByLabel('Another reason, in words').fill('The boat is registered to somebody else');
  await ansel.getByRole('button', { name: 'Decline the file' }).click();
  await expect(ansel.getByText('This file was declined.')).toBeVisible();

  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await comeIn(phone, reference, await phoneOf(wren, reference));
  await expect(phone.getByText('The boat is registered to somebody else')).toBeVisible();
  const letter = phone.getByRole('link', { name: 'Why we can’t offer it, and your rights' });
  await expect(letter).toBeVisible();
  expect((await (await phone.request.get((await letter.getAttribute('href')) ?? '')).body()).subarray(0, 5).toString()).toBe('%PDF-');
  await phone.getByLabel('What is new').fill('The register has my name since Tuesday');
  await phone.getByRole('button', { name: 'Ask us to look again' }).click();
  await expect(phone.getByRole('heading', { name: 'We can’t offer you this' })).toHaveCount(0);
  await expect(ansel.getByText('You declined this file, so somebody else judges what is brought against that.')).toBeVisible();
});

test('a company to the last per cent: more than the whole is refused at the field, and what it comes to is shown', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  await openDemoFile(wren, 'Fulmar Nets');
  await chapter(wren, 'People');
  await expect(wren.getByRole('img', { name: /Fulmar Nets LLC: Ysolde Fenn 45\.00 %, Evander Fenn 45\.00 %/ })).toBeVisible();
  await wren.getByRole('button', { name: /^Work in Fulmar Nets LLC, Ysolde Fenn/ }).click();
  const share = wren.locator('tbody.worked').getByLabel('Share, %');
  await share.fill('45');
  await share.press('Tab');
  await expect(wren.getByText('No more than 30 % is left')).toBeVisible();
  await share.fill('20');
  await share.press('Tab');
  await saved(wren);
  await expect(wren.getByText('90 % explained')).toBeVisible();
  await expect(wren.getByText(/10 % of it isn’t explained/)).toBeVisible();
});

test('a file is handed over, and staff begin and end on a page of policy', async ({ browser, page }) => {
  const wren = await deskOf(browser, 'wren');
  await openDemoFile(wren, 'Lindqvist');
  const owner = wren.getByRole('button', { name: /Wren Halloway|Tamsin Orrick/ }).first();
  const before = await owner.innerText();
  const after = before === 'Wren Halloway' ? 'Tamsin Orrick' : 'Wren Halloway';
  await owner.click();
  await wren.getByRole('button', { name: 'Hand over', exact: true }).click();
  await expect(wren.getByRole('button', { name: after })).toBeVisible();

  await signIn(page, 'maud');
  await page.goto('/staff');
  await page.getByRole('button', { name: 'Somebody begins' }).click();
  await page.getByLabel('Sign-in name').fill('berit');
  await page.getByLabel('Name', { exact: true }).fill('Berit Solheim');
  await page.getByLabel('Password to begin with').fill('short');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('At least twelve characters')).toBeVisible();
  await page.getByLabel('Password to begin with').fill('long enough for a desk');
  await page.getByRole('button', { name: 'Keep it' }).click();
  const row = page.getByRole('row', { name: /Berit Solheim/ });
  await expect(row).toContainText('Intake officer');
  await row.getByRole('button', { name: 'End' }).click();
  await page.getByRole('button', { name: 'End their work here' }).click();
  await expect(row).toContainText('ended');
});
