import type { FilePage } from '@cavren/contract';
import { rmSync } from 'node:fs';
import { inRoot } from '../scripts/setup/place.mjs';
import { freePorts } from '../scripts/setup/ports.mjs';
import { startCavren } from '../scripts/setup/running.mjs';

/** How many files there are, before anybody has worked in them. */
async function filesIn(url: string): Promise<number> {
  const signedIn = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ username: 'maud', password: 'quillhaven' }),
  });
  const cookie = signedIn.headers.getSetCookie().map((line) => line.split(';')[0]);
  const files = await fetch(`${url}/api/files?page=1&size=5&sort=due`, { headers: { cookie: cookie.join('; ') } });
  return ((await files.json()) as FilePage).total;
}

/** Starts the real thing with its demo data for all end-to-end tests, and stops it after them. */
export default async function start(): Promise<() => Promise<void>> {
  const folder = inRoot('.test-data', 'e2e');
  rmSync(folder, { recursive: true, force: true });
  const ports = await freePorts();
  const cavren = await startCavren({ folder, ports, log: 'error', forTests: true });
  process.env['CAVREN_E2E_URL'] = cavren.url;
  process.env['CAVREN_E2E_DATABASE'] = String(ports.database);
  process.env['CAVREN_E2E_POST'] = `http://127.0.0.1:${ports.post}`;
  process.env['CAVREN_E2E_REGISTER'] = `http://127.0.0.1:${ports.register}`;
  // Whom the walks bring along, as the register of persons knows them.
  const couple = [
    { number: '987-65-4320', fullName: 'Signe Tern', birthDate: '1987-07-04' },
    { number: '987-65-4325', fullName: 'Ivo Tern', birthDate: '1985-02-03' },
  ];
  await fetch(`${process.env['CAVREN_E2E_REGISTER']}/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(couple),
  });
  process.env['CAVREN_E2E_FILES'] = String(await filesIn(cavren.url));
  return cavren.stop;
}
