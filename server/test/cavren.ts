import {
  fileOf,
  viewAfter,
  type DetailChange,
  type FieldValue,
  type FileAnswer,
  type FileView,
  type Me,
  type Problem,
  type ProductInForce,
} from '@cavren/contract';
import { consentsAskedOf, dayAt, isoDate, signersOf, wantedChecks, type FileState, type StaffRole } from '@cavren/core';
import { startStandins, type Mode, type StandinPorts } from '@cavren/standins';
import type { InjectOptions, LightMyRequestResponse } from 'fastify';
import { createConnection } from 'mariadb';
import { nanoid } from 'nanoid';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { inject } from 'vitest';
import { select } from '../src/db/index';
import { buildApp, readConfig, type Cavren } from '../src/index';
import type { Concept } from '../src/house/index';
import { formOf } from './form';
import { findProgram } from '../../scripts/setup/packages.mjs';
import { inRoot } from '../../scripts/setup/place.mjs';

export const STAFF: { username: string; name: string; role: StaffRole }[] = [
  { username: 'wren', name: 'Wren Halloway', role: 'intake' },
  { username: 'tamsin', name: 'Tamsin Orrick', role: 'intake' },
  { username: 'ansel', name: 'Ansel Brightmoor', role: 'approver' },
  { username: 'dilys', name: 'Dilys Penhallow', role: 'completer' },
  { username: 'rufus', name: 'Rufus Egerstrand', role: 'compliance' },
  { username: 'maud', name: 'Maud Linacre', role: 'policy' },
];
export const PASSWORD = 'a long enough password';

export type Answer<T = unknown> = { status: number; body: T; response: LightMyRequestResponse };

/** What a refusal says. */
export const problem = (answer: Answer): Problem => answer.body as Problem;

/** What a refusal says, each with the field that it is about. */
export const problems = (answer: Answer) =>
  (answer.body as { errors?: { path: string; message: string }[] }).errors?.map(({ path, message }) => [path.split('/').at(-1), message]);

/** A browser of one person: keeps the cookie and the token of its session. */
export class Client {
  private readonly cookies = new Map<string, string>();
  private csrf = '';
  me: Me | null = null;
  /** @param address where it is reached from; limits by address are each one's own. */
  constructor(
    private readonly app: Cavren['app'],
    private readonly address = '127.0.0.1',
  ) {}

  async call<T = unknown>(method: InjectOptions['method'], url: string, payload?: object, headers: Record<string, string> = {}): Promise<Answer<T>> {
    const response = await this.app.inject({
      method: method ?? 'GET',
      url,
      remoteAddress: this.address,
      ...(payload ? { payload } : {}),
      headers: { cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; '), 'x-csrf-token': this.csrf, ...headers },
    });
    for (const { name, value } of response.cookies) this.cookies.set(name, value);
    const json = String(response.headers['content-type']).includes('json');
    const body = (json ? response.json() : response.body) as T;
    const token = json ? (body as { csrfToken?: string } | null)?.csrfToken : undefined;
    if (token) this.csrf = token;
    return { status: response.statusCode, body, response };
  }
  get<T>(url: string) {
    return this.call<T>('GET', url);
  }
  post<T>(url: string, payload: object = {}) {
    return this.call<T>('POST', url, payload);
  }
  forgetToken() {
    this.csrf = '';
  }
  async signIn(username: string): Promise<this> {
    this.me = (await this.post<Me>('/api/session', { username, password: PASSWORD })).body;
    return this;
  }
  upload<T = FileAnswer>(url: string, content: Buffer, name: string, conditionKey: string | null): Promise<Answer<T>> {
    const { payload, headers } = formOf(content, name, conditionKey);
    return this.call<T>('POST', url, payload, headers);
  }
}

/** How long a client that isn't used stays signed in, well within what a session allows. */
const FRESH_MS = 20 * 60_000;

export interface TestCavren extends Cavren {
  clock: { at: Date | null };
  as(username: string): Promise<Client>;
  stranger(address?: string): Client;
  setMode(service: keyof StandinPorts, mode: Mode): Promise<void>;
  /** What the mail and text service delivered. */
  delivered(): Promise<{ key: string; channel: string; to: string; body: string }[]>;
  /** Has people entered in the register of persons, as the register then knows them. */
  enter(entries: readonly RegisterEntry[]): Promise<void>;
  transfers(): Promise<{ reference: string; amount: number; text: string }[]>;
  /** A second server on the same database and papers. */
  another(): Promise<Cavren>;
  databaseName: string;
  close(): Promise<void>;
}

export interface RegisterEntry {
  number: string;
  fullName: string;
  birthDate: string;
}

/** What the hidden numbers of dumps were encrypted with: made up as they are, they need no other. */
const DUMP_KEY = 'a key for tests only';

function loadDump(path: string, at: { host: string; port: number; user: string; password: string; databaseName: string }): void {
  const client = spawnSync(
    findProgram('mariadb') ?? 'mariadb',
    ['--no-defaults', `--host=${at.host}`, `--port=${at.port}`, `--user=${at.user}`, '--protocol=tcp', '--default-character-set=utf8mb4', at.databaseName],
    { input: gunzipSync(readFileSync(path)), env: { ...process.env, MYSQL_PWD: at.password }, encoding: 'utf8' },
  );
  if (client.status !== 0) throw new Error(`The dump can’t be loaded: ${client.stderr}`);
}

/** The key of a seal takes a second to make, so the Cavrens of a run have one of them. */
let sealOfTests: Buffer | null = null;

/** Files whose snapshot isn't what their rows add up to: whatever a test did, there is none. */
async function astrayIn({ services, db }: Cavren): Promise<string[]> {
  const found: string[] = [];
  for (const { id } of await select<{ id: string }>(db, 'SELECT file_id AS id FROM file_snapshot')) {
    const { reference, astray } = await services.files.rebuild(id);
    if (astray.length > 0) found.push(`${reference}: ${astray.join(', ')}`);
  }
  return found;
}

/**
 * A whole Cavren for a test file: own database, own papers, own stand-ins; jobs run when a test says so.
 * @param options.clean without staff of the tests.
 * @param options.dump a packed dump of a database to begin with.
 * @param options.more concepts beside those that Cavren is made of.
 * @param options.productFolder with products and places instead of those that ship.
 * @param options.places in which its officers may work.
 */
export async function makeCavren(
  options: { clean?: boolean; dump?: string; more?: readonly Concept[]; productFolder?: string; places?: string[] } = {},
): Promise<TestCavren> {
  const { host, port, user, password, folder } = inject('database');
  const databaseName = `t_${nanoid(12).replace(/[^A-Za-z0-9]/g, '_')}`;
  const connection = await createConnection({ host, port, user, password });
  await connection.query(`CREATE DATABASE \`${databaseName}\` CHARACTER SET utf8mb4`);
  if (options.dump) loadDump(options.dump, { host, port, user, password, databaseName });
  const standins = await startStandins();
  const dataFolder = mkdtempSync(join(folder, 'papers-'));
  const keys = join(dataFolder, 'keys');
  const seal = join(keys, 'seal.p12');
  mkdirSync(keys);
  if (sealOfTests) writeFileSync(seal, sealOfTests);
  if (options.dump) writeFileSync(join(keys, 'master.key'), createHash('sha256').update(DUMP_KEY).digest());
  const config = {
    ...readConfig({ CAVREN_LOG: 'silent' }),
    dataFolder,
    webFolder: inRoot('no-screens-here'),
    database: { host, port, user, password, database: databaseName },
    outside: standins.urls,
  };
  const clock = { at: null as Date | null };
  const build = () =>
    buildApp({ config, productFolder: options.productFolder ?? inRoot('server/data'), now: () => clock.at ?? new Date(), more: options.more ?? [] });
  const cavren = await build();
  await cavren.app.ready();
  sealOfTests ??= readFileSync(seal);
  if (!options.clean) {
    for (const person of STAFF) await cavren.services.sessions.addStaff({ id: `staff-${person.username}`, ...person }, PASSWORD);
    for (const who of ['wren', 'tamsin'])
      for (const line of ['lending', 'leasing', 'insurance'] as const)
        await cavren.services.certificates.keep({
          staffId: `staff-${who}`,
          number: `${who}-${line}`,
          line,
          places: options.places ?? ['us', 'nz'],
          from: isoDate('2020-01-01'),
          until: null,
        });
  }
  const clients = new Map<string, { client: Client; at: number }>();
  const others: Cavren[] = [];
  return {
    ...cavren,
    clock,
    databaseName,
    stranger: (address) => new Client(cavren.app, address),
    async as(username) {
      const at = (clock.at ?? new Date()).getTime();
      const known = clients.get(username);
      // Whoever works on another day signs in anew: a session doesn't last that long.
      const fresh = known && Math.abs(at - known.at) < FRESH_MS ? known.client : await new Client(cavren.app).signIn(username);
      clients.set(username, { client: fresh, at });
      return fresh;
    },
    async setMode(service, mode) {
      await fetch(`${standins.urls[service]}/mode`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ mode }) });
    },
    delivered: async () => (await fetch(`${standins.urls.post}/messages`)).json() as Promise<{ key: string; channel: string; to: string; body: string }[]>,
    enter: async (entries: readonly RegisterEntry[]) => {
      await fetch(`${standins.urls.register}/entries`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(entries) });
    },
    transfers: async () => (await fetch(`${standins.urls.bank}/transfers`)).json() as Promise<{ reference: string; amount: number; text: string }[]>,
    async another() {
      const second = await build();
      await second.app.ready();
      others.push(second);
      return second;
    },
    async close() {
      await cavren.jobs.runDue();
      const astray = await astrayIn(cavren);
      for (const second of others) await second.app.close();
      await cavren.app.close();
      await standins.stop();
      await connection.query(`DROP DATABASE \`${databaseName}\``);
      await connection.end();
      rmSync(dataFolder, { recursive: true, force: true });
      if (astray.length > 0) throw new Error(`Snapshots say something else than their rows: ${astray.join('; ')}`);
    },
  };
}

const set = (entity: Extract<DetailChange, { op: 'set' }>['entity'], id: string | null, field: string, value: FieldValue): DetailChange => ({
  op: 'set',
  entity,
  id,
  field,
  value,
});
const add = (entity: Extract<DetailChange, { op: 'add' }>['entity'], values: Record<string, FieldValue>, id = nanoid()): DetailChange => ({
  op: 'add',
  entity,
  id,
  values,
});
export const change = {
  set,
  add,
  remove: (entity: Extract<DetailChange, { op: 'remove' }>['entity'], id: string): DetailChange => ({ op: 'remove', entity, id }),
};

const inForce = new Map<string, ProductInForce>();

/** A file as somebody has it open: what was read of it, and whole with its product. */
export interface OpenView extends FileView {
  whole: FileState;
}

/** A file and what has been seen of it, taken along through the HTTP interface. */
export class Walk {
  view!: OpenView;
  constructor(
    readonly cavren: TestCavren,
    readonly reference: string,
    /** Which file of its Cavren this is: people of different files have different numbers. */
    readonly number = 0,
  ) {}

  private get group(): string {
    return String(87 - this.number).padStart(2, '0');
  }
  /** An identity number of somebody of this file. */
  numberOf(tail: string): string {
    return `9${this.group}-65-${tail}`;
  }
  /** The same phone as the register of messages has it. */
  sentTo(which: number): string {
    return `+1${this.phone(which).replace(/\D/g, '')}`;
  }
  phone(which: number): string {
    return `(${212 + this.number}) 555-010${which}`;
  }

  /** The id by which the database knows the file. */
  async id(): Promise<string> {
    return (await this.cavren.services.fileStore.byReference(this.reference))?.id ?? '';
  }
  get url() {
    return `/api/files/${this.reference}`;
  }
  get file(): FileState {
    return this.view.whole;
  }
  get version() {
    return this.view.version;
  }
  get applicant() {
    const person = this.file.people.find(({ role }) => role === 'applicant');
    if (!person) throw new Error('no applicant');
    return person;
  }

  async look(): Promise<this> {
    await this.keep((await (await this.cavren.as('wren')).get<FileView>(this.url)).body);
    return this;
  }
  private async keep(view: FileView): Promise<void> {
    const client = await this.cavren.as('wren');
    const product = inForce.get(view.productId) ?? (await client.get<ProductInForce>(`/api/products/${view.productId}`)).body;
    inForce.set(view.productId, product);
    this.view = { ...view, whole: fileOf(view, product) };
  }
  /** Lays the answer to a write on what was seen, as the desk does; what can't be laid on it is read again. */
  async take(answer: Answer<FileAnswer>): Promise<Answer<FileAnswer>> {
    if (answer.status >= 300) return answer;
    const after = viewAfter(this.view, answer.body);
    if (after) await this.keep(after);
    else await this.look();
    return answer;
  }
  /** Does something with the version seen last, and keeps the answer when it is a file. */
  async act(who: string, path: string, body: object = {}): Promise<Answer<FileAnswer>> {
    return this.take(await (await this.cavren.as(who)).post<FileAnswer>(`${this.url}${path}`, { version: this.version, ...body }));
  }
  async details(changes: DetailChange[], who = 'wren'): Promise<Answer<FileAnswer>> {
    return this.take(await (await this.cavren.as(who)).call<FileAnswer>('PATCH', `${this.url}/details`, { version: this.version, changes }));
  }
  /** Puts a paper to a condition of the file. */
  async upload(content: Buffer, name: string, conditionKey: string | null): Promise<Answer<FileAnswer>> {
    return this.take(await (await this.cavren.as('wren')).upload(`${this.url}/papers`, content, name, conditionKey));
  }
  /** Lets jobs do what is due, and reads the file as it then is. */
  async await(): Promise<this> {
    await this.cavren.jobs.runDue();
    return this.look();
  }

  async typeAll(
    options: { couple?: boolean; idTail?: string; amount?: number; account?: string; more?: (applicantId: string) => DetailChange[] } = {},
  ): Promise<void> {
    const { id } = this.applicant;
    const partner = nanoid();
    const amount = options.amount ?? 3_000_000;
    await this.details([
      set('request', null, 'purpose', 'Engine replacement'),
      set('request', null, 'price', 4_000_000),
      set('request', null, 'downPayment', 4_000_000 - amount),
      set('request', null, 'amount', amount),
      set('request', null, 'termMonths', 60),
      set('request', null, 'payoutName', this.applicant.fullName),
      set('request', null, 'payoutRouting', '011000015'),
      set('request', null, 'payoutAccount', options.account ?? '400281234'),
      set('person', id, 'idNumber', this.numberOf(options.idTail ?? '4320')),
      set('person', id, 'phone', this.phone(1)),
      set('person', id, 'email', 'ida@post.example'),
      ...answers(id, {
        resident: 'yes',
        citizen: 'yes',
        boatEarns: 'yes',
        bankruptcy: 'no',
        proceedings: 'no',
        stateDebt: 'no',
        loansAlongside: 'no',
        debtsAndSupport: 'yes',
      }),
      add('work', { personId: id, kind: 'employed', employer: 'Petrel Ferries', since: '2019-03-01' }),
      add('home', { personId: id, line: '4 Capstan Row', town: 'Quillhaven', since: '2019-03-01', tenure: 'rented', monthlyCost: 80_000 }),
      add('income', { personId: id, kind: 'wage', source: 'Petrel Ferries', amount: 460_000, frequency: 'monthly' }),
      add('livingCost', { category: 'Food and household', monthly: 60_000 }),
      add('asset', { kind: 'savings', description: 'Savings book', value: 2_000_000, downPaymentPart: 4_000_000 - amount }),
      ...(options.more?.(id) ?? []),
      ...(options.couple
        ? [
            add(
              'person',
              {
                role: 'coApplicant',
                fullName: 'Bram Holm',
                birthDate: `${1989 - this.number}-02-03`,
                idNumber: this.numberOf('4325'),
                phone: this.phone(2),
              },
              partner,
            ),
            add('relation', { personId: partner, toId: id, kind: 'spouse' }),
            ...answers(partner, {
              resident: 'yes',
              citizen: 'yes',
              bankruptcy: 'no',
              proceedings: 'no',
              stateDebt: 'no',
              loansAlongside: 'no',
              debtsAndSupport: 'yes',
            }),
            add('home', { personId: partner, line: '4 Capstan Row', town: 'Quillhaven', since: '2019-03-01', tenure: 'rented', monthlyCost: 0 }),
            add('work', { personId: partner, kind: 'employed', employer: 'Tidewrack Boatyard', since: '2018-01-01' }),
            add('income', { personId: partner, kind: 'wage', source: 'Tidewrack Boatyard', amount: 300_000, frequency: 'monthly' }),
          ]
        : []),
    ]);
  }
  async consents(): Promise<void> {
    for (const person of signersOf(this.file))
      for (const { kind } of consentsAskedOf(this.file, person).filter(({ before }) => before !== null))
        await this.act('wren', '/consents', { personId: person.id, kind, how: 'inPerson' });
  }
  async checks(): Promise<void> {
    for (const { person, rule } of wantedChecks(this.file)) await this.act('wren', '/checks', { personId: person.id, kind: rule.kind });
    await this.await();
  }
}

const answers = (personId: string, given: Record<string, string>): DetailChange[] =>
  Object.entries(given).map(([question, value]) => add('answer', { personId, question, value }));
const opened = new WeakMap<TestCavren, number>();

/** The version of the workboat refit loan that ships. */
export const REFIT_VERSION = (JSON.parse(readFileSync(inRoot('server/data/products/workboat-refit.json'), 'utf8')) as { version: number }).version;

/** The day at home, the last of all places that ship to begin: nothing was received later than that anywhere. */
export const dayAtHome = (at: Date = new Date()): string => dayAt(at.toISOString(), 'America/New_York');

/** A file opened at the counter for Ida Holm; each further file of a Cavren is for another Ida Holm. */
export async function openFile(cavren: TestCavren, who = 'wren', fullName = 'Ida Holm', product = 'workboat-refit'): Promise<Walk> {
  const client = await cavren.as(who);
  const number = opened.get(cavren) ?? 0;
  opened.set(cavren, number + 1);
  const { body } = await client.post<{ reference: string }>('/api/files', {
    product,
    channel: 'counter',
    receivedOn: dayAtHome(cavren.clock.at ?? undefined),
    personId: null,
    fullName,
    birthDate: `${1990 - number}-04-03`,
  });
  const walk = await new Walk(cavren, body.reference, number).look();
  await cavren.enter([
    { number: walk.numberOf('4320'), fullName, birthDate: `${1990 - number}-04-03` },
    { number: walk.numberOf('4325'), fullName: 'Bram Holm', birthDate: `${1989 - number}-02-03` },
  ]);
  return walk;
}
