import { resolve } from 'node:path';
import { buildApp } from './app';
import { readConfig } from './config/index';
import { DEMO_PEOPLE, seedDemo } from './demo/index';

const config = readConfig(process.env);
const clock = { at: null as Date | null };
const cavren = await buildApp({
  config,
  productFolder: resolve(process.env['CAVREN_PRODUCTS'] ?? 'server/data'),
  now: () => clock.at ?? new Date(),
  demoPeople: config.demo ? DEMO_PEOPLE : [],
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

if (config.demo && !(await cavren.stores.sessions.anyStaff())) {
  await seedDemo(cavren, clock, (line) => process.stdout.write(`${line}\n`));
}
cavren.jobs.start();
await cavren.services.lapse.start();
await cavren.app.listen({ host: config.host, port: config.port }).catch((error: unknown) => {
  const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
  process.stderr.write(
    taken ? `Port ${config.port} is taken by another program: end that, or choose another with CAVREN_PORT.\n` : `The server can’t listen: ${String(error)}\n`,
  );
  process.exit(1);
});
process.stdout.write('ready\n');
