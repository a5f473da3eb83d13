import type { Locator, Page } from '@playwright/test';
import { CHAPTERS, expect, openDemoFile, signIn, test, turnTo } from './people';

const WIDEST = { width: 1280, height: 800 };
/** From the widest desk to the smallest window, and a window of 1280 by 800 at 150 %. */
const SIZES = [WIDEST, { width: 1024, height: 700 }, { width: 900, height: 700 }, { width: 853, height: 533 }];

/** What is wrong with how a page stands in its window: it is wider or longer than that, something in it is, or a button says less than it should. */
async function misfits(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const found: string[] = [];
    const { scrollWidth, scrollHeight } = document.documentElement;
    if (scrollWidth > window.innerWidth) found.push(`the page is ${scrollWidth} wide`);
    if (document.querySelector('main.file') && scrollHeight > window.innerHeight) found.push(`the page is ${scrollHeight} long`);
    const named = (element: Element): string =>
      `${element.tagName.toLowerCase()}.${[...element.classList].join('.')} “${element.textContent.trim().slice(0, 40)}”`;
    for (const part of document.querySelectorAll('section.center, nav.chapters, aside.path'))
      if (part.scrollWidth > part.clientWidth + 1) found.push(`${named(part)} is ${part.scrollWidth} in ${part.clientWidth}`);
    for (const button of document.querySelectorAll<HTMLElement>('button, a.v-btn')) {
      const shown = button.getClientRects().length > 0 && getComputedStyle(button).visibility === 'visible';
      if (shown && button.scrollWidth > button.clientWidth + 1) found.push(`${named(button)} is cut`);
    }
    return [...new Set(found)];
  });
}

test('every chapter stands in its window, from the widest desk to the smallest', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Solvane');
  /** What is open, in every window: it is opened in the widest, and follows. */
  async function inEverySize(name: string, there: Locator): Promise<void> {
    await expect(there).toBeVisible();
    for (const size of SIZES) {
      await page.setViewportSize(size);
      // Drawn twice, so that what measures itself has answered to its new place; what answers later is waited for.
      await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
      await expect(there).toBeVisible();
      await expect.poll(() => misfits(page), { message: `${name} at ${size.width}` }).toEqual([]);
    }
    await page.setViewportSize(WIDEST);
  }
  for (const chapter of CHAPTERS) {
    await turnTo(page, chapter);
    // The head of the file, and the chapter under it.
    await inEverySize(chapter, page.locator('section.center > :nth-child(2) *').first());
  }
  // A grid with more columns than any other.
  await openDemoFile(page, 'Sandling', 'lines');
  await inEverySize('lines', page.getByRole('row', { name: /Pot hauler/ }));
  await openDemoFile(page, 'Barrowby');
  for (const [chapter, there] of [
    ['unit', 'Let beside it'],
    ['movingIn', 'Days to keep'],
  ] as const) {
    await turnTo(page, chapter);
    await inEverySize(chapter, page.getByRole('heading', { name: there }));
  }
  await openDemoFile(page, 'Kittiwake Ice', 'equipment');
  await inEverySize('equipment', page.getByRole('heading', { name: 'Delivery', exact: true }));
  for (const place of ['/today', '/files', '/units', '/rounds', '/open', '/people', '/outbox', '/certificates']) {
    await page.goto(place);
    await page.waitForLoadState('networkidle');
    await inEverySize(place, page.getByRole('heading', { level: 1 }));
  }
});

test('the wheel turns the chapter, and never the file out of the window', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Solvane');
  for (const chapter of ['request', 'people', 'income'] as const) {
    await turnTo(page, chapter);
    await expect(page.locator('section.center h2').first()).toBeVisible();
    await page.mouse.move(600, 400);
    for (let turn = 0; turn < 12; turn += 1) await page.mouse.wheel(0, 400);
    await expect.poll(() => page.locator('section.center').evaluate((part) => part.scrollTop + part.clientHeight >= part.scrollHeight - 1)).toBe(true);
    expect(await page.evaluate(() => [window.scrollY, document.scrollingElement?.scrollTop])).toEqual([0, 0]);
    await expect(page.getByRole('navigation', { name: 'Places' })).toBeInViewport();
    await expect(page.getByRole('region', { name: 'Figures' })).toBeInViewport();
  }
});

test('where the window is narrow the Path folds by itself, and lies over the chapter while it is open', async ({ page }) => {
  await signIn(page, 'wren');
  await openDemoFile(page, 'Solvane');
  const path = page.getByRole('complementary', { name: 'Path' });
  await expect(path).toBeVisible();
  await page.setViewportSize({ width: 900, height: 700 });
  await expect(path).toBeHidden();
  await page.getByRole('button', { name: 'Open the Path' }).click();
  await expect(path).toBeVisible();
  await expect.poll(() => misfits(page)).toEqual([]);
  await path.getByRole('button', { name: 'Fold' }).click();
  await expect(path).toBeHidden();
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(path).toBeVisible();
});
