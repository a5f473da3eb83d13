import PQueue from 'p-queue';

export interface Turns {
  /**
   * Does some work when its turn comes: at most so many at once for one key, and for all keys together.
   * @throws what `full` gives, at once, when too many wait for that key already.
   */
  inTurn<Result>(key: string, work: () => Promise<Result>): Promise<Result>;
}

/**
 * Lines that form before what takes only so many at once. They are this server's own: between servers the database decides.
 * @param most.ofOne at once for one key @param most.waiting in line for one key @param most.inAll at once for all keys.
 */
export function makeTurns(most: { ofOne: number; waiting: number; inAll?: number }, full: () => Error): Turns {
  const lines = new Map<string, PQueue>();
  const all = most.inAll === undefined ? null : new PQueue({ concurrency: most.inAll });
  return {
    async inTurn(key, work) {
      const line = lines.get(key) ?? new PQueue({ concurrency: most.ofOne });
      if (line.size >= most.waiting) throw full();
      lines.set(key, line);
      try {
        return await line.add(() => (all ? all.add(work) : work()));
      } finally {
        if (line.pending + line.size === 0 && lines.get(key) === line) lines.delete(key);
      }
    },
  };
}
