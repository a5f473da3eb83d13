import AxeBuilder from '@axe-core/playwright';
import type { Locator, Page } from '@playwright/test';
import { CHAPTERS, expect, expectToFit, openDemoFile, phoneContext, signIn, test, turnTo } from './people';

/** Where a file's chapter stands, with the head of the file. */
const CHAPTER = 'section.center';
/** What lies over it. */
const OVER = '[role="dialog"]';

/** Colours that still change are judged when they have: some begin to a frame after the page says what it shows, or that it is dark. */
async function calm(page: Page): Promise<void> {
  await page.evaluate(async () => {
    for (let frames = 0; frames < 3;) {
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const running = document.getAnimations().filter((one) => one.effect?.getTiming().iterations !== Infinity);
      frames = running.length === 0 ? frames + 1 : 0;
      await Promise.allSettled(running.map(({ finished }) => finished));
    }
  });
}

/**
 * Rules of WCAG 2.2 A and AA, as axe checks them; for other colours of the same page only the rule about colours.
 * @param part what of the page is new, where the rest of it was looked at on another
 */
async function violations(page: Page, { part, onlyColours = false }: { part?: string | undefined; onlyColours?: boolean } = {}): Promise<string[]> {
  await calm(page);
  // What passed isn't written down: that would take half of the time.
  const axe = new AxeBuilder({ page }).options({ preload: false, resultTypes: ['violations'] }).setLegacyMode(true);
  if (part) axe.include(part);
  const { violations: found } = await (
    onlyColours ? axe.withRules(['color-contrast']) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
  ).analyze();
  return found.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .map(({ target }) => target.join(' '))
        .slice(0, 3)
        .join(' | ')}`,
  );
}

/** The same page in its light colours, judged whole, and in its dark ones; the colours change where it stands. */
async function violationsInBoth(page: Page, part?: string): Promise<string[]> {
  const light = await violations(page, { part });
  const change = (name: string) => page.getByRole('button', { name, includeHidden: true }).evaluate((button: HTMLElement) => button.click());
  if ((await page.getByRole('button', { name: 'Dark colours', includeHidden: true }).count()) === 0) return light;
  await change('Dark colours');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  const dark = await violations(page, { part, onlyColours: true });
  await change('Light colours');
  return [...light, ...dark.map((one) => `dark: ${one}`)];
}

test('the places of the desk, light and dark', async ({ page }) => {
  const faults = () => violationsInBoth(page);
  await page.goto('/sign-in');
  await expect(page.getByText('Demo people')).toBeVisible();
  expect(await faults()).toEqual([]);
  await page.evaluate(() => localStorage.setItem('cavren-theme', 'dark'));
  await page.reload();
  await expect(page.getByText('Demo people')).toBeVisible();
  expect(await violations(page, { onlyColours: true })).toEqual([]);
  await page.evaluate(() => localStorage.setItem('cavren-theme', 'light'));
  await signIn(page, 'wren');
  await page.goto('/today');
  await expect(page.locator('tbody tr').first()).toBeVisible();
  expect(await faults()).toEqual([]);
  for (const place of ['/files', '/units', '/rounds', '/outbox', '/open', '/people', '/certificates']) {
    await page.goto(place);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    expect([place, await faults()]).toEqual([place, []]);
  }
});

test('a file in all its chapters, light and dark', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Solvane');
  // What stands around a chapter is the same in all of them.
  expect(await violationsInBoth(page)).toEqual([]);
  for (const chapter of CHAPTERS) {
    await turnTo(page, chapter);
    await expect(page.locator(CHAPTER).locator('h2, h3').first()).toBeVisible();
    expect([chapter, await violationsInBoth(page, CHAPTER)]).toEqual([chapter, []]);
  }
});

test('chapters of other lines, light and dark', async ({ page }) => {
  await signIn(page, 'wren');
  const faults = () => violationsInBoth(page, CHAPTER);
  await openDemoFile(page, 'Marrack', 'cover');
  await expect(page.getByRole('heading', { name: 'The plans, for everybody covered' })).toBeVisible();
  expect(await faults()).toEqual([]);
  await openDemoFile(page, 'Sandling', 'lines');
  await page.getByRole('button', { name: /^Work in Hull, steel/ }).click();
  await expect(page.getByText('A hull is named with its hull number').first()).toBeVisible();
  expect(await faults()).toEqual([]);
  await openDemoFile(page, 'Barrowby');
  for (const [chapter, there] of [
    ['unit', 'Let beside it'],
    ['movingIn', 'Days to keep'],
  ] as const) {
    await turnTo(page, chapter);
    await expect(page.getByRole('heading', { name: there })).toBeVisible();
    expect([chapter, await faults()]).toEqual([chapter, []]);
  }
  await openDemoFile(page, 'Kittiwake Ice', 'equipment');
  await expect(page.getByRole('heading', { name: 'Delivery', exact: true })).toBeVisible();
  expect(await faults()).toEqual([]);
});

test('what lies over a file, light and dark', async ({ page }) => {
  await signIn(page, 'wren');
  const inDialog = async (there: Locator) => {
    await expect(there).toBeVisible();
    const found = await violationsInBoth(page, OVER);
    await page.getByRole('button', { name: 'Close' }).click();
    await expect(page.getByRole('dialog')).toHaveCount(0);
    return found;
  };
  const dialog = page.getByRole('dialog');
  await openDemoFile(page, 'Thackray', 'income');
  await expect(page.getByRole('group', { name: /the year to date supports/ })).toBeVisible();
  expect(await violationsInBoth(page, CHAPTER)).toEqual([]);
  for (const sheet of ['Stress', 'Factors']) {
    await page.getByRole('button', { name: sheet, exact: true }).click();
    expect([sheet, await inDialog(dialog.getByRole('heading'))]).toEqual([sheet, []]);
  }
  await openDemoFile(page, 'Halden', 'request');
  await expect(page.getByText('12 CFR 1026 Appendix J, as here')).toBeVisible();
  expect(await violationsInBoth(page, CHAPTER)).toEqual([]);
  for (const [button, there] of [
    ['Make it fit', 'The most they can carry now'],
    ['Compare', 'Uses and sources'],
  ] as const) {
    await page.getByRole('button', { name: new RegExp(`^${button}`) }).click();
    expect([button, await inDialog(dialog.getByText(there, { exact: true }))]).toEqual([button, []]);
  }
});

test('the front door on a phone', async ({ browser }) => {
  const context = await phoneContext(browser);
  const phone = await context.newPage();
  await phone.goto('/door');
  await expect(phone.getByLabel('Reference')).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await phone.goto('/door/apply/workboat-refit');
  await expect(phone.getByLabel('Mobile phone')).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await phone.goto('/door/apply/quay-cottages');
  await expect(phone.getByRole('heading', { name: 'The rules, the same for everybody' })).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await phone.goto(`/door/${'A'.repeat(43)}`);
  await expect(phone.getByRole('alert')).toContainText('not one of ours');
  expect(await violations(phone)).toEqual([]);
  await expectToFit(phone);
});
