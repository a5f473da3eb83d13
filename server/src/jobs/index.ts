import type { FastifyBaseLogger } from 'fastify';
import type { Sequelize, Tx } from '../db/index';
import { jobsStore, type JobRow } from './store';

export type JobWork = (subject: string) => Promise<void>;

export interface Jobs {
  /**
   * Says how jobs of a kind are done. The work must be safe to do twice.
   * @param how.untilDone is repeated for as long as it takes, never given up.
   */
  handle(kind: string, work: JobWork, how?: { untilDone: boolean }): void;
  add(kind: string, subject: string, tx?: Tx): Promise<void>;
  /** Has a job of a kind done once in every stretch of time, by one server of all; begins when the jobs do. */
  every(kind: string, stretchMs: number): void;
  /** Works off what is due now; resolves when nothing due is left. */
  runDue(): Promise<number>;
  /** For tests and for the moment a service is back: everything that waits is due at once. */
  makeAllDue(): Promise<void>;
  start(): void;
  stop(): Promise<void>;
  poke(): void;
}

const MOST_ATTEMPTS = 40;
const HOUR_MS = 60 * 60 * 1000;
const LONGEST_PAUSE_MS = 5 * 60_000;

export function makeJobs(db: Sequelize, log: FastifyBaseLogger, everyMs = 700): Jobs {
  const store = jobsStore(db);
  const works = new Map<string, JobWork>();
  const neverGivenUp = new Set<string>();
  const regular: { kind: string; stretchMs: number }[] = [];
  const clocks: NodeJS.Timeout[] = [];
  const ask = ({ kind, stretchMs }: (typeof regular)[number]): Promise<void> =>
    store.add(kind, new Date(Math.floor(Date.now() / stretchMs) * stretchMs).toISOString(), new Date().toISOString()).catch(() => undefined);
  let timer: NodeJS.Timeout | null = null;
  let running: Promise<number> | null = null;

  async function workOn(job: JobRow): Promise<void> {
    const work = works.get(job.kind);
    try {
      if (!work) throw new Error(`Nobody does jobs of the kind ${job.kind}`);
      await work(job.subject);
      await store.finish(job);
    } catch (error) {
      const problem = error instanceof Error ? error.message : String(error);
      if (job.attempts >= MOST_ATTEMPTS && !neverGivenUp.has(job.kind)) {
        log.error({ kind: job.kind, problem }, 'job failed for good');
        await store.giveUp(job, problem);
        return;
      }
      log.warn({ kind: job.kind, attempts: job.attempts, problem }, 'job will be repeated');
      const pause = Math.min(LONGEST_PAUSE_MS, 1000 * 2 ** Math.min(job.attempts, 20));
      await store.again(job, new Date(Date.now() + pause).toISOString(), problem);
    }
  }

  async function drain(): Promise<number> {
    let done = 0;
    for (;;) {
      const due = await store.claim(new Date(), 5);
      if (due.length === 0) return done;
      // One that can't even say how it ended doesn't leave the others running by themselves.
      const ended = await Promise.allSettled(due.map(workOn));
      const fault = ended.find((one) => one.status === 'rejected');
      if (fault) throw fault.reason;
      done += due.length;
    }
  }

  function turn(): void {
    running ??= drain()
      .catch((error: unknown) => {
        log.warn({ err: error }, 'the job table could not be read; trying again');
        return 0;
      })
      .finally(() => {
        running = null;
      });
  }

  return {
    handle(kind, work, how) {
      works.set(kind, work);
      if (how?.untilDone) neverGivenUp.add(kind);
    },
    add: (kind, subject, tx) => store.add(kind, subject, new Date().toISOString(), tx),
    async runDue() {
      if (running) await running;
      return drain();
    },
    async makeAllDue() {
      await store.makeDue(new Date().toISOString());
    },
    every: (kind, stretchMs) => void regular.push({ kind, stretchMs }),
    start() {
      timer ??= setInterval(turn, everyMs);
      for (const one of regular) {
        void ask(one);
        clocks.push(setInterval(() => void ask(one), Math.min(one.stretchMs, HOUR_MS)).unref());
      }
    },
    async stop() {
      if (timer) clearInterval(timer);
      timer = null;
      clocks.splice(0).forEach(clearInterval);
      if (running) await running;
    },
    poke() {
      if (timer) setTimeout(turn, 20);
    },
  };
}
