import { rmSync } from 'node:fs';
import type { TestProject } from 'vitest/node';
import { startMariaDb } from '../../scripts/setup/mariadb.mjs';
import { inRoot } from '../../scripts/setup/place.mjs';
import { freePort } from '../../scripts/setup/ports.mjs';

declare module 'vitest' {
  export interface ProvidedContext {
    database: { host: string; port: number; user: string; password: string; folder: string };
  }
}

/** One private MariaDB for all server tests; each test file makes databases of its own in it. */
export default async function setup(project: TestProject) {
  const folder = inRoot('.test-data', 'server');
  rmSync(folder, { recursive: true, force: true });
  const database = await startMariaDb({ folder, port: await freePort(), forTests: true, manyDatabases: true });
  project.provide('database', { ...database.address, folder });
  return database.stop;
}
