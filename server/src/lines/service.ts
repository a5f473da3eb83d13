import { LinesAnswer, LinesTaken, type LinesOrder } from '@cavren/contract';
import {
  END_STAGES,
  isLockedFor,
  LINE_FIELDS,
  lineName,
  lineProblems,
  linesToSend,
  linesToWithdraw,
  lineValues,
  newestOf,
  startOf,
  type CoverLine,
  type FileState,
  type LineVersion,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { SYSTEM, type Actor } from '../http/index';
import { ask, OutsideError } from '../outside/index';
import { PROBLEM } from './problems';
import type { LinesStore, LineVersionRow } from './store';

const SERVICE = 'The issuing system';

/** Lines of cover on their way: sent as they are, answered later one by one. */
export function linesService({ services, jobs, config }: House, store: LinesStore) {
  /** A line that lacks something, or can't be covered as it is asked, isn't sent. */
  function refuseUnfit({ file, today }: FileChange, lines: readonly CoverLine[]): void {
    for (const line of lines) {
      const lacking = LINE_FIELDS.find((field) => line[field] === null);
      if (lacking !== undefined || lineProblems(file, line, today).length > 0)
        throw PROBLEM.notWhole({ line: lineName(file, line) }, `${line.id}.${lacking ?? 'item'}`);
    }
  }

  /** Takes what was sent to the issuing system: each sending once, whatever is repeated. */
  async function sendNow(subject: string): Promise<void> {
    const [fileId = ''] = subject.split(':');
    const waiting = await store.waiting(fileId);
    const keys = [...new Set(waiting.filter(({ ticket }) => ticket === null).map(({ orderKey }) => orderKey))];
    for (const orderKey of keys) {
      const { file } = await services.files.state({ id: fileId });
      const body = orderOf(
        file,
        waiting.filter((row) => row.orderKey === orderKey),
      );
      const { ticket } = await ask({ service: SERVICE, url: `${config.outside.issuing}/lines`, body, answer: LinesTaken, idempotencyKey: orderKey });
      await store.ticketed(fileId, orderKey, ticket);
    }
    await jobs.add('lines.ask', subject);
    jobs.poke();
  }
  jobs.handle('lines.send', sendNow, { untilDone: true });

  /** Asks what became of what was sent, until every line is answered. */
  async function askNow(subject: string): Promise<void> {
    const [fileId = ''] = subject.split(':');
    const waiting = await store.waiting(fileId);
    const tickets = [...new Set(waiting.flatMap(({ ticket }) => (ticket === null ? [] : [ticket])))];
    let open = waiting.some(({ ticket }) => ticket === null);
    for (const ticket of tickets) {
      const answer = await ask({
        service: SERVICE,
        url: `${config.outside.issuing}/lines/answers`,
        body: { ticket },
        answer: LinesAnswer,
        idempotencyKey: ticket,
      });
      if ('waiting' in answer) open = true;
      else open = (await take(fileId, ticket, answer.lines)) || open;
    }
    if (open) throw new OutsideError(SERVICE, 'hasn’t answered yet');
  }
  jobs.handle('lines.ask', askNow, { untilDone: true });

  /** Writes down what the issuing system said of each line of one sending; whether something of it is still open. */
  async function take(fileId: string, ticket: string, answers: Extract<LinesAnswer, { lines: unknown }>['lines']): Promise<boolean> {
    let left = false;
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      const rows = (await store.waiting(fileId, change.tx)).filter((row) => row.ticket === ticket);
      const said = { accepted: 0, rejected: 0 };
      for (const row of rows) {
        const answer = answers.find(({ id }) => id === row.lineId);
        if (!answer) {
          left = true;
          continue;
        }
        const answeredAt = change.now;
        if ('faults' in answer) {
          said.rejected += 1;
          await store.update(row.id, { state: 'rejected', faults: answer.faults, answeredAt }, change.tx);
        } else {
          said.accepted += 1;
          await store.update(row.id, { state: row.withdraws ? 'withdrawn' : 'accepted', number: answer.number, answeredAt }, change.tx);
        }
      }
      if (said.accepted + said.rejected === 0) return;
      await change.reload('lineVersions');
      change.record('lines.answer', 'request', null, JSON.stringify(said));
      await takeOut(change);
    });
    return left;
  }

  /** Puts lines as they are now, and what is to be taken out, on their way to the issuing system. */
  async function order(change: FileChange, lines: readonly CoverLine[], gone: readonly LineVersion[]): Promise<void> {
    const { file, now, actor } = change;
    const orderKey = nanoid();
    const sent = { fileId: change.row.id, state: 'sent' as const, faults: [], orderKey, ticket: null, sentAt: now, sentBy: actor.name, answeredAt: null };
    await store.insertMany(
      [
        ...lines.map((line): LineVersionRow => {
          const before = newestOf(file, line.id);
          const [version, number] = [(before?.version ?? 0) + 1, before?.number ?? null];
          return { ...sent, id: nanoid(), lineId: line.id, version, number, details: lineValues(file, line), withdraws: false };
        }),
        ...gone.map(({ lineId, version, number, values }): LineVersionRow => {
          return { ...sent, id: nanoid(), lineId, version: version + 1, number, details: values, withdraws: true };
        }),
      ],
      change.tx,
    );
    await change.reload('lineVersions');
    change.record('lines.send', 'request', null, JSON.stringify({ lines: lines.length, withdrawn: gone.length }));
    // A job of one subject is done once: each sending is a subject of its own.
    await jobs.add('lines.send', `${change.row.id}:${orderKey}`, change.tx);
    change.afterwards(() => jobs.poke());
  }

  /** What the issuing system has accepted of a file that ended without a policy is taken out there. */
  async function takeOut(change: FileChange): Promise<void> {
    const ended = END_STAGES.some((stage) => stage === change.file.stage);
    const accepted = change.file.lineVersions.filter(({ state, number }) => number !== null && (state === 'accepted' || state === 'rejected'));
    if (ended && accepted.length > 0) await order(change, [], accepted);
  }

  return {
    takeOut,
    /** Of a policy that was changed while it runs: lines that are otherwise now go out as their next version, and what is gone is taken out. */
    async sendChanged(change: FileChange): Promise<void> {
      if (!change.file.product.cover?.lines) return;
      await change.flush();
      const [lines, gone] = [linesToSend(change.file), linesToWithdraw(change.file)];
      if (lines.length + gone.length > 0) await order(change, lines, gone);
    },
    /** Sends lines as they are now, and what was accepted and isn't there any more. */
    send: (reference: string, version: number, wanted: readonly string[] | undefined, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file } = change;
        if (!file.product.cover?.lines) throw PROBLEM.noLines();
        if (isLockedFor(file, { entity: 'coverLine', field: 'units' })) throw PROBLEM.stage();
        const lines = linesToSend(file).filter(({ id }) => !wanted || wanted.includes(id));
        const gone = wanted ? [] : linesToWithdraw(file);
        if (lines.length + gone.length === 0) throw PROBLEM.nothingToSend();
        refuseUnfit(change, lines);
        await order(change, lines, gone);
      }),
    versions: async (reference: string, lineId: string) => {
      const { row } = await services.files.state({ reference });
      return store.versions(row.id, lineId);
    },
  };
}
export type LinesService = ReturnType<typeof linesService>;

/** What the issuing system is asked to take. */
function orderOf(file: FileState, rows: readonly LineVersionRow[]): LinesOrder {
  return {
    reference: file.reference,
    product: file.product.code,
    place: file.pack.code,
    startsOn: startOf(file, file.receivedOn),
    lines: rows.filter(({ withdraws }) => !withdraws).map(({ lineId: id, version, number, details: values }) => ({ id, version, number, values })),
    withdrawn: rows.filter(({ withdraws }) => withdraws).map(({ lineId: id, number }) => ({ id, number: number ?? '' })),
  };
}
