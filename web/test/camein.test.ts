import type { DoorInside } from '@cavren/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import DoorApp from '../src/door/DoorApp.vue';
import { Page } from './page';

const KEY = 'cavren-door-in';
const open = (inside: DoorInside): Promise<Page> => Page.open(DoorApp, 'intake', { 'GET /api/door/inside': inside });
const FORM = 'Come in with the reference';

let page: Page;
beforeEach(() => localStorage.clear());
afterEach(() => page.close());

describe('the front door', () => {
  it('asks nobody who is inside where nobody came in on this phone: the form comes without', async () => {
    page = await open({ view: null, asked: null });
    await page.find('p', FORM);
    expect(page.asked.filter((url) => url.startsWith('/api/door'))).toEqual([]);
  });
  it('asks once where somebody did, and no more once they are out', async () => {
    localStorage.setItem(KEY, 'yes');
    page = await open({ view: null, asked: null });
    expect(page.root.textContent).not.toContain(FORM);
    await page.find('p', FORM);
    expect(page.asked.filter((url) => url.startsWith('/api/door'))).toEqual(['/api/door/inside']);
    expect(localStorage.getItem(KEY)).toBeNull();
  });
  it('asks where a phone keeps nothing', async () => {
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => {
        if (key === KEY) throw new Error('kept nowhere');
        return null;
      },
    });
    page = await open({ view: null, asked: null });
    expect(await page.askedFor('/api/door/inside')).toBe('/api/door/inside');
  });
});
