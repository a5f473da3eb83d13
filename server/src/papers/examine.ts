import { MAX_PAPER_BYTES, PAPER_TYPES } from '@cavren/contract';
import type { ProductDefinition } from '@cavren/core';
import { MessageChannel } from 'node:worker_threads';
import { workerThreads } from '../threads/index';
import { PROBLEM } from './problems';

export type PaperType = (typeof PAPER_TYPES)[number];

/** What is wrong with a paper, by the names of this concept's problems. */
export type PaperFault =
  | 'empty'
  | 'tooLarge'
  | 'otherKind'
  | 'noBeginning'
  | 'damagedPdf'
  | 'damagedPicture'
  | 'encrypted'
  | 'active'
  | 'inflates'
  | 'tooMuchWork';
/** What a product wants done with a paper that acts by itself. */
export type ActivePapers = ProductDefinition['activePapers'];
export type Examined = { type: PaperType; cleaned?: Uint8Array } | { fault: PaperFault; found?: string };
/** A paper as it may be kept. */
export interface KeptPaper {
  type: PaperType;
  content: Buffer;
  /** Whether something was taken out of it. */
  cleaned: boolean;
}

/** How long and with how much memory one paper may be looked at. */
const MOST_MS = 10_000;
/** How long a paper may wait until one of the threads is free. */
const MOST_WAIT_MS = 120_000;
const MOST_MEGABYTES = 192;
const MOST_AT_ONCE = 2;

let threads: ReturnType<typeof workerThreads> | null = null;
const examiners = () =>
  (threads ??= workerThreads(import.meta.url, './worker.ts', './examine.mjs', MOST_AT_ONCE, {
    maxOldGenerationSizeMb: MOST_MEGABYTES,
    maxYoungGenerationSizeMb: 48,
  }));

/**
 * Says what a paper is by its content, and refuses what can't be looked at: empty, too large, another kind, damaged, locked,
 * or, unless the product has that taken out, with something in it that acts by itself. Papers are looked at beside the thread
 * that answers requests, each within limits of time and memory, so that one that was made to be hard to read harms nobody else.
 * @param active what the product wants done with a paper that acts.
 * @throws ProblemError 422 that says what is wrong and what would be right.
 */
export async function examinePaper(content: Buffer, active: () => Promise<ActivePapers>): Promise<KeptPaper> {
  if (content.length === 0) throw PROBLEM.empty({}, 'file');
  if (content.length > MAX_PAPER_BYTES) throw PROBLEM.tooLarge({}, 'file');
  let examined = await examine(content, false);
  // Few papers act, so the product is asked only about one that does.
  if ('fault' in examined && examined.fault === 'active' && (await active()) === 'cleaned') examined = await examine(content, true);
  if ('fault' in examined) throw PROBLEM[examined.fault]({ ...(examined.fault === 'otherKind' ? { found: examined.found ?? 'none' } : {}) }, 'file');
  const { type, cleaned } = examined;
  return { type, content: cleaned ? Buffer.from(cleaned) : content, cleaned: cleaned !== undefined };
}

/** Looks at a paper in a thread. The time it may take begins when a thread begins with it: waiting for one, or for one to start, is not the paper's fault. */
async function examine(bytes: Buffer, clean: boolean): Promise<Examined> {
  const { port1, port2 } = new MessageChannel();
  const stop = new AbortController();
  const after = (milliseconds: number) => setTimeout(() => stop.abort(), milliseconds);
  let timer = after(MOST_WAIT_MS);
  port1.once('message', () => {
    clearTimeout(timer);
    timer = after(MOST_MS);
  });
  try {
    return (await examiners().run({ bytes, clean, begun: port2 }, { signal: stop.signal, transferList: [port2] })) as Examined;
  } catch {
    return { fault: 'tooMuchWork' };
  } finally {
    clearTimeout(timer);
    port1.close();
  }
}
