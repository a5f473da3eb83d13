import type { FilePage } from '@cavren/contract';
import { CHAPTER_LABEL, type Chapter } from '@cavren/core';
import { expect, test as base, type Browser, type BrowserContext, type Locator, type Page } from '@playwright/test';

/** What broke in the pages of the test that runs: a chapter that could not be drawn is no less broken for a test that looks elsewhere. */
const broken: string[] = [];
/** Who came into the test that runs. They leave with it: a desk that stays open hears of every later change, and draws it. */
const opened = new Set<BrowserContext>();

/** A context whose pages tell what broke in them; an answer that refuses is none of that. */
export function watched(context: BrowserContext): BrowserContext {
  opened.add(context);
  context.on('weberror', (error) => broken.push(error.error().message));
  context.on('console', (message) => {
    if (message.type() === 'error' && !message.text().startsWith('Failed to load resource')) broken.push(message.text());
  });
  return context;
}

/** Tests with the address of the Cavren that was started for them. */
export const test = base.extend<{ unbroken: undefined }>({
  baseURL: async ({ browserName }, use) => {
    expect(browserName).toBe('chromium');
    await use(process.env['CAVREN_E2E_URL']);
  },
  context: async ({ context }, use) => {
    await use(watched(context));
  },
  unbroken: [
    async ({ baseURL }, use) => {
      expect(baseURL, 'what is tested is here').toMatch(/^http:\/\/127\.0\.0\.1:/);
      broken.length = 0;
      await use(undefined);
      const found = [...broken];
      for (const context of opened) await context.close();
      opened.clear();
      expect(found, 'errors in the pages').toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** The chapters of a file of lending, in their order. */
export const CHAPTERS = [
  'request',
  'people',
  'home',
  'income',
  'commitments',
  'worth',
  'declarations',
  'checks',
  'conditions',
  'signing',
  'decision',
  'history',
] as const satisfies readonly Chapter[];

/** Somebody of the demo, signed in; the form itself has a test of its own. What they look at first is for the test to open: a page costs a second to load. */
export async function signIn(page: Page, username: string): Promise<void> {
  // Tests come in as one person more often than a person may within a minute.
  await expect
    .poll(async () => (await page.request.post('/api/session', { data: { username, password: 'quillhaven' } })).status(), {
      message: `${username} signs in`,
      intervals: [5000],
      timeout: 120_000,
    })
    .toBe(200);
}

/** A desk of its own for another person. */
export async function deskOf(browser: Browser, username: string): Promise<Page> {
  const context = watched(await browser.newContext({ baseURL: process.env['CAVREN_E2E_URL'] ?? '', viewport: { width: 1280, height: 800 } }));
  const page = await context.newPage();
  await signIn(page, username);
  return page;
}

export async function phoneContext(browser: Browser): Promise<BrowserContext> {
  const baseURL = process.env['CAVREN_E2E_URL'] ?? '';
  return watched(await browser.newContext({ baseURL, viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true }));
}

/** A page is no wider than its window, once it has drawn what it shows. */
export const expectToFit = (page: Page, what = ''): Promise<void> =>
  expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth), { message: `${what} stands in its window` })
    .toBeLessThanOrEqual(0);

/** A field of the open chapter, by its label. */
export const field = (page: Page, label: string | RegExp): Locator => page.locator('section.center').getByLabel(label).first();

/** Chooses in a list of choices, by the words of one. */
export async function choose(control: Locator, words: string): Promise<void> {
  // The list has the label of its control for as long as it is there.
  const input = control.and(control.page().locator('input'));
  await input.press('ArrowDown');
  const option = control.page().getByRole('option', { name: words, exact: true });
  await option.click();
  await expect(input).toHaveValue(words);
  // The next list may have the same words.
  await expect(option).toHaveCount(0);
}

/** Leaves a dialog by the keyboard: it hears of Escape once it stands on top of all others, a moment after it is seen. */
export const escape = (dialog: Locator): Promise<void> =>
  expect(async () => {
    if (await dialog.isVisible()) await dialog.page().keyboard.press('Escape');
    await expect(dialog).toHaveCount(0, { timeout: 2000 });
  }).toPass();

/** Opens a row that reads as a line, by what it says, or the first of a place. */
export const workIn = (place: Locator | Page, line: string | RegExp = /^Work in/): Promise<void> =>
  place
    .getByRole('button', { name: typeof line === 'string' ? new RegExp(`^Work in .*${line}`) : line })
    .first()
    .click();

/** Types into a field and leaves it, as somebody who keys. */
export async function key(page: Page, label: string | RegExp, text: string): Promise<void> {
  await field(page, label).fill(text);
  await field(page, label).press('Tab');
}

/** Opens a chapter of the open file, and waits until it is there. */
export async function chapter(page: Page, label: string): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Chapters' }).getByRole('link', { name: new RegExp(`^${label}`) });
  await link.click();
  await expect(link).toHaveAttribute('aria-current', 'page');
}
/** The same by the name that its address has. */
export const turnTo = (page: Page, name: Chapter): Promise<void> => chapter(page, CHAPTER_LABEL[name]);
export const saved = (page: Page): Promise<void> => expect(page.getByText('All saved')).toBeVisible();

/** The file of somebody in the demo, by name: opened where its next entry is, or at a chapter. */
export async function openDemoFile(page: Page, name: string, chapter = ''): Promise<string> {
  const found = (await (await page.request.get(`/api/files?page=1&size=5&sort=due&text=${encodeURIComponent(name)}`)).json()) as FilePage;
  const reference = found.items[0]?.reference ?? '';
  expect(reference, `a file of ${name}`).not.toBe('');
  await page.goto(`/files/${reference}/${chapter}`);
  await expect(page.getByRole('heading', { level: 1, name: new RegExp(name) })).toBeVisible();
  await page.waitForURL(/\/files\/[^/]+\/[a-z]+/);
  return reference;
}

interface Message {
  to: string;
  body: string;
}
/** What was delivered to one phone or mailbox, or to all; tests that run beside this one get messages too. */
async function messages(to = ''): Promise<Message[]> {
  const all = (await (await fetch(`${process.env['CAVREN_E2E_POST'] ?? ''}/messages`)).json()) as Message[];
  return all.filter((message) => message.to.endsWith(to));
}

/** The newest delivered message that says something: read where it arrives, since the desk never shows links and codes. @param after how many there were before. */
export async function delivered(part: RegExp, to = '', after = 0): Promise<string> {
  let found = '';
  await expect.poll(async () => (found = (await messages(to)).slice(after).findLast(({ body }) => part.test(body))?.body ?? '')).not.toBe('');
  return found;
}

/** Asks for a code on a phone, and reads it from the text. @param phone the last digits of its number. */
export async function codeBy(phone: string, ask: () => Promise<void>): Promise<string> {
  const before = (await messages(phone)).length;
  await ask();
  return /(\d{6}) is your code/.exec(await delivered(/is your code/, phone, before))?.[1] ?? '';
}
