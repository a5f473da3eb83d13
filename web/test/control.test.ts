import { afterEach, describe, expect, it } from 'vitest';
import { controlOf, controlsIn, focusOn, inOpenList } from '../src/look/control';

/** A part of a page with controls as the kit draws them. */
function page(html: string): HTMLElement {
  document.body.innerHTML = html;
  return document.body;
}
const control = (id: string, more = '', inside = `<input id="${id}">`): string =>
  `<div class="v-input field-input" ${more}><div class="v-field">${inside}</div></div>`;
const at = (id: string): HTMLElement => {
  const found = document.getElementById(id);
  if (!found) throw new Error(`There is no ${id}`);
  return found;
};
afterEach(() => (document.body.innerHTML = ''));

describe('the kit’s controls on a page', () => {
  it('are found in their order, without those that can’t be worked in, and with or without those that stand aside', () => {
    page(control('a') + control('b', 'data-aside="yes"') + control('c').replace('v-input ', 'v-input v-input--disabled ') + control('d'));
    const ids = (aside?: boolean) => controlsIn(document.body, aside).map((one) => one.querySelector('input')?.id);
    expect([ids(), ids(false), controlsIn(null)]).toEqual([['a', 'b', 'd'], ['a', 'd'], []]);
  });
  it('are known from whatever is inside them, and nothing else is one', () => {
    page(`${control('a')}<button id="alone"></button>`);
    expect(controlOf(at('a'))).toBe(document.querySelector('.field-input'));
    expect([controlOf(at('alone')), controlOf(null), controlOf(document)]).toEqual([null, null, null]);
  });
  it('get the focus where one types, past what is hidden in them', () => {
    page(control('b', 'data-anchor="x"', '<input type="hidden" id="h"><input id="b">') + control('t', 'data-anchor="t"', '<textarea id="t"></textarea>'));
    focusOn(document.querySelector<HTMLElement>('[data-anchor="x"]'));
    expect(document.activeElement).toBe(at('b'));
    focusOn(document.querySelector<HTMLElement>('[data-anchor="t"]'));
    expect(document.activeElement).toBe(at('t'));
  });
  it('leave a place that takes the focus itself as it is', () => {
    page('<p id="p" tabindex="-1"><button id="b"></button></p><button id="own"></button>');
    focusOn(at('p'));
    expect(document.activeElement).toBe(at('p'));
    focusOn(at('own'));
    expect(document.activeElement).toBe(at('own'));
    focusOn(null);
    expect(document.activeElement).toBe(at('own'));
  });
  it('keep a key to themselves while their list is open', () => {
    page(control('open', '', '<div aria-expanded="true"><input id="open"></div>') + control('shut', '', '<div aria-expanded="false"><input id="shut"></div>'));
    const keyAt = (id: string): boolean => {
      let heard = false;
      at(id).addEventListener('keydown', (event) => (heard = inOpenList(event)));
      at(id).dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
      return heard;
    };
    expect([keyAt('open'), keyAt('shut')]).toEqual([true, false]);
  });
});
