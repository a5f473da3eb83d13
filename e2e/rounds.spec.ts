import { codeBy, deskOf, expect, expectToFit, phoneContext, test } from './people';

test('a round: the next one is opened, homes are offered down the list to the third that somebody refuses, and on a phone the next one accepts', async ({
  browser,
}) => {
  const maud = await deskOf(browser, 'maud');
  await maud.goto('/rounds');
  await maud.getByRole('button', { name: 'Open a round' }).click();
  await maud.getByLabel('Name').fill('Harbour homes, the summer after');
  await maud.getByLabel('First day').fill('6/1/2031');
  await maud.getByLabel('Last day').fill('5/1/2031');
  await maud.getByRole('button', { name: 'Open it' }).click();
  await expect(maud.getByRole('alert')).toContainText('The period ends before it begins');
  await maud.getByLabel('Last day').fill('7/1/2031');
  await maud.getByRole('button', { name: 'Open it' }).click();
  await expect(maud.getByLabel('Name')).toHaveValue('');
  await expect(maud.getByRole('button', { name: 'Draw it' })).toHaveCount(0);

  const wren = await deskOf(browser, 'wren');
  await wren.goto('/rounds');
  await expect(wren.getByText('Drawn', { exact: true })).toBeVisible();
  await expect(wren.getByRole('button', { name: 'Open a round' })).toHaveCount(0);
  const list = wren.getByRole('table').nth(1);
  const first = list.getByRole('row').filter({ hasText: 'Waits' }).first();
  await expect(first).toContainText('Aldith Pengelly');

  /** Offers a home, and comes to the file of whoever it goes to. */
  const offer = async (home: string): Promise<void> => {
    await wren.goto('/rounds');
    await wren.getByRole('button', { name: new RegExp(`^Offer ${home} to `) }).click();
    const dialog = wren.getByRole('dialog', { name: 'Offer the home' });
    await expect(dialog).toContainText('5 business days');
    await dialog.getByRole('button', { name: `Offer ${home}` }).click();
    const row = wren.getByRole('table').first().getByRole('row').filter({ hasText: home });
    await expect(row).toContainText('Offered to');
    await row.getByRole('link').click();
    await expect(wren.getByText('What was offered')).toBeVisible();
  };
  // One was refused in autumn; two more, and the place is given up.
  for (const home of ['1 Ropewalk', '3 Ropewalk']) {
    await offer(home);
    await expect(wren.getByRole('heading', { level: 1, name: 'Aldith Pengelly' })).toBeVisible();
    await wren.getByRole('button', { name: 'They refuse' }).click();
    const dialog = wren.getByRole('dialog', { name: 'They refuse the home' });
    await dialog.getByLabel('Why, as they say').fill('Too far from the harbour');
    await dialog.getByRole('button', { name: 'Note the refusal' }).click();
    await expect(wren.getByText(`${home}, refused`)).toBeVisible();
  }
  await expect(wren.getByRole('complementary').getByText('3 offers were refused or not answered')).toBeVisible();
  await wren.goto('/rounds');
  await expect(wren.getByRole('table').nth(1).getByRole('row').filter({ hasText: 'Aldith Pengelly' })).toContainText('Place given up');

  await offer('1 Ropewalk');
  const name = await wren.getByRole('heading', { level: 1 }).innerText();
  expect(name).not.toBe('Aldith Pengelly');
  const reference = /files\/([A-Z0-9-]+)/.exec(wren.url())?.[1] ?? '';
  const tail: Record<string, string> = { 'Osric Fenn': '0342', 'Jory Trevail': '0344', 'Merryn Oldacre': '0345' };
  const phone = await (await phoneContext(browser)).newPage();
  await phone.goto('/door');
  await phone.getByLabel('Reference').fill(reference);
  await phone.getByLabel('Phone number').fill(`(212) 555-${tail[name] ?? ''}`);
  const code = await codeBy(tail[name] ?? '', () => phone.getByRole('button', { name: 'Text me the code' }).click());
  await phone.getByLabel('Six-digit code').fill(code);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await expect(phone.getByRole('heading', { name: 'We offer you 1 Ropewalk' })).toBeVisible();
  await expect(phone.getByText('One bedroom, $690.00 a month. It is kept for you')).toBeVisible();
  await expectToFit(phone);
  await phone.getByRole('button', { name: 'Accept 1 Ropewalk' }).click();
  await expect(phone.getByRole('heading', { name: 'We offer you 1 Ropewalk' })).toHaveCount(0);
  await expect(wren.getByText('1 Ropewalk, accepted')).toBeVisible();
});
