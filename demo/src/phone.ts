import type { DoorView } from '@cavren/contract';
import type { FilePerson, LettingSaid } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { Browser } from './desk';

let phones = 0;

/** What was delivered to somebody last that has this in it. Links and codes are read there: nobody at the desk sees them. */
async function inMessage(cavren: Cavren, recipient: string, wanted: RegExp): Promise<string> {
  await cavren.jobs.runDue();
  const answer = await fetch(`${cavren.config.outside.post}/messages`);
  const messages = (await answer.json()) as { to: string; body: string }[];
  const found = messages
    .toReversed()
    .filter(({ to }) => to === recipient)
    .map(({ body }) => wanted.exec(body)?.[1]);
  return found.find((text) => text !== undefined) ?? '';
}

/** Somebody's phone at the front door, come back with a reference and a code by text. */
export class DemoPhone {
  private readonly browser: Browser;
  constructor(private readonly cavren: Cavren) {
    phones += 1;
    this.browser = new Browser(cavren.app, `10.1.${Math.floor(phones / 250)}.${1 + (phones % 250)}`);
  }
  async comeIn(reference: string, phone: string): Promise<this> {
    await this.browser.post('/api/door/return', { reference, phone });
    const { file } = await this.cavren.services.files.state({ reference });
    const code = await inMessage(this.cavren, file.people[0]?.phone ?? '', /^(\d{6}) is your code/);
    await this.browser.post('/api/door/return/enter', { reference, phone, code });
    return this;
  }
  post = <T>(url: string, body: object): Promise<T> => this.browser.post<T>(url, body);
}

/** A phone on which somebody came in by the link of a message and the code of a text. */
async function phoneOf(cavren: Cavren, person: FilePerson, where: '/api/door/enter' | '/api/door/references/enter'): Promise<Browser> {
  phones += 1;
  const phone = new Browser(cavren.app, `10.1.${Math.floor(phones / 250)}.${1 + (phones % 250)}`);
  const token = await inMessage(cavren, person.email ?? person.phone ?? '', /\/door\/([A-Za-z0-9_-]+)/);
  await phone.post('/api/door/code', { token });
  await phone.post(where, { token, code: await inMessage(cavren, person.phone ?? '', /^(\d{6}) is your code/) });
  return phone;
}

/** On the phone of whoever let a home: what they say of it. */
export async function answerAbout(cavren: Cavren, referee: FilePerson, id: string, said: LettingSaid): Promise<void> {
  const phone = await phoneOf(cavren, referee, '/api/door/references/enter');
  await phone.post('/api/door/references', { id, said });
}

/** On somebody's phone: the link of the message, the code of the text, and through what they sign. */
export async function signAs(cavren: Cavren, person: FilePerson, choice: string | null): Promise<void> {
  const phone = await phoneOf(cavren, person, '/api/door/enter');
  await phone.post('/api/door/consent');
  const { pages = 0, initials = [] } = (await phone.get<DoorView>('/api/door/me')).signing ?? {};
  for (let page = 1; page <= pages; page += 1) await phone.get(`/api/door/agreement/pages/${page}`);
  await phone.post('/api/door/read', { seen: Array.from({ length: pages }, (_, at) => ({ page: at + 1, milliseconds: 40_000 })) });
  const name = person.fullName ?? '';
  const own = name.split(' ').map((word) => word.charAt(0));
  await phone.post('/api/door/sign', { mark: 'typed', name, choice, initials: Object.fromEntries(initials.map(({ code }) => [code, own.join('')])) });
}
