import { buildApp, readConfig } from '@cavren/server';
import { resolve } from 'node:path';
import { demoPeople, seedDemo } from './index';
import type { Clock } from './teller';

/** Fills the database with the demo where nobody works yet; does nothing where somebody does. */
const clock: Clock = { at: null };
const cavren = await buildApp({
  config: { ...readConfig(process.env), log: 'silent' },
  productFolder: resolve(process.env['CAVREN_PRODUCTS'] ?? 'server/data'),
  now: () => clock.at ?? new Date(),
});
await cavren.app.ready();
if (!(await cavren.services.sessions.anyStaff()))
  await seedDemo(cavren, demoPeople(process.env['CAVREN_DEMO_PEOPLE'] ?? 'demo/people.json'), clock, (line) => process.stdout.write(`${line}\n`));
await cavren.app.close();
