import { join } from 'node:path';
import { startStandins } from './index';

const portOf = (name: string, usual: number): number => Number(process.env[name] ?? usual);

const data = process.env['CAVREN_DATA'];
const ports = {
  register: portOf('CAVREN_REGISTER_PORT', 4862),
  watchlist: portOf('CAVREN_WATCHLIST_PORT', 4863),
  bank: portOf('CAVREN_BANK_PORT', 4864),
  post: portOf('CAVREN_POST_PORT', 4865),
  timestamp: portOf('CAVREN_TIMESTAMP_PORT', 4866),
  issuing: portOf('CAVREN_ISSUING_PORT', 4867),
};
const { stop } = await startStandins(ports, data === undefined ? undefined : join(data, 'standins'));
const end = (): void => void stop().then(() => process.exit(0));
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, end);
// Started by a command that holds this end: when it is gone, so are the services.
if (process.env['CAVREN_FOLLOW']) process.stdin.resume().once('end', end);
