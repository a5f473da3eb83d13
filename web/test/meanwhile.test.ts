import { applyChanges, subjectOf, type DetailChange, type FileState } from '@cavren/core';
import type { Problem } from '@cavren/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, ref, type Component } from 'vue';
import { sampleFile } from '../../core/test/sample';
import { ReasonDialog } from '../src/acts/index';
import { openEditing, type Editing } from '../src/file/editing';
import { Page } from './page';

const TODAY = '2026-03-02';
const AT = '2026-03-02T09:00:00.000Z';

/** One file as a server keeps it: what was seen must be the newest, or what changed since is told. */
class Kept {
  file: FileState = sampleFile();
  version = 1;
  /** Who changed what to which version. */
  private readonly past: { version: number; subject: string; after: string | null; actor: string; byProgram: boolean }[] = [];
  /** What the next write fails with, before it is looked at. */
  failing: Response | null = null;
  readonly acts: unknown[] = [];

  view(): Response {
    const { product: _product, pack: _pack, ...file } = this.file;
    return Response.json({ file, productId: 'sample-1', version: this.version, today: TODAY, owner: null, recent: [], ending: null });
  }
  /** Somebody else, or the program, changes something. */
  meanwhile(actor: string, change: Extract<DetailChange, { op: 'set' }> | string): void {
    this.version += 1;
    const [subject, after] = typeof change === 'string' ? [change, null] : [subjectOf(change), String(change.value)];
    if (typeof change !== 'string') this.file = applyChanges(this.file, [change], AT);
    this.past.push({ version: this.version, subject, after, actor, byProgram: actor === 'Cavren' });
  }
  private refusal(seen: number): Response | null {
    const failing = this.failing;
    this.failing = null;
    if (failing) return failing;
    if (seen === this.version) return null;
    const meanwhile = this.past.filter(({ version }) => version > seen).map(({ version: _version, ...entry }) => ({ ...entry, at: AT }));
    return refusing({ title: 'The file was changed meanwhile.', status: 409, code: 'stale', version: this.version, meanwhile });
  }
  private answer(from: number): Response {
    const parts = { request: this.file.request, incomes: this.file.incomes };
    return Response.json({
      version: this.version,
      from,
      today: TODAY,
      owner: null,
      changed: { rows: {}, parts },
      entries: [],
    });
  }
  write(body: unknown): Response {
    const { version, changes } = body as { version: number; changes: DetailChange[] };
    const refused = this.refusal(version);
    if (refused) return refused;
    this.file = applyChanges(this.file, changes, AT);
    this.version += 1;
    return this.answer(version);
  }
  act(body: unknown): Response {
    const { version, ...wish } = body as { version: number };
    const refused = this.refusal(version);
    if (refused) return refused;
    this.acts.push(wish);
    this.version += 1;
    return this.answer(version);
  }
}
const refusing = (problem: Omit<Problem, 'type'>): Response => Response.json({ type: 'about:blank', ...problem }, { status: problem.status });
const price = (value: number): Extract<DetailChange, { op: 'set' }> => ({ op: 'set', entity: 'request', id: null, field: 'price', value });
const term = (value: number): Extract<DetailChange, { op: 'set' }> => ({ op: 'set', entity: 'request', id: null, field: 'termMonths', value });
const soon = <Found>(look: () => Found): Promise<Found> => vi.waitFor(look, { timeout: 60_000 });

describe('a file that changes while somebody works in it', () => {
  let kept: Kept;
  let page: Page;
  let editing: Editing;
  const asking = ref(false);
  beforeEach(async () => {
    kept = new Kept();
    asking.value = false;
    sessionStorage.clear();
    // A dialog is put in its place by what is seen of the window, which only a browser has.
    vi.stubGlobal('visualViewport', new EventTarget());
    const { product, pack } = kept.file;
    const holder: Component = {
      setup() {
        editing = openEditing('SAMPLE');
        const run = (reason: string): Promise<true> => editing.act('/withdraw', { reason });
        return () =>
          h(ReasonDialog, {
            modelValue: asking.value,
            'onUpdate:modelValue': (open: boolean) => (asking.value = open),
            title: 'Withdraw',
            text: 'It ends.',
            label: 'Why',
            confirm: 'Withdraw it',
            run,
          });
      },
    };
    page = await Page.open(holder, 'intake', {
      'GET /api/files/SAMPLE': () => kept.view(),
      'GET /api/products/sample-1': { id: 'sample-1', product, pack },
      'GET /api/files/SAMPLE/stated-by': { stated: {} },
      'PATCH /api/files/SAMPLE/details': (body) => kept.write(body),
      'POST /api/files/SAMPLE/withdraw': (body) => kept.act(body),
      'POST /api/files/SAMPLE/move': (body) => kept.act(body),
    });
    await soon(() => expect(editing.path.value).not.toBeNull());
  });
  afterEach(() => page.close());
  const key = (change: Extract<DetailChange, { op: 'set' }>, value = change.value): void => {
    editing.type(change.entity, change.id, change.field, value);
    editing.leave(change.entity, change.id, change.field, value);
  };
  const saved = (): Promise<void> => soon(() => expect(editing.saving.value).toBe('saved'));

  it('by the program alone, an answer or a message that went, is acted on as it was seen', async () => {
    kept.meanwhile('Cavren', 'check/one');
    kept.meanwhile('Cavren', 'notice/two');
    await editing.act('/move');
    expect(kept.acts).toEqual([{}]);
    expect(page.sent.map(({ body }) => (body as { version: number }).version)).toEqual([1, 3]);
    expect(editing.news.value).toBe('');
  });
  it('by somebody is not acted on unseen: it says who, shows what is new, and waits to be told again', async () => {
    kept.meanwhile('Cavren', 'check/one');
    kept.meanwhile('Tamsin Orrick', price(4_100_000));
    const said = 'Cavren, Tamsin Orrick changed the file meanwhile. Look at it again, then repeat.';
    await expect(editing.act('/move')).rejects.toThrow(said);
    expect(editing.news.value).toBe(said);
    expect(kept.acts).toEqual([]);
    expect(editing.file.value?.request.price).toBe(4_100_000);
    await editing.act('/move');
    expect(kept.acts).toEqual([{}]);
  });
  it('never stops being changed by the program: that ends after three tries, and says so', async () => {
    const view = kept.view.bind(kept);
    vi.spyOn(kept, 'view').mockImplementation(() => {
      const seen = view();
      kept.meanwhile('Cavren', 'check/again');
      return seen;
    });
    kept.meanwhile('Cavren', 'check/one');
    await expect(editing.act('/move')).rejects.toThrow('Cavren changed the file meanwhile');
    expect(page.sent).toHaveLength(3);
  });
  it('leaves a reason that was typed in its dialog, which says what is wrong and stays until it is done', async () => {
    asking.value = true;
    const box = await soon(() => {
      const found = document.querySelector<HTMLTextAreaElement>('[role="dialog"] textarea, .v-dialog textarea');
      if (!found) throw new Error('The dialog is not there yet');
      return found;
    });
    box.value = 'They buy another boat';
    box.dispatchEvent(new Event('input', { bubbles: true }));
    kept.meanwhile('Tamsin Orrick', price(4_100_000));
    const confirm = () => box.form?.dispatchEvent(new Event('submit', { cancelable: true }));
    await soon(() => expect([...document.querySelectorAll('button')].find(({ textContent }) => textContent.includes('Withdraw it'))?.disabled).toBe(false));
    confirm();
    await soon(() => expect(document.body.textContent).toContain('Tamsin Orrick changed the file meanwhile.'));
    expect([asking.value, box.value, kept.acts]).toEqual([true, 'They buy another boat', []]);
    confirm();
    await soon(() => expect(asking.value).toBe(false));
    expect(kept.acts).toEqual([{ reason: 'They buy another boat' }]);
  });
  it('elsewhere takes what is typed on top of it, and says whose change that is', async () => {
    kept.meanwhile('Tamsin Orrick', price(4_100_000));
    key(term(72));
    await saved();
    expect(kept.file.request).toMatchObject({ price: 4_100_000, termMonths: 72 });
    expect(editing.file.value?.request).toMatchObject({ price: 4_100_000, termMonths: 72 });
    expect(editing.news.value).toBe('Tamsin Orrick changed this file meanwhile; your entries were put on top.');
  });
  it('in the field that is typed in: both are shown, and one is chosen', async () => {
    editing.type('request', null, 'price', 4_200_000);
    kept.meanwhile('Tamsin Orrick', price(4_100_000));
    // What comes in while one types doesn't change what was seen when one began.
    await editing.load();
    editing.leave('request', null, 'price', 4_200_000);
    await soon(() => expect(editing.conflict.value).toMatchObject({ theirs: '4100000', actor: 'Tamsin Orrick' }));
    key(term(72));
    expect(kept.file.request.price).toBe(4_100_000);
    editing.settleConflict(true);
    await saved();
    expect(kept.file.request).toMatchObject({ price: 4_200_000, termMonths: 72 });
  });
  it('and what the other wrote may stand: only that field is dropped', async () => {
    editing.type('request', null, 'price', 4_200_000);
    kept.meanwhile('Tamsin Orrick', price(4_100_000));
    editing.leave('request', null, 'price', 4_200_000);
    key(term(72));
    await soon(() => expect(editing.conflict.value).not.toBeNull());
    editing.settleConflict(false);
    await saved();
    expect(kept.file.request).toMatchObject({ price: 4_100_000, termMonths: 72 });
    expect(editing.file.value?.request.price).toBe(4_100_000);
  });
  it('says at its field what the server refuses, keeps it there, and sends the rest', async () => {
    kept.failing = refusing({
      title: 'At most 120 months',
      status: 422,
      code: 'invalid',
      errors: [{ path: 'request/termMonths', message: 'At most 120 months' }],
    });
    key(term(900));
    key(price(3_900_000));
    await saved();
    expect(editing.problems.get('request/termMonths')).toBe('At most 120 months');
    expect(kept.file.request.price).toBe(3_900_000);
    expect(kept.file.request.termMonths).not.toBe(900);
  });
  it('loses nothing where the server fails or is away: it is sent again by itself', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    try {
      kept.failing = refusing({ title: 'Something broke here.', status: 500, code: 'unexpected' });
      key(term(72));
      await vi.waitUntil(() => editing.saving.value === 'offline', { timeout: 60_000 });
      expect(editing.file.value?.request.termMonths).toBe(72);
      expect(kept.file.request.termMonths).not.toBe(72);
      await vi.advanceTimersByTimeAsync(3000);
    } finally {
      vi.useRealTimers();
    }
    await saved();
    expect(kept.file.request.termMonths).toBe(72);
  });
});
