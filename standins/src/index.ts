import { bankService } from './bank/index';
import { issuingService } from './issuing/index';
import { postService } from './post/index';
import { registerService } from './register/index';
import type { AnyService } from './service/index';
import { timestampService } from './timestamp/index';
import { watchlistService } from './watchlist/index';

export { MODES, type Mode } from './service/index';

export interface StandinPorts {
  register: number;
  watchlist: number;
  bank: number;
  post: number;
  timestamp: number;
  issuing: number;
}

/**
 * Starts the simulated outside services on loopback; without a port of its own each takes a free one.
 * @param folder where a service keeps what has to outlive it. @returns their addresses and a stop.
 */
export async function startStandins(
  ports: Partial<StandinPorts> = {},
  folder?: string,
): Promise<{ urls: Record<keyof StandinPorts, string>; stop: () => Promise<void> }> {
  const services: Record<keyof StandinPorts, AnyService> = {
    register: registerService(),
    watchlist: watchlistService(),
    bank: bankService(),
    post: postService(),
    timestamp: timestampService(folder),
    issuing: issuingService(),
  };
  const names = Object.keys(services) as (keyof StandinPorts)[];
  const started = await Promise.all(names.map(async (name) => [name, await services[name].listen({ host: '127.0.0.1', port: ports[name] ?? 0 })] as const));
  return {
    urls: Object.fromEntries(started) as Record<keyof StandinPorts, string>,
    stop: async () => {
      await Promise.all(names.map((name) => services[name].close()));
    },
  };
}
