import { chapter, codeBy, deskOf, expect, expectToFit, openDemoFile, phoneContext, saved, test } from './people';

test('what a household is given is worked, given by the officer, read on a phone before a plan is chosen there, and the desk has it at once', async ({
  browser,
}) => {
  const desk = await deskOf(browser, 'tamsin');
  const reference = await openDemoFile(desk, 'Quillan Sedge');
  await chapter(desk, 'Cover');
  await expect(desk.getByText('A plan can be chosen once the applicant has read what they are given')).toBeVisible();
  await expect(desk.getByRole('button', { name: 'Choose Ground plan for everybody' })).toBeDisabled();
  await chapter(desk, 'Assistance');
  const result = desk.getByLabel('The result');
  const most = await result.locator('dd b').innerText();
  // It opens down to what was keyed.
  await result.getByText('How it comes about').click();
  await result.getByText('Income as a share of the guideline').click();
  // The line below the one that was opened, once that has drawn it, and not its namesake elsewhere.
  const share = result.locator('details', { hasText: 'Income as a share of the guideline' }).last();
  await share.locator('summary', { hasText: 'Income of the household in' }).last().click();
  await result.getByText('Quillan Sedge').last().click();
  await expect(result.getByText('Saltmeadow Clinic')).toBeVisible();
  await desk.keyboard.press('Alt+l');
  const dialog = desk.getByRole('dialog', { name: 'Give the result' });
  await expect(dialog).toContainText(most.replace(' a month', ''));
  await dialog.getByRole('button', { name: 'Give it' }).click();
  await expect(result.getByText('can read it at the front door too')).toBeVisible();

  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await phone.goto('/door');
  await phone.getByLabel('Reference').fill(reference);
  await phone.getByLabel('Phone number').fill('(212) 555-0214');
  const code = await codeBy('0214', () => phone.getByRole('button', { name: 'Text me the code' }).click());
  await phone.getByLabel('Six-digit code').fill(code);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await expect(phone.getByText('Read first what you are given')).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Choose Ground plan' })).toHaveCount(0);
  await expect(phone.getByText(most.replace(' a month', '')).first()).toBeVisible();
  await expectToFit(phone);
  await phone.getByRole('button', { name: 'I have read this' }).click();
  await phone.getByRole('button', { name: 'Choose Ground plan' }).click();
  await expect(phone.getByText('You chose this one.')).toBeVisible();

  await expect(result.getByText(/Read on .* at the front door: a plan can be chosen/)).toBeVisible();
  await chapter(desk, 'Cover');
  await expect(desk.getByRole('row', { name: /Ground plan/ }).getByText('chosen')).toBeVisible();
  // What is said otherwise afterwards is given anew.
  await chapter(desk, 'Assistance');
  await desk.getByRole('button', { name: 'Deduction' }).click();
  await desk.keyboard.type('Paid');
  await desk.keyboard.press('Enter');
  await desk.keyboard.type('900');
  await desk.keyboard.press('Enter');
  await saved(desk);
  await expect(result.getByText('It says something else now than what was given')).toBeVisible();
});

test('a policy is changed while it runs by two people, from what it costs to what it becomes', async ({ browser }) => {
  const ansel = await deskOf(browser, 'ansel');
  await ansel.goto('/today');
  await ansel.getByRole('link', { name: 'Isla Marlborough' }).click();
  await expect(ansel.getByRole('complementary').getByText('Answer the change of the policy')).toBeVisible();
  await expect(ansel.getByText('Isla Marlborough: benefit a month $2,000.00')).toBeVisible();
  await ansel.keyboard.press('Alt+a');
  const dialog = ansel.getByRole('dialog', { name: 'Make the change of the policy' });
  await expect(dialog).toContainText('back');
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await expect(ansel.getByText('made by Ansel Brightmoor')).toBeVisible();
  await expect(ansel.getByText('This file has come to its end.').first()).toBeVisible();
  await chapter(ansel, 'History');
  await expect(ansel.getByText('made a change of the policy').first()).toBeVisible();
});
