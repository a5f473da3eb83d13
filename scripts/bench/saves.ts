import type { FileAnswer, FileView } from '@cavren/contract';
import { nanoid } from 'nanoid';
import { performance } from 'node:perf_hooks';
import { QueryTypes, type Sequelize } from 'sequelize';
import sharp from 'sharp';
import { buildApp, readConfig } from '../../server/src/index';
import { formOf } from '../../server/test/form';
import { inRoot } from '../setup/place.mjs';

type App = Awaited<ReturnType<typeof buildApp>>['app'];
const OFFICERS = 50;
const SECONDS = 30;
const PASSWORD = 'a long enough password';
const TURNS = 200;

/** What the server answers at an address. */
interface Answer<T> {
  status: number;
  body: T;
  bytes: number;
}

/** An officer's browser: keeps the session, and the version of what is open. */
export class Officer {
  private headers: Record<string, string> = {};
  constructor(
    private readonly app: App,
    readonly username: string,
  ) {}
  async call<T>(method: 'GET' | 'POST' | 'PATCH', url: string, payload?: object): Promise<Answer<T>> {
    const answer = await this.app.inject({ method, url, headers: this.headers, ...(payload ? { payload } : {}) });
    return { status: answer.statusCode, body: answer.json<T>(), bytes: Buffer.byteLength(answer.body) };
  }
  async signIn(): Promise<void> {
    const answer = await this.app.inject({ method: 'POST', url: '/api/session', payload: { username: this.username, password: PASSWORD } });
    const cookie = answer.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
    this.headers = { cookie, 'x-csrf-token': answer.json<{ csrfToken: string }>().csrfToken };
  }
  async open(fullName: string, birthDate: string, receivedOn: string): Promise<string> {
    const wish = { product: 'workboat-refit', channel: 'counter', receivedOn, personId: null, fullName, birthDate };
    return (await this.call<{ reference: string }>('POST', '/api/files', wish)).body.reference;
  }
  upload(reference: string, content: Buffer, name: string): Promise<{ status: number }> {
    const { payload, headers } = formOf(content, name, null);
    return this.app
      .inject({ method: 'POST', url: `/api/files/${reference}/papers`, headers: { ...this.headers, ...headers }, payload })
      .then(({ statusCode }) => ({ status: statusCode }));
  }
  save(reference: string, version: number, value: string) {
    const changes = [{ op: 'set', entity: 'request', id: null, field: 'purpose', value }];
    return this.call<FileAnswer>('PATCH', `/api/files/${reference}/details`, { version, changes });
  }
}

const asked = async (db: Sequelize): Promise<number> =>
  Number((await db.query<{ Value: string }>("SHOW GLOBAL STATUS LIKE 'Questions'", { type: QueryTypes.SELECT }))[0]?.Value);
const sorted = (times: number[]) => times.toSorted((a, b) => a - b);
const at = (times: number[], share: number) => sorted(times)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0;

/** What a save and a read cost in statements, time and bytes, and how many saves fifty officers get through at once. */
export async function saves(say: (line: string) => void): Promise<void> {
  const { app, db, services } = await buildApp({ config: { ...readConfig(process.env), webFolder: 'none' }, productFolder: inRoot('server/data') });
  await app.ready();
  const officers: Officer[] = [];
  for (let number = 0; number < OFFICERS; number += 1) {
    const username = `officer${number}`;
    await services.sessions.addStaff({ id: `staff-${username}`, username, name: `Officer ${number}`, role: 'intake' }, PASSWORD);
    await services.certificates.keep({
      staffId: `staff-${username}`,
      number: username,
      line: 'lending',
      places: ['us'],
      from: '2020-01-01' as never,
      until: null,
    });
    const officer = new Officer(app, username);
    await officer.signIn();
    officers.push(officer);
  }
  const today = services.files.todayIn(await services.products.homePlace());
  const first = officers[0] as Officer;
  const reference = await first.open('Nils Halloway', '1980-01-01', today);
  const url = `/api/files/${reference}`;
  const { people } = (await first.call<FileView>('GET', url)).body.file;
  const personId = people[0]?.id ?? '';
  let { version } = (await first.call<FileView>('GET', url)).body;
  const incomes = Array.from({ length: 30 }, (_, number) => ({
    op: 'add',
    entity: 'income',
    id: nanoid(),
    values: { personId, kind: 'wage', source: `Boatyard ${number}`, amount: 10_000 + number, frequency: 'monthly' },
  }));
  version = (await first.call<FileAnswer>('PATCH', `${url}/details`, { version, changes: incomes })).body.version;

  const PURPOSES = ['Engine replacement', 'Hull and deck refit'];
  const times: Record<'save' | 'read', number[]> = { save: [], read: [] };
  let bytes = 0;
  const before = await asked(db);
  for (let turn = 0; turn < TURNS; turn += 1) {
    const from = performance.now();
    const answer = await first.save(reference, version, PURPOSES[turn % 2] ?? '');
    times.save.push(performance.now() - from);
    if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
    ({ version } = answer.body);
    bytes = answer.bytes;
  }
  const between = await asked(db);
  for (let turn = 0; turn < TURNS; turn += 1) {
    const from = performance.now();
    await first.call<FileView>('GET', url);
    times.read.push(performance.now() - from);
  }
  const after = await asked(db);
  const perTurn = (count: number) => ((count - 1) / TURNS).toFixed(1);
  const line = (label: string, count: number, list: number[], was: string) =>
    say(
      `${label.padEnd(62)} ${perTurn(count)} statements   median ${at(list, 0.5).toFixed(1)} ms   95 % ${at(list, 0.95).toFixed(1)} ms   (before the frame was rebuilt: ${was})`,
    );
  line(`A save in a file with 30 incomes, answered in ${(bytes / 1000).toFixed(1)} kB`, between - before, times.save, '75 statements, 31.6 kB');
  line('A read of that file', after - between, times.read, '35 statements');

  // Each officer works on a file of their own; every tenth save is of one that all have open.
  const own: { reference: string; version: number }[] = [];
  for (const [number, officer] of officers.entries()) {
    const theirs = await officer.open(
      `Greta Quill${String.fromCharCode(97 + (number % 26))}${String.fromCharCode(97 + Math.floor(number / 26))}`,
      `19${40 + number}-05-06`,
      today,
    );
    own.push({ reference: theirs, version: (await officer.call<FileView>('GET', `/api/files/${theirs}`)).body.version });
  }
  const shared = own[0]?.reference ?? '';
  const end = performance.now() + SECONDS * 1000;
  const waited: number[] = [];
  let conflicts = 0;
  await Promise.all(
    officers.map(async (officer, number) => {
      const mine = own[number] as { reference: string; version: number };
      for (let turn = 0; performance.now() < end; turn += 1) {
        const together = turn % 10 === 9;
        const target = together ? { reference: shared, version: (await officer.call<FileView>('GET', `/api/files/${shared}`)).body.version } : mine;
        const from = performance.now();
        const answer = await officer.save(target.reference, target.version, PURPOSES[turn % 2] ?? '');
        waited.push(performance.now() - from);
        if (answer.status === 409) {
          conflicts += 1;
          if (!together) mine.version = (await officer.call<FileView>('GET', `/api/files/${mine.reference}`)).body.version;
        } else if (answer.status === 200) target.version = answer.body.version;
        else throw new Error(JSON.stringify(answer.body));
      }
    }),
  );
  say(
    `${`${OFFICERS} officers saving for ${SECONDS} seconds, one server`.padEnd(62)} ${Math.round(waited.length / SECONDS)} saves a second   95 % ${at(waited, 0.95).toFixed(0)} ms   ${conflicts} conflicts told`,
  );
  await crowd(first, officers[1] as Officer, shared, say);
  await app.close();
}

const UPLOADS = 200;

/** What others wait for while somebody sends two hundred papers to one file at once. */
async function crowd(sender: Officer, other: Officer, reference: string, say: (line: string) => void): Promise<void> {
  const picture = await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#3355aa' } })
    .jpeg()
    .toBuffer();
  await sender.upload(reference, picture, 'first.jpg');
  const sent = Array.from({ length: UPLOADS }, (_, number) =>
    sender.upload(reference, Buffer.concat([picture, Buffer.from(`${number}`)]), `paper ${number}.jpg`),
  );
  const state = { going: true };
  const all = Promise.all(sent).finally(() => (state.going = false));
  const times: number[] = [];
  while (state.going) {
    const from = performance.now();
    await other.call('GET', '/api/today');
    times.push(performance.now() - from);
  }
  const taken = (await all).filter(({ status }) => status === 201).length;
  say(
    `${`Today, while ${UPLOADS} papers are sent to one file (${taken} taken, the others told to wait)`.padEnd(62)} median ${at(times, 0.5).toFixed(0)} ms   95 % ${at(times, 0.95).toFixed(0)} ms   longest ${Math.max(...times).toFixed(0)} ms`,
  );
}
