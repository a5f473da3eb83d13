import { rmSync } from 'node:fs';
import { inRoot } from '../scripts/setup/place.mjs';
import { freePorts } from '../scripts/setup/ports.mjs';
import { startCavren } from '../scripts/setup/running.mjs';

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
  return cavren.stop;
}
