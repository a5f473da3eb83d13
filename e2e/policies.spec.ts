import { choose, chapter, codeBy, deskOf, expect, expectToFit, openDemoFile, phoneContext, test } from './people';

test('what is said about health is kept and not shown again; who underwrites reads it, weighs it, and the premium follows', async ({ browser }) => {
  const tamsin = await deskOf(browser, 'tamsin');
  const reference = await openDemoFile(tamsin, 'Tobias Marrack');
  await chapter(tamsin, 'Health');
  await tamsin.getByRole('button', { name: 'No', exact: true }).click();
  await expect(tamsin.getByText('were you treated for your heart')).toBeVisible();
  await tamsin.getByRole('button', { name: 'Yes', exact: true }).click();
  await tamsin.getByRole('button', { name: 'Keep this answer' }).click();
  await expect(tamsin.getByText('Say since when', { exact: true })).toBeVisible();
  await tamsin.getByLabel('Since when').fill('May 2023');
  await tamsin.getByLabel('What it is, in a few words').fill('Pressure, found at a check');
  await tamsin.getByLabel('Which physician knows about it, and where').fill('Dr Tern, harbour surgery');
  await tamsin.getByRole('button', { name: 'Keep this answer' }).click();
  await expect(tamsin.getByText('Do you take anything for it now?')).toBeVisible();
  await expect(tamsin.getByText('Pressure, found at a check')).toHaveCount(0);
  await chapter(tamsin, 'History');
  await expect(tamsin.getByText('kept an answer about the health of Tobias Marrack').first()).toBeVisible();
  await expect(tamsin.locator('main')).not.toContainText('Pressure');

  // The rest is answered on a phone, where one sees what one said, and nobody else does.
  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await phone.goto('/door');
  await phone.getByLabel('Reference').fill(reference);
  await phone.getByLabel('Phone number').fill('021 555 0123');
  const code = await codeBy('0123', () => phone.getByRole('button', { name: 'Text me the code' }).click());
  await phone.getByLabel('Six-digit code').fill(code);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await phone.getByRole('button', { name: 'Answer the questions' }).click();
  await expect(phone.getByText('Pressure, found at a check')).toBeVisible();
  const said = phone.getByRole('listitem').filter({ hasText: /No/ });
  for (let answered = 2; answered <= 7; answered += 1) {
    await phone.getByRole('button', { name: 'No', exact: true }).click();
    await expect(said).toHaveCount(answered);
  }
  await expect(phone.getByText('That was everything about Tobias Marrack')).toBeVisible();
  await expectToFit(phone);
  await phone.getByRole('button', { name: 'Back to my application' }).click();
  await expect(phone.getByText('You have answered everything.')).toBeVisible();

  const ansel = await deskOf(browser, 'ansel');
  await openDemoFile(ansel, 'Kaia Reefton');
  await chapter(ansel, 'Health');
  const sheet = ansel.locator('section.center');
  await expect(ansel.getByText('physiotherapy')).toHaveCount(0);
  await ansel.getByRole('button', { name: 'Open the sheets' }).click();
  await expect(ansel.getByText('physiotherapy until August 2024')).toBeVisible();
  await expect(ansel.getByRole('row', { name: /Tobacco in the last year/ })).toContainText('+25');
  const premium = ansel.locator('[data-measure="premium"]');
  const quoted = await premium.innerText();
  // Milder than the manual is beyond what Ansel may.
  await choose(ansel.getByLabel('Covered', { exact: true }), 'As standard');
  await ansel.getByLabel('Why, where it is otherwise than the manual').fill('Two years without a day off');
  await sheet.getByRole('button', { name: 'Underwrite Kaia Reefton' }).click();
  await expect(ansel.getByText('Milder than the manual goes beyond your authority')).toBeVisible();
  await choose(ansel.getByLabel('Covered', { exact: true }), 'With something left out');
  await ansel.getByLabel('Loading, %').fill('50');
  await sheet.getByRole('button', { name: 'Underwrite Kaia Reefton' }).click();
  await expect(sheet.getByText(/With something left out, 50 % more, without “Time off work for the back/)).toBeVisible();
  await expect(premium).not.toHaveText(quoted);
  await chapter(ansel, 'Decision');
  await ansel.getByRole('button', { name: 'Approve …' }).click();
  await expect(ansel.getByText('Covered', { exact: true }).first()).toBeVisible();
});

test('a third person collects the premium and issues the policy, and its end says what comes back', async ({ browser }) => {
  const dilys = await deskOf(browser, 'dilys');
  await openDemoFile(dilys, 'Anaru Westhaven');
  await chapter(dilys, 'Decision');
  // The Path has an entry of the same name.
  const sheet = dilys.locator('section.center');
  await expect(sheet.getByRole('button', { name: 'Issue the policy' })).toHaveCount(0);
  await sheet.getByRole('button', { name: /^Collect \$/ }).click();
  await sheet.getByRole('button', { name: 'Issue the policy' }).click();
  await expect(dilys.getByText(/^Policy QC-NZ-/)).toBeVisible();
  await expect(dilys.getByText('This file has come to its end.')).toBeVisible();
  await dilys.getByText('If it ended').click();
  await expect(dilys.getByText(/Kept \$0\.00, not used up/)).toBeVisible();
  await expect(dilys.getByText('waits for: why it ends')).toBeVisible();
  await dilys.getByLabel('Why', { exact: true }).fill('The boat was sold');
  await dilys.getByRole('button', { name: /^End the policy, and pay back/ }).click();
  await expect(dilys.getByText(/ended by whoever is insured on/)).toBeVisible();
  await expect(dilys.getByText(/, paid$/)).toBeVisible();
});
