import { age, dayBefore, inWords, month, typed } from './days';
import {
  choose,
  chapter,
  codeBy,
  deskOf,
  escape,
  expect,
  expectToFit,
  field,
  key,
  openDemoFile,
  phoneContext,
  saved,
  signIn,
  test,
  watched,
  workIn,
} from './people';

test('the household as a picture: choosing shows, relating edits, what can’t be is said', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Dunmallow');
  await chapter(page, 'People');
  await expect(page.getByText('Household of 4')).toBeVisible();
  await expect(page.getByText('is left out: a full-time student’s earnings don’t count')).toBeVisible();
  await page.getByRole('button', { name: new RegExp(`^Rowan Dunmallow, dependant, ${age('2015-04-02')}`) }).click();
  await expect(page.getByRole('heading', { level: 2, name: /^Rowan Dunmallow/ })).toBeVisible();
  await expect(page.getByLabel('What Hesper Dunmallow is to Rowan Dunmallow')).toHaveValue('Parent');
  await choose(page.getByLabel('Who is related'), 'Anselm Dunmallow');
  await choose(page.getByLabel('What they are to Rowan Dunmallow'), 'Child');
  await page.getByRole('button', { name: 'Relation', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Rowan Dunmallow can’t be parent of Anselm Dunmallow, who is older' })).toBeVisible();
  await choose(page.getByLabel('What they are to Rowan Dunmallow'), 'Parent');
  await page.getByRole('button', { name: 'Relation', exact: true }).click();
  await expect(page.getByLabel('What Anselm Dunmallow is to Rowan Dunmallow')).toHaveValue('Parent');
  await page.getByRole('button', { name: /^Anselm Dunmallow, co-applicant/ }).click();
  await expect(page.getByLabel('What Rowan Dunmallow is to Anselm Dunmallow')).toHaveValue('Child');
  await choose(page.getByLabel('What Rowan Dunmallow is to Anselm Dunmallow'), 'Ward');
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: /^Rowan Dunmallow, dependant/ }).click();
  await expect(page.getByLabel('What Anselm Dunmallow is to Rowan Dunmallow')).toHaveValue('Guardian');
});

test('a history shows its gaps; a boundary takes its neighbour along; the last change is taken back', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Dunmallow');
  await chapter(page, 'Home');
  await expect(page.locator('.band').getByText(`3 months are missing, the earliest is ${month('2025-11-01')}`)).toBeVisible();
  const rows = page.locator('[data-anchor-row]');
  await workIn(rows.nth(1));
  const until = rows.nth(1).getByLabel('Until');
  await until.fill(typed('2026-01-31'));
  await until.press('Tab');
  await expect(page.getByText('2 years without a gap')).toBeVisible();
  await workIn(rows.nth(0));
  await expect(until).toHaveCount(0);
  const since = rows.nth(0).getByLabel('Since');
  await since.fill(typed('2025-12-01'));
  await since.press('Tab');
  await expect(rows.nth(1)).toContainText(dayBefore('2025-12-01'));
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(rows.nth(1)).toContainText(inWords('2026-01-31'));
  await expect(since).toHaveValue(typed('2026-02-01'));
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.locator('.band').getByText('3 months are missing')).toBeVisible();
  await saved(page);
});

test('same as by one key, an address and a name pasted whole, and a day that must be asked', async ({ browser }) => {
  const context = watched(await browser.newContext({ baseURL: process.env['CAVREN_E2E_URL'] ?? '', permissions: ['clipboard-read', 'clipboard-write'] }));
  const page = await context.newPage();
  await signIn(page, 'wren');
  await openDemoFile(page, 'Dunmallow');
  await chapter(page, 'Home');
  await page.getByRole('button', { name: 'Address', exact: true }).click();
  const row = page.locator('[data-anchor-row]').nth(2);
  await row.getByLabel('Street address').focus();
  await page.keyboard.press('Control+=');
  await expect(row.getByLabel('Street address')).toHaveValue('31 Old Ropewalk');
  await expect(row.getByLabel('Postal')).toHaveValue('00412');
  await page.evaluate(() => navigator.clipboard.writeText('12 Gannet Steps\nQuillhaven, QH 00499'));
  await row.getByLabel('Street address').focus();
  await page.keyboard.press('Control+v');
  await expect(row.getByLabel('Town')).toHaveValue('Quillhaven');
  await expect(row.getByLabel('Postal')).toHaveValue('00499');
  await expect(row.getByLabel('Street address')).toHaveValue('12 Gannet Steps');
  await row.getByLabel('Street address').focus();
  await page.keyboard.press('Control+Delete');
  await chapter(page, 'People');
  await page.evaluate(() => navigator.clipboard.writeText('DUNMALLOW, Hesper (Hess)'));
  await field(page, /^Name, exactly/).focus();
  await page.keyboard.press('Control+v');
  await expect(field(page, 'Known as')).toHaveValue('Hess');
  await expect(field(page, /^Name, exactly/)).toHaveValue('Hesper Dunmallow');
  await saved(page);
  await context.close();

  // The place of this file writes day before month, this browser month before day: 3/4 may be either, so it is asked.
  const tamsin = await deskOf(browser, 'tamsin');
  await openDemoFile(tamsin, 'Marrack');
  await chapter(tamsin, 'People');
  await field(tamsin, 'Birth date').fill('3/4/1990');
  await field(tamsin, 'Birth date').press('Tab');
  const which = tamsin.getByRole('group', { name: 'Which day is meant by 3/4/1990?' });
  await expect(which.getByRole('button', { name: '3 Apr 1990' })).toBeFocused();
  await which.getByRole('button', { name: '4 Mar 1990' }).click();
  await expect(field(tamsin, 'Birth date')).toHaveValue('04/03/1990');
  await key(tamsin, 'Birth date', '24 Aug 1990');
  await expect(field(tamsin, 'Birth date')).toHaveValue('24/08/1990');
  await saved(tamsin);
});

test('cover: a second person with what is the same, a plan for everybody, and the premium opens into its lines', async ({ browser }) => {
  const tamsin = await deskOf(browser, 'tamsin');
  await openDemoFile(tamsin, 'Marrack');
  await chapter(tamsin, 'Cover');
  const premium = tamsin.locator('[data-measure=premium]');
  const paid = async () => Number((await premium.innerText()).replace(/[^0-9.]/g, ''));
  const plans = tamsin.getByRole('table').filter({ hasText: 'What it leaves out' });
  const before = await paid();
  expect(before).toBeGreaterThan(0);
  await expect(plans.getByRole('row', { name: /^Season plan/ })).toContainText('chosen');
  await tamsin.getByRole('button', { name: 'Choose Year-round plan for everybody' }).click();
  await expect(plans.getByRole('row', { name: /^Year-round plan Pays at|^Year-round plan Pays for/ })).toContainText('chosen');
  await expect.poll(paid).toBeGreaterThan(before);
  await saved(tamsin);
  // What the strip says opens, down to the rate and the table that it is read from.
  await premium.click();
  const sheet = tamsin.getByRole('dialog');
  for (const line of ['A year’s premium', 'Tobias Marrack', 'At the rate']) await sheet.locator('summary', { hasText: line }).last().click();
  await expect(sheet).toContainText('Rate of class C at 36, after 30 days, for 24 months');
  await expect(sheet).toContainText('crew-2026');
  await expect(sheet).toContainText('Loading for tobacco');
  await expect(sheet).toContainText('Goods and services tax');
  await sheet.getByRole('button', { name: 'Close' }).click();
  // Nobody can be covered as what isn’t covered, and the strip says what it waits for.
  await workIn(tamsin.locator('[data-anchor-row]').first());
  await choose(field(tamsin, 'Occupation'), 'Diver');
  await saved(tamsin);
  await expect(tamsin.getByText(/can’t be covered as Diver/).first()).toBeVisible();
  await expect(premium).toContainText('occupation');
  await choose(field(tamsin, 'Occupation'), 'Deckhand');
  await saved(tamsin);
  await expect(tamsin.getByText(/can’t be covered as Diver/)).toHaveCount(0);
});

test('two officers in one file see each other and what the other changes', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const tamsin = await deskOf(browser, 'tamsin');
  const reference = await openDemoFile(wren, 'Wainfleet');
  await tamsin.goto(`/files/${reference}/home`);
  await expect(wren.getByText('Tamsin Orrick is here in Home')).toBeVisible();
  await expect(tamsin.getByText('Wren Halloway is here in Request')).toBeVisible();
  await chapter(tamsin, 'Request');
  await expect(wren.getByText('Tamsin Orrick is here in Request')).toBeVisible();
  await choose(field(tamsin, 'Purpose'), 'Hull and deck refit');
  await expect(field(wren, 'Purpose')).toHaveValue('Hull and deck refit');
  await tamsin.goto('/today');
  await expect(wren.getByText('Tamsin Orrick is here')).toHaveCount(0);
});

test('an answer that ends the matter says so at once, keeps the record, and offers what else is open', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Wainfleet');
  await expect(page.getByText('This ends here for Cuthbert Wainfleet.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Open Quay cottages, spring round instead' })).toBeVisible();
  await expect(page.getByText('Crew income cover: Your certificate QM-I-0093 for insurance ran out')).toBeVisible();
  await page.getByRole('button', { name: 'Close the file and tell them why' }).click();
  await expect(page.getByText('Declined', { exact: true }).first()).toBeVisible();
  await chapter(page, 'History');
  await expect(page.getByText('closed the file by the product’s rule').first()).toBeVisible();
});

test('the command bar finds people, files, chapters and actions from the keyboard; the sheet of keys is on ?', async ({ page }) => {
  await signIn(page, 'wren');
  await page.goto('/today');
  // Keys are heard once it is known whose they are.
  await expect(page.getByRole('heading', { level: 1, name: 'Today' })).toBeVisible();
  await page.keyboard.press('Control+k');
  const bar = page.getByRole('combobox', { name: /Find a person or file/ });
  await expect(bar).toBeFocused();
  await bar.fill('solvane 5/17/1988');
  await expect(page.getByRole('option', { name: /Person Marit Solvane/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Marit Solvane' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await bar.fill('fenwarden');
  await expect(page.getByRole('option', { name: /File Ingrid Fenwarden/ })).toBeVisible();
  await page.getByRole('option', { name: /File Ingrid Fenwarden/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Ingrid Fenwarden' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await bar.fill('declara');
  await expect(page.getByRole('option', { name: /Chapter Declarations/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/declarations/);
  await page.locator('h1').click();
  await page.keyboard.press('?');
  await expect(page.getByRole('heading', { name: 'Keyboard shortcuts' })).toBeVisible();
  await escape(page.getByRole('dialog', { name: 'Keyboard shortcuts' }));
  await page.keyboard.press('Alt+2');
  await expect(page).toHaveURL(/\/people/);
  await page.keyboard.press('Control+k');
  await bar.fill('solvane');
  await page.getByRole('option', { name: /File Marit Solvane/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Marit Solvane' })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Chapters' })).toBeVisible();
});

test('two entries of one person: entered beside with a reason, merged by compliance, and undone', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  await wren.goto('/open');
  await wren.getByLabel('Full name').fill('Corvin Thale');
  await wren.getByLabel('Birth date').fill('21 Mar 1979');
  await wren.getByRole('button', { name: 'Look up' }).click();
  await expect(wren.getByText('name one letter off, same birth date')).toBeVisible();
  await wren.getByLabel(/Somebody new/).check();
  await wren.getByRole('button', { name: 'Open the file' }).click();
  await expect(wren.getByText(/Corvin Thalle is known .* say why this is somebody else/)).toBeVisible();
  await wren.getByLabel(/Why this is somebody else/).fill('spelt so on the licence');
  await wren.getByRole('button', { name: 'Open the file' }).click();
  await expect(wren.getByRole('heading', { level: 1, name: 'Corvin Thale' })).toBeVisible();
  const reference = /\/files\/([^/]+)\//.exec(wren.url())?.[1] ?? '';
  const rufus = await deskOf(browser, 'rufus');
  await rufus.goto(`/files/${reference}/people`);
  await rufus.getByRole('button', { name: 'One person: merge them' }).click();
  await expect(rufus.getByText('was entered beside')).toHaveCount(0);
  await rufus.goto('/people');
  await rufus.getByLabel('Find a person or organisation').fill('Thalle Corvin');
  await rufus.keyboard.press('Enter');
  await rufus.getByRole('link', { name: 'Corvin Thalle' }).click();
  await expect(rufus.getByRole('link', { name: reference })).toBeVisible();
  await rufus.getByRole('button', { name: 'Undo' }).click();
  await expect(rufus.getByText(/undone by Rufus Egerstrand/)).toBeVisible();
  await expect(rufus.getByRole('link', { name: reference })).toHaveCount(0);
});

test('a certificate that has run out stops an offer, and one that is renewed allows it', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  await wren.goto('/open');
  await wren.getByLabel('Full name').fill('Nobody Known Here');
  await wren.getByRole('button', { name: 'Look up' }).click();
  await wren.getByText(/products? you can’t offer here and now/).click();
  await expect(wren.getByText(/Crew income cover .*ran out on 30 Jun 2026/)).toBeVisible();
  const maud = await deskOf(browser, 'maud');
  await maud.goto('/certificates');
  await maud
    .getByRole('row', { name: /QM-I-0093/ })
    .getByRole('button', { name: 'Change' })
    .click();
  await maud.locator('input[name=until]').fill('1/1/2020');
  await maud.getByRole('button', { name: 'Keep it' }).click();
  await expect(maud.getByText('It can’t end before it begins.')).toBeVisible();
  await maud.locator('input[name=until]').fill('');
  await maud.getByRole('button', { name: 'Keep it' }).click();
  await expect(maud.getByRole('row', { name: /QM-I-0093.*no end.*holds/ })).toBeVisible();
  await wren.reload();
  await wren.getByLabel('Full name').fill('Nobody Known Here');
  await wren.getByRole('button', { name: 'Look up' }).click();
  await wren.getByLabel('Product').press('ArrowDown');
  await expect(wren.getByRole('option', { name: 'Crew income cover' })).toBeVisible();
});

test('alone at the front door on a phone: applied, filled in, handed over, come back to', async ({ browser }) => {
  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await phone.goto('/door/apply/workboat-refit');
  // Before anything is asked: what it costs, how it goes, whom to call.
  await expect(phone.getByText(/\$27,000\.00 over 36 months at 7\.95\s% a year/)).toBeVisible();
  await expect(phone.getByRole('link', { name: '(212) 555-0100' })).toBeVisible();
  await phone.getByLabel('Your name').fill('Tegen Moss');
  await phone.getByLabel('Birth date').fill('12 June 1991');
  await phone.getByLabel('Mobile phone').fill('(212) 555-0193');
  await expect(phone.getByRole('button', { name: 'Begin' })).toBeDisabled();
  await phone.getByLabel(/keeps what I say in this application/).check();
  const first = await codeBy('0193', () => phone.getByRole('button', { name: 'Begin' }).click());
  const reference = (await phone.locator('.lichen b').innerText()).trim();
  const wren = await deskOf(browser, 'wren');
  await phone.getByLabel(/Six-digit code/).fill(first);
  await phone.getByRole('button', { name: 'Go on' }).click();
  await phone.getByRole('button', { name: 'Fill in my details' }).click();
  // First what one agrees to; nothing is asked before.
  await expect(phone.getByRole('heading', { level: 1, name: 'What you agree to' })).toBeVisible();
  await phone.getByRole('button', { name: 'Next: Questions' }).click();
  await phone
    .getByRole('group', { name: /Do you live here/ })
    .getByRole('button', { name: 'yes' })
    .click();
  await phone.getByRole('button', { name: 'Next: What you ask for' }).click();
  await expect(phone.getByRole('heading', { level: 1, name: 'What you ask for' })).toBeFocused();
  await choose(phone.getByLabel('Purpose'), 'Engine replacement');
  await phone.getByLabel('Amount').fill('25,000');
  await phone.getByLabel('Amount').press('Tab');
  await phone.getByLabel('Term in months').fill('60');
  await phone.getByLabel('Term in months').press('Tab');
  await expect(phone.getByText(/You would pay \$[\d,.]+ a month/)).toBeVisible();
  await phone.getByRole('button', { name: /^Step \d+: Where you live/ }).click();
  await phone.getByRole('button', { name: 'Add an address' }).click();
  await phone.getByLabel('Street and number').fill('9 Coble Row');
  await phone.getByLabel('Town', { exact: true }).fill('Quillhaven');
  await phone.getByLabel('Since').first().fill('31/31/2020');
  await phone.getByLabel('Town', { exact: true }).focus();
  await expect(phone.getByText('Give a date like 04/30/1990')).toBeVisible();
  await phone.getByLabel('Since').first().fill('5/1/2020');
  await phone.getByLabel('Town', { exact: true }).focus();
  await expect(phone.getByText('Give a date like')).toHaveCount(0);
  await expect(phone.getByText('everything is saved')).toBeVisible();
  await expectToFit(phone);
  // A page that is loaded again is where it was.
  await phone.reload();
  await expect(phone.getByRole('heading', { level: 1, name: /^Where you live/ })).toBeVisible();
  await expect(phone.getByLabel('Street and number')).toHaveValue('9 Coble Row');
  await phone.getByRole('button', { name: /Go on later/ }).click();
  // Leaving that doesn't reach the server is no leaving, and says so.
  await phone.route('**/api/door/leave', (route) => route.abort());
  await phone.getByRole('button', { name: 'Leave this page' }).click();
  await expect(phone.getByRole('alert')).toContainText('You are still in');
  await phone.unroute('**/api/door/leave');
  await phone.getByRole('button', { name: 'Leave this page' }).click();
  await expect(phone.getByLabel('Reference')).toBeVisible();

  await phone.goto('/door');
  await phone.getByLabel('Reference').fill(reference);
  await phone.getByLabel('Phone number').fill('212 555 0193');
  const second = await codeBy('0193', () => phone.getByRole('button', { name: 'Text me the code' }).click());
  await phone.getByLabel('Six-digit code').fill(second);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await phone.getByRole('button', { name: 'Fill in my details' }).click();
  // Whoever leaves leaves nothing on the phone, not even where they were.
  await phone.getByRole('button', { name: /^Step \d+: Where you live/ }).click();
  await expect(phone.getByLabel('Street and number')).toHaveValue('9 Coble Row');
  await phone.getByRole('button', { name: /^Step \d+: What you ask for/ }).click();
  await expect(phone.getByLabel('Amount')).toHaveValue('25,000.00');
  // What is missing leads to where it is given.
  await phone.getByRole('button', { name: /^Step \d+: Look over and hand in/ }).click();
  await phone
    .getByRole('button', { name: /^Consent to the use/ })
    .or(phone.getByRole('listitem').getByRole('button').last())
    .first()
    .click();
  await expect(phone.getByRole('heading', { level: 1 })).not.toHaveText('Look over and hand in');
  await phone.getByRole('button', { name: /^Step \d+: Look over and hand in/ }).click();
  await phone.getByRole('button', { name: /I am done for now/ }).click();
  await expect(phone.getByRole('heading', { name: 'Thank you, Tegen' })).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Fill in my details' })).toHaveCount(0);
  await context.close();

  await wren.goto(`/files/${reference}/request`);
  await field(wren, /^Amount/).focus();
  await expect(wren.getByText(/said at the front door by Tegen Moss/)).toBeVisible();
});

test('declarations: a yes asks for its reason, a consent is taken back, monitoring stays with the officer', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const reference = await openDemoFile(wren, 'Trevelgue');
  await chapter(wren, 'Declarations');
  const bankruptcy = wren.locator('[data-question]', { hasText: 'bankrupt in the last seven years' });
  await bankruptcy.getByRole('button', { name: 'yes' }).focus();
  await wren.keyboard.press('y');
  await expect(wren.locator('[data-question]', { hasText: 'Has the bankruptcy been discharged?' })).toBeVisible();
  await bankruptcy.getByLabel('If yes, explain').fill('A failed chandlery, closed in 2021');
  await bankruptcy.getByLabel('If yes, explain').press('Tab');
  await wren.locator('[data-question]', { hasText: 'Has the bankruptcy been discharged?' }).getByRole('button', { name: 'yes' }).click();
  await saved(wren);
  await wren.getByRole('button', { name: /agrees: Consent to look-ups/ }).click();
  await wren.getByRole('button', { name: 'Withdraw', exact: true }).click();
  await expect(wren.getByText(/withdrawn \d{1,2} \w{3}/)).toBeVisible();
  // Asked only of a home that one lives in.
  await expect(wren.getByLabel(/^Sex of/)).toHaveCount(0);
  await chapter(wren, 'Request');
  await choose(wren.getByLabel('Purpose'), 'Boat to live on');
  await saved(wren);
  await chapter(wren, 'Declarations');
  const kept = wren.waitForResponse(/monitoring$/);
  await choose(wren.getByLabel(/^Sex of/), 'declined to answer');
  await kept;
  await wren.reload();
  await expect(wren.getByLabel(/^Sex of/).and(wren.locator('input'))).toHaveValue('declined to answer');
  const ansel = await deskOf(browser, 'ansel');
  await ansel.goto(`/files/${reference}/declarations`);
  await expect(ansel.getByRole('heading', { name: 'Consents' })).toBeVisible();
  await expect(ansel.getByText('Asked for fair treatment only')).toHaveCount(0);
});

test('a paper that was read stands beside what was typed; a postal code of two districts asks which', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Trevelgue');
  await chapter(page, 'People');
  await page.getByRole('button', { name: 'Read a paper' }).click();
  const dialog = page.getByRole('dialog', { name: 'Fill in from a paper' });
  const scan = dialog.getByLabel(/What the reader types/);
  await expect(scan).toBeFocused();
  await scan.fill('not a paper');
  await dialog.getByRole('button', { name: 'Read' }).click();
  await expect(dialog.getByRole('alert')).toContainText('neither the two or three lines');
  await scan.fill(
    [
      '@',
      'ANSI 636000100102DL00410278ZV03190008DLDAQT64235789',
      'DCSTREVELGUE',
      'DACPIRAN',
      'DADJOHN',
      'DBB05171985',
      'DBA12102020',
      'DAG8 NETMENDERS YARD',
      'DAIQUILLHAVEN',
      'DAJQH',
      'DAK004140000',
      'DCGUSA',
    ].join('\n'),
  );
  await dialog.getByRole('button', { name: 'Read' }).click();
  await expect(dialog.getByText('This paper ran out on 10 Dec 2020: ask for one that holds.')).toBeVisible();
  await expect(dialog.getByRole('row', { name: /Name Piran Trevelgue Piran John Trevelgue/ })).toBeVisible();
  await dialog.getByLabel('Take over: Birth date').uncheck();
  await dialog.getByRole('button', { name: 'Take over what is ticked' }).click();
  await expect(field(page, /^Name, exactly/)).toHaveValue('Piran John Trevelgue');
  await saved(page);
  const path = page.getByRole('complementary', { name: 'Path' });
  await path.getByRole('button', { name: /Which district: 8 Netmenders Yard/ }).click();
  await expect(page.getByLabel('District')).toBeFocused();
  await choose(page.getByLabel('District'), 'Netmenders Ward');
  await saved(page);
  await expect(path.getByRole('button', { name: /Which district/ })).toHaveCount(0);
});
