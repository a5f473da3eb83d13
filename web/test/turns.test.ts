import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { createApp, h, nextTick } from 'vue';
import InTurn from '../src/door/InTurn.vue';
import { myTurn } from '../src/door/turns';

/** What goes on once the phone had its breath. */
let breaths: (() => void)[];
beforeEach(() => {
  breaths = [];
  vi.stubGlobal('setTimeout', (go: () => void, later = 0) => (later > 0 ? 0 : breaths.push(go)));
});
afterEach(() => void vi.unstubAllGlobals());
/** As long as anything takes that waits for no breath. */
async function settled(): Promise<void> {
  for (let step = 0; step < 20; step += 1) await nextTick();
}

it('who waits for a turn has it after a breath, one after the other', async () => {
  const had: number[] = [];
  for (const one of [1, 2, 3]) void myTurn().then(() => had.push(one));
  for (const expected of [[], [1], [1, 2], [1, 2, 3]]) {
    await settled();
    expect(had).toEqual(expected);
    breaths.shift()?.();
  }
});

it('what comes in turn is drawn below what is there at once', async () => {
  const root = document.createElement('div');
  const app = createApp({ render: () => ['first', ...['second', 'third'].map((word) => h(InTurn, null, { default: () => `, ${word}` }))] });
  app.mount(root);
  for (const expected of ['first', 'first, second', 'first, second, third']) {
    await settled();
    expect(root.textContent).toBe(expected);
    breaths.shift()?.();
  }
  app.unmount();
});
