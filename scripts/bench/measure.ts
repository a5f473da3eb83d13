import type { PartKind } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import type { FilePage } from '@cavren/contract';
import {
  affordability,
  applyChange,
  assistanceOf,
  BLANK_ROW,
  comparePlans,
  annualPercentageRate,
  calculationInput,
  computePath,
  costsOf,
  isoDate,
  minor,
  regulationZRate,
  schedule,
  drawn,
  whatFits,
  workbookOf,
  type FileState,
} from '@cavren/core';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { nanoid } from 'nanoid';
import { availableParallelism } from 'node:os';
import { QueryTypes } from 'sequelize';
import { inTransaction } from '../../server/src/db/index';
import { makePool } from '../../server/src/calculation/index';
import { buildApp, readConfig } from '../../server/src/index';
import { sha256Of } from '../../server/src/rounds/index';
import { makePersons, randomFrom, withSlip } from '../../server/test/register';
import { anyFile } from '../../core/test/anyFile';
import { openingsOf } from '../../core/test/openings';
import { aDebt, aHome, anAsset, anIncome, aPart, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../core/test/sample';
import { xlsxOf } from '../../server/src/takealong/workbook';
import { inRoot } from '../setup/place.mjs';
import { board } from './board';
import { saves } from './saves';
import { screens } from './screens';

const OPENED = 100_000;
const OPENED_LOT = 1_000;

const say = (line: string): void => void process.stdout.write(`${line}\n`);

function spread(times: number[]): { median: number; p95: number } {
  const sorted = times.toSorted((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
  return { median: at(0.5), p95: at(0.95) };
}

function measure(label: string, work: () => unknown, turns = 300): void {
  for (let at = 0; at < 60; at += 1) work();
  const times = Array.from({ length: turns }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  const { median, p95 } = spread(times);
  say(`${label.padEnd(62)} median ${median.toFixed(3)} ms   95 % ${p95.toFixed(3)} ms`);
}

/** A file with 6 people, 24 incomes, 40 debts and a paper for every condition. */
function largeFile(): FileState {
  const base = sampleFile({ stage: 'gathering' });
  const [person] = base.people;
  const [income] = base.incomes;
  if (!person || !income) throw new Error('the sample has a person and an income');
  const people = Array.from({ length: 6 }, (_, at) => ({ ...person, id: `person-${at}`, role: at === 0 ? ('applicant' as const) : ('coApplicant' as const) }));
  return {
    ...base,
    people,
    incomes: Array.from({ length: 24 }, (_, at) => ({ ...income, id: `income-${at}`, personId: `person-${at % 6}` })),
    debts: Array.from({ length: 40 }, (_, at) => aDebt({ id: `debt-${at}`, lender: `L${at}`, payment: minor(1000 + at), cleared: at % 5 === 0 })),
  };
}

/** A loan in five parts of different kinds over ten years. */
function fiveParts(): FileState {
  const part = (kind: PartKind, amount: number, more: object = {}) => aPart({ id: `part-${kind}`, kind, amount: minor(amount), termMonths: 120, ...more });
  return sampleFile({
    product: shippedProduct('workboat-refit'),
    pack: shippedPlace('us'),
    request: { ...sampleFile().request, price: minor(12_500_000), downPayment: minor(2_500_000), amount: minor(10_000_000), termMonths: 120 },
    parts: [
      part('level', 4_000_000),
      part('variable', 2_000_000),
      part('interestOnly', 1_500_000, { interestOnlyMonths: 24 }),
      part('seasonal', 1_500_000),
      part('balloon', 1_000_000, { termMonths: 84, balloon: minor(200_000) }),
    ],
    incomes: [anIncome({ amount: minor(900_000), frequency: 'monthly' })],
    debts: [],
    sources: [],
  });
}

/** A file over a limit, with debts, savings and a product whose terms give room. */
function overLimit(): FileState {
  return sampleFile({
    product: shippedProduct('workboat-refit'),
    pack: shippedPlace('us'),
    homes: [aHome({})],
    debts: [aDebt({ kind: 'personalLoan', payment: minor(155_000), balance: minor(2_900_000) })],
    assets: [anAsset({ kind: 'savings', value: minor(3_000_000), downPaymentPart: minor(500_000) })],
    sources: [],
  });
}

async function costs(): Promise<void> {
  const five = fiveParts();
  measure('A loan in five parts with its schedule and annual percentage rate', () => {
    const made = costsOf(five, TODAY);
    return made && [made.schedule, annualPercentageRate(made, 'regulationZ')];
  });
  const over = overLimit();
  const fits = whatFits(over, TODAY);
  measure(`What would make it fit (${fits?.single.length ?? 0} single, ${fits?.pairs.length ?? 0} double)`, () => whatFits(over, TODAY), 60);
  const times: number[] = [];
  for (let at = 0; at < 12; at += 1) {
    const from = performance.now();
    await xlsxOf(workbookOf(five, TODAY, speakerFor(five.pack)), 'bench');
    if (at > 1) times.push(performance.now() - from);
  }
  const { median, p95 } = spread(times);
  say(`${'The workbook of the five parts (XLSX)'.padEnd(62)} median ${median.toFixed(0)} ms   95 % ${p95.toFixed(0)} ms`);
}

function core(): void {
  const start = isoDate('2026-01-15');
  const terms = { principal: minor(50_000_000), annualRate: 0.0795, payments: 360, advanceOn: start, firstPaymentOn: isoDate('2026-03-01') };
  measure('One full affordability computation (60 payments)', () => affordability(sampleFile(), TODAY));
  measure('A schedule of 360 payments with its annual percentage rate', () => {
    const { rows } = schedule(terms);
    return regulationZRate(
      [{ on: start, amount: minor(49_950_000) }],
      rows.map(({ dueOn, payment }) => ({ on: dueOn, amount: payment })),
      { kind: 'months', length: 1 },
    );
  });
  const large = largeFile();
  measure('From key to figures (6 people, 24 incomes, 40 debts)', () => affordability(large, TODAY));
  measure('The Path of such a file', () => computePath(large, TODAY));
}

const LINES = 500;

/** Cover for six with every plan beside another, and lines of cover while somebody keys into one of them. */
function cover(): void {
  const base = sampleFile({ product: shippedProduct('crew-cover'), pack: shippedPlace('nz') });
  const people = Array.from({ length: 6 }, (_, at) => ({
    ...(base.people[0] as FileState['people'][number]),
    id: `p${at}`,
    birthDate: isoDate(`19${75 + at}-04-03`),
  }));
  const covers = people.map(({ id }) => ({
    ...BLANK_ROW.cover,
    id: `cover-${id}`,
    createdAt: base.openedAt,
    personId: id,
    plan: 'year',
    benefit: minor(300_000),
    waitingDays: '30',
    benefitMonths: '24',
    occupation: 'deckhand',
  }));
  const six = { ...base, people, covers, request: { ...base.request, premiumMode: 'month' } };
  if (comparePlans(six, TODAY).some(({ each }) => each === null)) throw new Error('a plan can’t be worked');
  measure('Premium of six with three plans compared', () => comparePlans(six, TODAY));
  const filing = people.map((person, at) => (at === 0 ? { ...person, filingStatus: 'headOfHousehold' as const } : { ...person, claimedBy: 'p0' }));
  const care = sampleFile({
    product: shippedProduct('care-cover'),
    pack: shippedPlace('us'),
    people: filing.map((person) => ({ ...person, otherCover: 'none' as const })),
    covers: covers.map((row) => ({ ...row, plan: 'harbour', tobacco: 'no' as const })),
    incomes: [anIncome({ personId: 'p0', frequency: 'monthly', amount: minor(520_000) })],
  });
  const asked = { ...care, request: { ...care.request, premiumMode: 'month', assistance: 'asked' as const } };
  if ((assistanceOf(asked, TODAY)?.most.value ?? 0) <= 0) throw new Error('nothing is given');
  measure('Assistance of a household of six', () => assistanceOf(asked, TODAY));
  const boats = sampleFile({ product: shippedProduct('hull-gear'), pack: shippedPlace('us') });
  const coverLines = Array.from({ length: LINES }, (_, at) => ({
    ...BLANK_ROW.coverLine,
    id: `line-${at}`,
    createdAt: boats.openedAt,
    item: 'trap',
    mark: `String ${at}`,
    place: 'quay',
    units: 20 + at,
    unitPrice: minor(8_400),
    share: 100,
    level: 'half',
    weeks: 38,
    agent: 'wickmoor',
  }));
  let file: FileState = { ...boats, coverLines, request: { ...boats.request, premiumMode: 'month' } };
  const key = () => {
    file = applyChange(file, { op: 'set', entity: 'coverLine', id: 'line-250', field: 'units', value: 1 + Math.floor(Math.random() * 9_000) }, boats.openedAt);
    return file;
  };
  measure(`A key in one of ${LINES} lines: premium and figures`, () => affordability(key(), TODAY));
  measure(`A key in one of ${LINES} lines: the Path`, () => computePath(key(), TODAY), 60);
}

const RERUN = 100_000;

/** Files worked again by other rules on worker threads: each is read from its JSON, worked, and judged. */
async function rerun(): Promise<void> {
  const { product, pack, ...file } = calculationInput(largeFile());
  const pool = makePool(undefined, process.env['CAVREN_BENCH_SERVER']);
  for (const [label, sample] of [
    ['6 people, 24 incomes, 40 debts', file],
    ['1 person, 1 income, 2 debts', (({ product: _product, pack: _pack, ...small }) => small)(calculationInput(sampleFile()))],
  ] as const) {
    const distinct = Array.from({ length: 1000 }, (_, at) => JSON.stringify({ ...sample, request: { ...sample.request, amount: 2_000_000 + at } }));
    const files = Array.from({ length: RERUN }, (_, at) => distinct[at % distinct.length] ?? '');
    await pool.verdicts({ product, pack }, TODAY, files.slice(0, 4000));
    const from = performance.now();
    const before = process.cpuUsage();
    const verdicts = await pool.verdicts({ product, pack }, TODAY, files);
    const seconds = (performance.now() - from) / 1000;
    const { user, system } = process.cpuUsage(before);
    say(
      `${`${RERUN} files again on ${availableParallelism()} threads (${label})`.padEnd(62)} ${seconds.toFixed(1)} s   ${Math.round(verdicts.length / seconds)} files a second   ${Math.round((user + system) / verdicts.length)} µs of processor time a file`,
    );
  }
  await pool.close();
}

const FILES = 100_000;
const NAMES = [
  'Aldous',
  'Briony',
  'Caspar',
  'Dagny',
  'Elowen',
  'Fergus',
  'Greta',
  'Halvor',
  'Isolde',
  'Jorah',
  'Kerensa',
  'Leopold',
  'Morwenna',
  'Nils',
  'Oriel',
  'Phineas',
];
const STAGES = ['details', 'checking', 'gathering', 'signing', 'deciding', 'completing', 'done', 'declined'];
const pick = <T>(list: readonly T[], at: number): T => list[at % list.length] as T;

async function lists(): Promise<void> {
  const { app, db, services } = await buildApp({ config: { ...readConfig(process.env), webFolder: 'none' }, productFolder: inRoot('server/data') });
  await app.ready();
  await services.sessions.addStaff({ id: 'staff-wren', username: 'wren', name: 'Wren Halloway', role: 'intake' }, 'bench');
  const [product] = await services.products.newest();
  const alphabet = '2345679ACDEFGHJKMNPQRTVWXYZ8';
  for (let from = 0; from < FILES; from += 2000) {
    const files: unknown[][] = [];
    const words: unknown[][] = [];
    for (let at = from; at < from + 2000; at += 1) {
      const id = nanoid();
      const code = Array.from({ length: 7 }, (_, digit) => alphabet[Math.floor(at / 28 ** digit) % 28]).join('');
      const stage = pick(STAGES, at * 7 + Math.floor(at / 13));
      const open = stage !== 'done' && stage !== 'declined';
      const last = `quill${(at * 7919) % 5003}`;
      const first = pick(NAMES, at);
      const due = open ? `2026-${String(1 + (at % 12)).padStart(2, '0')}-${String(1 + (at % 28)).padStart(2, '0')}` : '9999-12-31';
      files.push([
        id,
        `${code.slice(0, 3)}-${code.slice(3, 6)}-${code.slice(6)}`,
        product?.id,
        'workboat-refit',
        1,
        stage,
        new Date(),
        open,
        'counter',
        '2026-01-05',
        new Date(),
        new Date(),
        'staff-wren',
        'staff-wren',
        `${first} ${last}`,
        1_000_000 + at * 100,
        open ? 3 : 0,
        open ? JSON.stringify('Payslip') : null,
        open ? 'officer' : null,
        due,
      ]);
      words.push([first.toLowerCase(), id], [last, id]);
    }
    await db.query(
      'INSERT INTO file (id, reference, product_id, product_code, version, stage, stage_since, is_open, channel, received_on, active_at, opened_at, opened_by, owner_id, applicant, amount, open_now, next_what, next_holder, next_due) VALUES :files',
      { replacements: { files } },
    );
    await db.query('INSERT INTO file_word (word, file_id) VALUES :words', { replacements: { words } });
  }
  await db.query('ANALYZE TABLE file, file_word', { type: QueryTypes.SELECT });
  const signIn = await app.inject({ method: 'POST', url: '/api/session', payload: { username: 'wren', password: 'bench' } });
  const cookie = signIn.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  const queries = [
    ['first page by deadline', 'sort=due'],
    ['page 400', 'sort=due&page=400'],
    ['one stage, newest first', 'stage=gathering&sort=received'],
    ['by name, two words', 'text=briony%20quill12'],
    ['by the start of a name', 'text=quill4'],
    ['largest amount first', 'sort=amount'],
  ] as const;
  for (const [label, query] of queries) {
    const times: number[] = [];
    for (let turn = 0; turn < 45; turn += 1) {
      const from = performance.now();
      const answer = await app.inject({ url: `/api/files?${query}`, headers: { cookie } });
      if (answer.statusCode !== 200 || answer.json<FilePage>().total === 0) throw new Error(`${label}: ${answer.body}`);
      if (turn >= 5) times.push(performance.now() - from);
    }
    const { median, p95 } = spread(times);
    say(`${`Files over ${FILES.toLocaleString('en-US')}: ${label}`.padEnd(62)} median ${median.toFixed(1)} ms   95 % ${p95.toFixed(1)} ms`);
  }
  await app.close();
}

const PERSONS = 1_000_000;

/** The register with a million made-up persons: how often a name with one slip is found first, and how long a search takes. */
async function register(): Promise<void> {
  const { app, db, services } = await buildApp({ config: { ...readConfig(process.env), webFolder: 'none' }, productFolder: inRoot('server/data') });
  await app.ready();
  const random = randomFrom(7);
  let entered: ReturnType<typeof makePersons> = [];
  async function searchAll(label: string, turns: number, withBirthDate: boolean): Promise<void> {
    const times: number[] = [];
    let first = 0;
    for (let turn = 0; turn < turns; turn += 1) {
      const person = entered[random(entered.length)];
      const wish = { name: withSlip(person?.fullName ?? '', random), ...(withBirthDate && person?.birthDate ? { birthDate: person.birthDate } : {}) };
      const from = performance.now();
      const { matches } = await services.persons.search(wish);
      times.push(performance.now() - from);
      if (matches[0]?.id === person?.id) first += 1;
    }
    const { median, p95 } = spread(times);
    say(`${label.padEnd(62)} found first ${((first / turns) * 100).toFixed(1)} of 100   median ${median.toFixed(1)} ms   95 % ${p95.toFixed(1)} ms`);
  }
  for (let from = 0, seed = 1; from < PERSONS; seed += 1) {
    const batch = makePersons(10_000, seed);
    await inTransaction(db, (tx) => services.personsStore.insertMany(batch, tx));
    entered = entered.length < 20_000 ? [...entered, ...batch] : entered;
    from += batch.length;
    if (from === 10_000) await searchAll('Register of 10,000: a name with one slip', 400, false);
  }
  await db.query('ANALYZE TABLE person, person_word, name_slip', { type: QueryTypes.SELECT });
  await searchAll('Register of 1,000,000: a name with one slip', 100, false);
  await searchAll('Register of 1,000,000: name with one slip, and birth date', 100, true);
  await app.close();
}

/** What a browser loads before an entry is there: its page's scripts and styles, with all that they import at once, compressed. */
function firstLoad(page: string): void {
  const dist = inRoot('web', 'dist');
  const html = readFileSync(`${dist}/${page}.html`, 'utf8');
  const assets = new Set([...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.(?:js|css))"/g)].map(([, path]) => path ?? ''));
  for (const asset of assets) {
    if (!asset.endsWith('.js')) continue;
    for (const [, name] of readFileSync(`${dist}/${asset}`, 'utf8').matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)) assets.add(`assets/${name ?? ''}`);
  }
  const names = readdirSync(`${dist}/assets`);
  const size = (kind: string) =>
    [...assets]
      .filter((asset) => asset.endsWith(kind))
      .reduce((sum, asset) => sum + readFileSync(names.includes(`${asset.slice(7)}.gz`) ? `${dist}/${asset}.gz` : `${dist}/${asset}`).length, 0);
  say(
    `${`First load of the ${page === 'index' ? 'desk' : 'front door'}, gzip`.padEnd(62)} script ${(size('.js') / 1000).toFixed(0)} kB   style ${(size('.css') / 1000).toFixed(0)} kB`,
  );
}

/** Random files of all products and places that ship: on how many a figure can't be opened, and on how many anything throws. */
function opened(): void {
  let closed = 0;
  let thrown = 0;
  // In lots, each from a seed of its own, so that they needn't all be held.
  for (let seed = 1; seed <= OPENED / OPENED_LOT; seed += 1)
    for (const file of fc.sample(anyFile, { seed, numRuns: OPENED_LOT }))
      try {
        if (openingsOf(file).closed.length > 0) closed += 1;
        computePath(file, TODAY);
      } catch {
        thrown += 1;
      }
  say(`${`${OPENED.toLocaleString('en-US')} random files: a figure can’t be opened`.padEnd(62)} ${closed}   something throws ${thrown}`);
}

/** A draw of many, with preferences. */
function leasing(): void {
  const entries = Array.from({ length: 10_000 }, (_, at) => ({ reference: `R${at.toString(36)}-${at % 97}`, points: at % 7 }));
  measure('A draw of 10,000 with preferences', () => drawn('a seed', entries, sha256Of), 60);
}

const PARTS: Record<string, () => unknown> = {
  core,
  costs,
  cover,
  rerun,
  opened,
  loads: () => ['door', 'index'].forEach(firstLoad),
  screens: () => screens(say),
  saves: () => saves(say),
  board: () => board(say),
  leasing,
  lists,
  register,
};
const wanted = process.argv.slice(2);
const unknown = wanted.find((name) => !(name in PARTS));
if (unknown) {
  say(`“${unknown}” isn’t measured here; these are: ${Object.keys(PARTS).join(', ')}`);
  process.exit(1);
}
for (const [name, part] of Object.entries(PARTS)) if (wanted.length === 0 || wanted.includes(name)) await part();
