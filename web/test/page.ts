import { actsOf, type StaffRole } from '@cavren/core';
import type { Me } from '@cavren/contract';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { createPinia } from 'pinia';
import { vi } from 'vitest';
import { createApp, type Component } from 'vue';
import { createMemoryHistory, createRouter } from 'vue-router';
import { queryClientConfig } from '../src/api/index';
import { makeVuetify } from '../src/look/vuetify';
import { useDesk } from '../src/session/index';

/** What a page comes to, as soon as it does; the time ends what hangs, and judges nothing. */
const once = <Found>(look: () => Found): Promise<Found> => vi.waitFor(look, { timeout: 60_000 });

/** What the server says, by method and address: the same always, or by what it is sent. */
type Answers = Readonly<Record<string, object | ((body: unknown) => Response)>>;

/** A page of the desk, opened by somebody; the server is what answers what it is asked for. */
export class Page {
  /** What was sent, by method and address. */
  readonly sent: { call: string; body: unknown }[] = [];
  /** What was asked for, with its query. */
  readonly asked: string[] = [];
  private constructor(
    readonly root: HTMLElement,
    readonly close: () => void,
  ) {}

  /** @param answers by method and address without its query; a page that asks for anything else is refused. */
  static async open(component: Component, role: StaffRole, answers: Answers): Promise<Page> {
    const root = document.createElement('div');
    document.body.append(root);
    const me: Me = { id: 'staff-one', name: 'Somebody', role, authority: {}, acts: actsOf(role), csrfToken: 'token' };
    const app = createApp(component);
    const page = new Page(root, () => {
      app.unmount();
      root.remove();
      vi.unstubAllGlobals();
    });
    vi.stubGlobal('fetch', (url: string, { method, body }: { method: string; body?: string }) => {
      const call = `${method} ${url.split('?')[0] ?? ''}`;
      const said = JSON.parse(body ?? '{}') as unknown;
      if (method === 'GET') page.asked.push(url);
      else page.sent.push({ call, body: said });
      const answer = ({ 'GET /api/session': me, ...answers } as Answers)[call];
      if (typeof answer === 'function') return Promise.resolve((answer as (body: unknown) => Response)(said));
      return Promise.resolve(Response.json(answer ?? { title: `Nothing answers ${call}`, code: 'not-found' }, { status: answer ? 200 : 404 }));
    });
    const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:rest(.*)*', component: { render: () => null } }] });
    app.use(createPinia()).use(makeVuetify('desk')).use(VueQueryPlugin, { queryClientConfig }).use(router);
    await app.runWithContext(() => useDesk()).recall();
    app.mount(root);
    return page;
  }
  /** The first that a selector finds with these words in it, once it is there. */
  async find<Found extends HTMLElement>(selector: string, words = ''): Promise<Found> {
    return once(() => {
      const found = [...this.root.querySelectorAll<Found>(selector)].find((one) => one.textContent.includes(words));
      if (!found) throw new Error(`There is no ${selector} with “${words}” in: ${this.root.textContent}`);
      return found;
    });
  }
  async press(words: string): Promise<void> {
    (await this.find<HTMLButtonElement>('button', words)).click();
  }
  private async control(label: string): Promise<HTMLInputElement> {
    return document.getElementById((await this.find<HTMLLabelElement>('label', label)).htmlFor) as HTMLInputElement;
  }
  async tick(label: string): Promise<void> {
    (await this.control(label)).click();
  }
  async type(label: string, text: string): Promise<void> {
    const input = await this.control(label);
    input.value = text;
    input.dispatchEvent(new Event('input', { bubbles: true }));
  }
  /** What was sent in a call, once it was. */
  async sentBy(call: string): Promise<unknown> {
    return once(() => {
      const found = this.sent.find((one) => one.call === call);
      if (!found) throw new Error(`Nothing was sent by ${call}`);
      return found.body;
    });
  }
  /** The address with a text in it that was asked for, once it was. */
  async askedFor(text: string): Promise<string> {
    return once(() => {
      const found = this.asked.find((one) => one.includes(text));
      if (!found) throw new Error(`Nobody asked for ${text}, but for ${this.asked.join(', ')}`);
      return found;
    });
  }
}
