import { availableParallelism } from 'node:os';
import type { ResourceLimits } from 'node:worker_threads';
import Piscina from 'piscina';

/** A thread that has nothing to do waits so long for the next piece of work: starting one takes longer than most of them. */
const IDLE_MS = 30_000;

/**
 * Worker threads for work that would hold up the thread that answers requests.
 * @param here the caller's own `import.meta.url`.
 * @param source the worker's file beside the caller, as it is in the sources.
 * @param bundled its name in the bundled server.
 * @param resourceLimits what one thread may use of memory; one that uses more ends, and its work fails.
 */
export function workerThreads(here: string, source: string, bundled: string, most = availableParallelism(), resourceLimits: ResourceLimits = {}): Piscina {
  const fromSource = here.endsWith('.ts');
  const worker = new URL(fromSource ? source : bundled, here);
  return new Piscina({
    filename: worker.href,
    maxThreads: most,
    minThreads: 1,
    idleTimeout: IDLE_MS,
    resourceLimits,
    ...(fromSource ? { execArgv: ['--import', 'tsx'] } : {}),
  });
}
