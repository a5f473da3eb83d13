import { DemoPerson } from '@cavren/contract';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { z } from 'zod';
import { buildApp } from './app';
import { readConfig } from './config/index';

const config = readConfig(process.env);
const cavren = await buildApp({
  config,
  productFolder: resolve(process.env['CAVREN_PRODUCTS'] ?? 'server/data'),
  demoPeople: config.demoPeople === null ? [] : z.array(DemoPerson).parse(JSON.parse(readFileSync(config.demoPeople, 'utf8'))),
}).catch((error: unknown) => {
  process.stderr.write(`The server can’t start: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  await cavren.app.close();
  process.exit(0);
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => void stop());
// Started by a command that holds this end: when it is gone, so is the server.
if (process.env['CAVREN_FOLLOW']) process.stdin.resume().once('end', () => void stop());

cavren.jobs.start();
await cavren.app.listen({ host: config.host, port: config.port }).catch((error: unknown) => {
  const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
  process.stderr.write(
    taken ? `Port ${config.port} is taken by another program: end that, or choose another with CAVREN_PORT.\n` : `The server can’t listen: ${String(error)}\n`,
  );
  process.exit(1);
});
process.stdout.write('ready\n');
