import { age } from './days';
import { Hands, letters } from './hands';
import { expect, saved, signIn, test } from './people';

test('a couple with a child, two addresses and two jobs, from the keyboard alone, in under six minutes of an officer’s hands', async ({ page }, info) => {
  const [family, mother, father, child] = [`P${letters()}`, `J${letters()}`, `D${letters()}`, `M${letters()}`];
  await signIn(page, 'wren');
  await page.goto('/today');
  await expect(page.getByRole('heading', { level: 1, name: 'Today' })).toBeVisible();
  const hands = new Hands(page);

  await hands.press('Control+k');
  await hands.type('open');
  await expect(page.getByRole('option', { name: /Open a file/ })).toBeVisible();
  await hands.press('Enter');
  await hands.openFile(`${mother} ${family}`, '14 Feb 1990');

  // The first thing on the Path is a question; each answer brings the next into hand.
  await hands.answerYes(3);

  await hands.addPerson(`${father} ${family}`, '3.9.1988');
  await expect(page.getByRole('heading', { level: 2, name: new RegExp(`^${father} ${family}`) })).toBeVisible();
  await hands.addPerson(`${child} ${family}`, '2019-05-20');
  await expect(page.getByRole('button', { name: new RegExp(`^${child} ${family}, dependant, ${age('2019-05-20')}, counts in the household`) })).toBeVisible();
  await expect(page.getByText('Household of 3')).toBeVisible();
  await saved(page);

  // Addresses: hers now and before, his the same by one key.
  await hands.press('Alt+3');
  await expect(page.getByRole('heading', { name: 'Where they live, and lived before' })).toBeVisible();
  await hands.reach(page.getByRole('button', { name: 'Address', exact: true }));
  await hands.press('Enter');
  await hands.focused('Street address');
  await hands.field('7 Lamplight Steps');
  await hands.field('Quillhaven');
  await hands.field('QH');
  await hands.field('00412');
  await hands.field('6/1/2024');
  await hands.field('');
  await hands.type('r');
  await hands.press('Enter');
  await hands.field('850');
  const rows = page.locator('[data-anchor-row]');
  await expect(rows).toHaveCount(2);
  await hands.focused('Street address');
  await hands.press('Control+=');
  await hands.press('Enter', 'Enter', 'Enter', 'Enter');
  await hands.focused('Since');
  await hands.press('Control+=', 'Enter', 'Enter', 'Control+=', 'Enter');
  await hands.field('0');
  await expect(rows).toHaveCount(3);
  await hands.focused('Street address');
  await hands.field('2 Herring Quay');
  await hands.field('Quillhaven');
  await hands.field('QH');
  await hands.field('00412');
  await hands.field('1/1/2019');
  await hands.field('5/31/2024');
  await saved(page);
  await expect(page.locator('.band').getByText('3 years without a gap')).toHaveCount(1);

  // Jobs, and the income from each.
  await hands.press('Alt+4');
  await expect(page.getByRole('heading', { name: 'Work', exact: true })).toBeVisible();
  const work = page.getByRole('button', { name: 'Work', exact: true });
  await hands.reach(work);
  await hands.press('Enter');
  await hands.focused('Employer');
  await hands.field('Petrel Ferries');
  await hands.field('Purser');
  await hands.field('');
  await hands.field('4/1/2018');
  await hands.field('');
  await expect(rows).toHaveCount(2);
  await hands.focused('Employer');
  await hands.field('Tidewrack Boatyard');
  await hands.field('Rigger');
  await hands.field('');
  await hands.field('9/1/2016');
  await saved(page);
  await hands.reach(page.getByRole('button', { name: 'Income from each job' }));
  await hands.press('Enter');
  await hands.focused('Stated amount');
  await hands.field('2100');
  await hands.choose('How often', 'every 2 w', 'every 2 weeks');
  // The list, which a space opened, takes the choice; then year to date and its day, probation, until; then who, kind, source and since of the next row.
  await hands.press(...Array<string>(10).fill('Enter'));
  await hands.focused('Stated amount');
  await hands.field('3950');
  await hands.choose('How often', 'a month', 'a month');
  await hands.press('Enter');
  await saved(page);
  await expect(page.locator('.total', { hasText: 'Income that counts' })).toContainText('$8,500.00 a month');

  info.annotations.push({
    type: 'measured',
    description: `${hands.keys} keys, ${hands.thoughts} fields: ${Math.round(hands.seconds)} s by the keystroke-level model`,
  });
  process.stdout.write(`keyboard alone: ${hands.keys} keys, ${hands.thoughts} fields, ${Math.round(hands.seconds)} s by the keystroke-level model\n`);
  expect(hands.seconds).toBeLessThan(360);
});
