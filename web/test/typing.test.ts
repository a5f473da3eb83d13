import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick, type Component } from 'vue';
import type { FileAnswer, FileView } from '@cavren/contract';
import { sampleFile } from '../../core/test/sample';
import { openEditing, type Editing } from '../src/file/editing';
import { Page } from './page';

const TODAY = '2026-03-02';
/** The file as the server gives it, its product and place apart. */
function given(): { view: FileView; inForce: object } {
  const { product, pack, ...file } = sampleFile();
  const view = { file, productId: 'sample-1', version: 1, today: TODAY, owner: null, recent: [], ending: null };
  return { view: view as unknown as FileView, inForce: { id: 'sample-1', product, pack } };
}

describe('a field that is typed in', () => {
  let page: Page;
  let editing: Editing;
  /** What is drawn when the screen has time. */
  let waiting: (() => void)[];
  beforeEach(async () => {
    waiting = [];
    vi.stubGlobal('requestIdleCallback', (then: () => void) => waiting.push(then));
    vi.stubGlobal('cancelIdleCallback', (asked: number) => void (waiting[asked - 1] = () => undefined));
    const holder: Component = {
      setup() {
        editing = openEditing('SAMPLE');
        return () => null;
      },
    };
    const { view, inForce } = given();
    const answer: FileAnswer = { version: 2, from: 1, today: TODAY, owner: null, changed: {}, entries: [] } as unknown as FileAnswer;
    page = await Page.open(holder, 'intake', {
      'GET /api/files/SAMPLE': view,
      'GET /api/products/sample-1': inForce,
      'GET /api/files/SAMPLE/stated-by': { stated: {} },
      'PATCH /api/files/SAMPLE/details': answer,
    });
    await vi.waitFor(() => expect(editing.path.value).not.toBeNull(), { timeout: 60_000 });
  });
  afterEach(() => page.close());

  const income = (): number | undefined => editing.figures.value?.figures.monthlyIncome;
  const amount = (): unknown => editing.file.value?.incomes.find(({ id }) => id === 'income-a')?.amount;
  const type = (value: number): void => editing.type('income', 'income-a', 'amount', value);

  it('has its figures at once, and the rest when the screen has time', async () => {
    const [figures, stated, drawn] = [income(), amount(), editing.path.value];
    type(123_400);
    await nextTick();
    expect(income()).not.toBe(figures);
    expect([amount(), editing.path.value]).toEqual([stated, drawn]);
    type(123_500);
    await nextTick();
    expect(waiting).toHaveLength(1);
    waiting[0]?.();
    expect(amount()).toBe(123_500);
    expect(editing.path.value?.figures.monthlyIncome).toBe(income());
  });
  it('is drawn with all that follows as soon as it is left, and not once more', async () => {
    type(123_400);
    await nextTick();
    editing.leave('income', 'income-a', 'amount', 123_600);
    await nextTick();
    expect(amount()).toBe(123_600);
    const drawn = editing.path.value;
    expect(drawn?.figures.monthlyIncome).toBe(income());
    waiting.forEach((then) => then());
    expect([amount(), editing.path.value]).toEqual([123_600, drawn]);
  });
});
