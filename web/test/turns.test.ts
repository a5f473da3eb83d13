import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { createApp, h } from 'vue';
import InTurn from '../src/door/InTurn.vue';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('what comes in turn is drawn one after the other, with a breath in between, below what is there at once', async () => {
  const root = document.createElement('div');
  const app = createApp({ render: () => ['first', ...['second', 'third', 'fourth'].map((word) => h(InTurn, null, () => `, ${word}`))] });
  app.mount(root);
  const seen = [root.textContent];
  for (let turn = 0; turn < 3; turn += 1) {
    await vi.advanceTimersToNextTimerAsync();
    seen.push(root.textContent);
  }
  expect(seen).toEqual(['first', 'first, second', 'first, second, third', 'first, second, third, fourth']);
  app.unmount();
});
