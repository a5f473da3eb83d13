import { expect, test as base, type Browser, type BrowserContext, type Locator, type Page } from '@playwright/test';

/** Tests with the address of the Cavren that was started for them. */
export const test = base.extend({
  baseURL: async ({ browserName }, use) => {
    expect(browserName).toBe('chromium');
    await use(process.env['CAVREN_E2E_URL']);
  },
});
export { expect };

/** Signs somebody of the demo in by the form, as they would. */
export async function signIn(page: Page, username: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('Sign-in name').fill(username);
  await page.getByLabel('Password').fill('quillhaven');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
}

/** A desk of its own for another person. */
export async function deskOf(browser: Browser, username: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: process.env['CAVREN_E2E_URL'] ?? '', viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await signIn(page, username);
  return page;
}

export function phoneContext(browser: Browser): Promise<BrowserContext> {
  return browser.newContext({ baseURL: process.env['CAVREN_E2E_URL'] ?? '', viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
}

/** A field of the open chapter, by its label. */
export const field = (page: Page, label: string | RegExp): Locator => page.locator('section.center').getByLabel(label).first();

/** Types into a field and leaves it, as somebody who keys. */
export async function key(page: Page, label: string | RegExp, text: string): Promise<void> {
  await field(page, label).fill(text);
  await field(page, label).press('Tab');
}

export const chapter = (page: Page, name: string): Promise<void> =>
  page
    .getByRole('navigation', { name: 'Chapters' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click();
export const saved = (page: Page): Promise<void> => expect(page.getByText('All saved')).toBeVisible();

/** The file of somebody in the demo, by name. */
export async function openDemoFile(page: Page, name: string): Promise<string> {
  await page.goto(`/files?text=${encodeURIComponent(name)}`);
  await page
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click();
  await expect(page.getByRole('heading', { level: 1, name: new RegExp(name) })).toBeVisible();
  return /\/files\/([^/]+)\//.exec(page.url())?.[1] ?? '';
}
