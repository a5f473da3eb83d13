import { createConnection, type Connection } from 'mariadb';
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { afterAll, beforeAll, describe, inject, it } from 'vitest';
import { applicantsOf, computePath, type Minor } from '@cavren/core';
import { expect } from '../../core/test/spoken';
import { select } from '../src/db/index';
import { SYSTEM } from '../src/http/index';
import { ROOT } from '../../scripts/setup/place.mjs';
import { freePort } from '../../scripts/setup/ports.mjs';
import { verifyHistories } from '../src/index';
import { makeCavren, openFile, type Answer, type TestCavren } from './cavren';
import { many } from '../../scripts/setup/depth';
import { randomFrom } from './random';
import { fileToRelease } from './stages';
import { TO, trialPayments } from './trial';

const codeOf = (answer: Answer) => (answer.body as { code: string }).code;

/** Files whose payments the bank refuses. */
const refused = new Set<string>();

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren({ more: [trialPayments(refused)] });
});
afterAll(() => cavren.close());
let root: Connection;
beforeAll(async () => {
  const { host, port, user, password } = inject('database');
  root = await createConnection({ host, port, user, password });
});
afterAll(() => root.end());
/** As if the server had died and another had come: what it had claimed is free again. */
async function anotherServer(): Promise<void> {
  await root.query(
    `UPDATE \`${cavren.databaseName}\`.job SET state = 'ready', claim = NULL, claimed_until = NULL, run_at = '2020-01-01' WHERE state IN ('running', 'ready')`,
  );
}

describe('the consent to ask the bank', () => {
  it('is needed before the bank is asked of an account, and one that is taken back stops the question on its way', async () => {
    const walk = await fileToRelease(cavren);
    const [person] = applicantsOf(walk.file);
    const consent = walk.file.consents.find(({ kind }) => kind === 'bank');
    expect(consent).toMatchObject({ personId: person?.id });
    const withdraw = () => walk.act('wren', `/consents/${walk.file.consents.findLast(({ kind }) => kind === 'bank')?.id ?? ''}/withdraw`, { how: 'inPerson' });
    const verify = () => walk.act('dilys', '/payout/verify');
    const asked = () => walk.file.payout.verifyAskedAt !== null;
    expect((await withdraw()).status).toBe(200);
    expect(computePath(walk.file, walk.view.today).now.map(({ key }) => key)).toContain(`consent:bank:${person?.id ?? ''}`);
    expect(codeOf(await verify())).toBe('consent-missing');
    expect((await walk.act('dilys', '/payout/release')).status).toBe(409);
    await walk.act('wren', '/consents', { personId: person?.id, kind: 'bank', how: 'inPerson' });
    expect([(await verify()).status, asked()]).toEqual([200, true]);
    expect((await withdraw()).status).toBe(200);
    await walk.await();
    expect(walk.file.payout).toMatchObject({ verifyAskedAt: null, verifyProblem: null });
    expect(walk.view.recent.map(({ act }) => act)).toContain('payout.cancel');
  });
});

describe('what the bank does with the money', () => {
  it('says no: the order counts as refused, the file can move, and another order may be given', async () => {
    const walk = await fileToRelease(cavren, { account: '400281222' });
    expect((await walk.act('dilys', '/payout/release')).status).toBe(200);
    await walk.await();
    expect(walk.file).toMatchObject({
      stage: 'completing',
      payout: { order: { state: 'failed', problem: 'The account takes no payments' }, releasedAt: null },
    });
    expect((await walk.act('dilys', '/payout/release')).status).toBe(200);
    await walk.await();
    expect((await walk.act('wren', '/withdraw', { reason: 'Another lender' })).status).toBe(200);
    expect((await cavren.transfers()).filter(({ text }) => text.includes(walk.reference))).toEqual([]);
  });
  it('says nothing: nothing moves the file until it says, and then it is paid once', async () => {
    const walk = await fileToRelease(cavren);
    await cavren.setMode('bank', 'down');
    await walk.act('dilys', '/payout/release');
    await walk.await();
    expect(walk.file.payout.order).toMatchObject({ state: 'unknown' });
    for (const [who, path, body] of [
      ['dilys', '/payout/release', {}],
      ['dilys', '/payout/send-back', { question: 'Is the name right?' }],
      ['wren', '/withdraw', { reason: 'Another lender' }],
    ] as const)
      expect([path, codeOf(await walk.act(who, path, body))]).toEqual([path, 'payment-open']);
    expect(codeOf(await walk.act('dilys', '/payout/settle', { outcome: 'returned', word: 'Nothing came' }))).toBe('nothing-to-settle');
    await cavren.setMode('bank', 'normal');
    await cavren.jobs.makeAllDue();
    await walk.await();
    expect(walk.file).toMatchObject({ stage: 'done', payout: { order: { state: 'done' } } });
    expect((await cavren.transfers()).filter(({ text }) => text.includes(walk.reference))).toHaveLength(1);
    const acts = (await cavren.services.historyStore.all(await walk.id())).map(({ act }) => act);
    expect(acts.filter((act) => act.startsWith('payout.'))).toEqual(['payout.ask', 'payout.verify', 'payout.order', 'payout.unknown', 'payout.release']);
  });
  it.each([
    ['madeRight', 'done', 'done'],
    ['returned', 'completing', 'failed'],
  ])('does something else than was ordered: a third person settles it, %s', async (outcome, stage, state) => {
    const walk = await fileToRelease(cavren, { account: '400281233' });
    await walk.act('dilys', '/payout/release');
    await walk.await();
    expect(walk.file.payout.order).toMatchObject({
      state: 'differs',
      problem: expect.stringMatching(/paid \$29,649\.99 to the account ending in 1233/) as unknown,
    });
    expect(walk.file).toMatchObject({ stage: 'completing', payout: { releasedAt: null } });
    expect(codeOf(await walk.act('wren', '/withdraw', { reason: 'Another lender' }))).toBe('payment-open');
    expect(codeOf(await walk.act('dilys', '/payout/release'))).toBe('payment-open');
    expect((await walk.act('wren', '/payout/settle', { outcome, word: 'I know' })).status).toBe(403);
    expect((await walk.act('ansel', '/payout/settle', { outcome, word: 'I know' })).status).toBe(403);
    expect((await walk.act('dilys', '/payout/settle', { outcome, word: 'The bank sent the cent after' })).status).toBe(200);
    expect(walk.file).toMatchObject({ stage, payout: { order: { state } } });
  });
  it('does not take another order under a key that it has seen', async () => {
    const order = { routing: '011000015', account: '400281234', name: 'Ida Holm', key: 'seen-once', amount: 100, currency: 'USD', text: 'x' };
    const send = async (body: object): Promise<unknown> =>
      (
        await fetch(`${cavren.config.outside.bank}/transfers`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        })
      ).json();
    expect(await send(order)).toMatchObject({ made: { amount: 100 } });
    expect(await send({ ...order, amount: 200 })).toEqual({ refused: 'Another order has this key' });
  });
});

/** How an order to the bank goes wrong on its way there and back. */
type Fault = 'none' | 'never arrives' | 'answer lost' | 'away' | 'rubbish';
const FAULTS: readonly Fault[] = ['none', 'none', 'never arrives', 'answer lost', 'away', 'rubbish'];

/** A way to the bank that goes wrong as a test says. */
class Line {
  /** What goes wrong with the next question. */
  next: () => Fault = () => 'none';
  private server: Server | null = null;
  constructor(private readonly bank: string) {}
  private async pass(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const fault = request.method === 'POST' ? this.next() : 'none';
    const parts: Buffer[] = [];
    for await (const part of request) parts.push(part as Buffer);
    if (fault === 'never arrives') return void request.socket.destroy();
    if (fault === 'away') return void response.writeHead(503).end();
    const answer = await fetch(`${this.bank}${request.url ?? ''}`, {
      method: request.method ?? 'GET',
      ...(parts.length > 0 ? { headers: { 'content-type': 'application/json' }, body: Buffer.concat(parts).toString() } : {}),
    });
    if (fault === 'answer lost') return void request.socket.destroy();
    response.writeHead(answer.status, { 'content-type': 'application/json' }).end(fault === 'rubbish' ? '<html>' : await answer.text());
  }
  async open(): Promise<string> {
    const port = await freePort();
    this.server = createServer((request, response) => void this.pass(request, response));
    await new Promise<void>((done) => this.server?.listen(port, '127.0.0.1', done));
    return `http://127.0.0.1:${port}`;
  }
  close(): void {
    this.server?.closeAllConnections();
    this.server?.close();
  }
}

describe('orders by the hundred, cut at any step', () => {
  const bank = () => cavren.config.outside;
  let direct = '';
  let line: Line;
  beforeAll(async () => {
    direct = bank().bank;
    line = new Line(direct);
    bank().bank = await line.open();
  });
  afterAll(() => {
    bank().bank = direct;
    line.close();
  });
  /** Takes the database away from the server, whatever it is doing there. */
  async function cutDatabase(): Promise<void> {
    const found = await root.query<{ ID: bigint }[]>('SELECT ID FROM information_schema.PROCESSLIST WHERE DB = ?', [cavren.databaseName]);
    for (const { ID } of found) await root.query(`KILL ${ID}`).catch(() => undefined);
  }
  const random = randomFrom(20_261_126);

  it('are paid once or not at all, and the file says which', { timeout: 300_000 }, async () => {
    const walks = [];
    for (let at = 0; at < 10; at += 1) walks.push(await openFile(cavren));
    const ids = await Promise.all(walks.map((walk) => walk.id()));
    refused.add(ids[9] ?? '');
    const actor = { ...SYSTEM, id: 'staff-dilys', name: 'Dilys Penhallow' };
    const give = (id: string, amount: number) =>
      cavren.services.files.change({ id }, { version: null, actor }, (change) =>
        cavren.services.payments.order(change, actor, { purpose: 'trial', subject: null, about: TO.digest, amount: amount as Minor, key: null }),
      );
    const stateOf = async (id: string) => (await cavren.services.payments.newest(id, 'trial', null))?.state;
    const met = new Map<Fault, number>();
    const seen = new Map<string, number>();
    const ROUNDS = many(20);
    for (let round = 1; round <= ROUNDS; round += 1) {
      line.next = () => {
        const fault = FAULTS[random(FAULTS.length)] ?? 'none';
        met.set(fault, (met.get(fault) ?? 0) + 1);
        return fault;
      };
      for (const [at, id] of ids.entries()) await give(id, 10_000 * (at + 1) + round);
      for (let cuts = 1 + random(2); cuts > 0; cuts -= 1) {
        const running = cavren.jobs.runDue().catch(() => 0);
        // At any moment, again and again: a change is a few milliseconds, a question to the bank a few more.
        for (let cut = random(4); cut > 0; cut -= 1) {
          await new Promise((done) => setTimeout(done, random(40)));
          await cutDatabase();
        }
        await running;
        await anotherServer();
        for (const id of ids) {
          const state = (await stateOf(id)) ?? '';
          seen.set(state, (seen.get(state) ?? 0) + 1);
          // Whatever was cut: while the outcome isn't known, no other order is taken.
          if (state === 'ordered' || state === 'unknown') await expect(give(id, 1)).rejects.toMatchObject({ code: 'payment-open' });
        }
      }
      line.next = () => 'none';
      await cavren.jobs.runDue();
      expect([round, await Promise.all(ids.map(stateOf))]).toEqual([round, ids.map((id) => (refused.has(id) ? 'failed' : 'done'))]);
    }
    const transfers = await cavren.transfers();
    for (const [at, walk] of walks.entries()) {
      const id = ids[at] ?? '';
      const made = transfers.filter(({ text }) => text === `Trial ${walk.reference}`).map(({ amount, reference }) => `${amount} ${reference}`);
      const kept = await select<{ amount: string; bank_reference: string | null }>(
        cavren.db,
        "SELECT amount, bank_reference FROM payment WHERE file_id = :id AND purpose = 'trial' AND state = 'done' ORDER BY amount",
        { id },
      );
      const history = await cavren.services.historyStore.all(id);
      const said = history.filter(({ act }) => act === 'trial.paid').map(({ after }) => after);
      expect(made).toHaveLength(refused.has(id) ? 0 : ROUNDS);
      expect(kept.map(({ amount, bank_reference }) => `${amount} ${bank_reference ?? ''}`)).toEqual(made);
      expect(said).toEqual(made.map((one) => one.split(' ')[1]));
      expect(history.filter(({ act }) => act === 'trial.refused')).toHaveLength(refused.has(id) ? ROUNDS : 0);
    }
    // Every way to fail was met, and orders were left open by it; how often depends on how fast the machine is.
    for (const fault of FAULTS) expect(met.get(fault) ?? 0, fault).toBeGreaterThan(0);
    for (const state of ['ordered', 'unknown', 'done']) expect(seen.get(state) ?? 0, state).toBeGreaterThan(0);
  });
});

describe('a server that is killed while it pays', () => {
  it('has paid each order once or not at all, at whatever statement it ended, and the next one says which', async () => {
    const walks = [await openFile(cavren), await openFile(cavren), await openFile(cavren)];
    const ids = await Promise.all(walks.map((walk) => walk.id()));
    const { config } = cavren;
    const environment = {
      ...process.env,
      CAVREN_DATA: config.dataFolder,
      CAVREN_WEB: config.webFolder,
      CAVREN_DB_PORT: String(config.database.port),
      CAVREN_DB_NAME: config.database.database,
      CAVREN_DB_USER: config.database.user,
      CAVREN_DB_PASSWORD: config.database.password,
      CAVREN_BANK_URL: config.outside.bank,
      CAVREN_LOG: 'silent',
    };
    const trials = () =>
      select<{ id: string; file_id: string; amount: string; state: string; bank_reference: string | null }>(
        cavren.db,
        "SELECT id, file_id, amount, state, bank_reference FROM payment WHERE purpose = 'trial' AND file_id IN (:ids) ORDER BY amount",
        { ids },
      );
    const ROUNDS = many(6);
    /** In how many rounds the order was left open; in the others it wasn't kept yet, or was settled. */
    let open = 0;
    for (let round = 0; round < ROUNDS; round += 1) {
      const child = spawn(
        process.execPath,
        [
          join(inject('programs'), 'paying.mjs'),
          ids[round % 3] ?? '',
          String(round * 1000),
          String((round + 0.5) / ROUNDS),
          round % 2 === 0 ? 'before' : 'on its way',
        ],
        { cwd: ROOT, env: environment, stdio: ['ignore', 'pipe', 'inherit'] },
      );
      let said = '';
      child.stdout.on('data', (part: Buffer) => (said += part.toString()));
      const [, signal] = await new Promise<[number | null, string | null]>((done) => child.once('close', (...how) => done(how)));
      expect([Number(said) > 10, signal]).toEqual([true, 'SIGKILL']);
      open += (await trials()).filter(({ state }) => state === 'ordered' || state === 'unknown').length;
      await anotherServer();
      await cavren.jobs.runDue();
    }
    expect(open).toBeGreaterThan(0);
    expect(open).toBeLessThan(ROUNDS);
    const transfers = await cavren.transfers();
    const kept = await trials();
    expect(kept.length).toBeGreaterThan(ROUNDS);
    expect(new Set(kept.map(({ state }) => state))).toEqual(new Set(['done']));
    for (const [at, walk] of walks.entries()) {
      const id = ids[at] ?? '';
      const made = transfers.filter(({ text }) => text === `Trial ${walk.reference}`).map(({ amount, reference }) => `${amount} ${reference}`);
      const ours = kept.filter(({ file_id }) => file_id === id).map(({ amount, bank_reference }) => `${amount} ${bank_reference ?? ''}`);
      expect(made).toEqual(ours);
      const said = (await cavren.services.historyStore.all(id)).filter(({ act }) => act === 'trial.paid').map(({ after }) => after);
      expect(said.toSorted()).toEqual(ours.map((one) => one.split(' ')[1]).toSorted());
    }
    expect((await verifyHistories(cavren.services.historyStore, cavren.services.sealedDays)).problems).toEqual([]);
  });
});
