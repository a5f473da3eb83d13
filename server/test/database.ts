import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { buildServer } from '../../scripts/setup/build.mjs';
import { startMariaDb } from '../../scripts/setup/mariadb.mjs';
import { inRoot } from '../../scripts/setup/place.mjs';
import { freePort } from '../../scripts/setup/ports.mjs';

declare module 'vitest' {
  export interface ProvidedContext {
    database: { host: string; port: number; user: string; password: string; folder: string };
    /** Where the programs lie that tests start and end, bundled: made of their sources each would take ten times as long to start. */
    programs: string;
  }
}

/** One private MariaDB for all server tests; each test file makes databases of its own in it. */
export default async function setup(project: TestProject) {
  const folder = inRoot('.test-data', 'server');
  rmSync(folder, { recursive: true, force: true });
  const database = await startMariaDb({ folder, port: await freePort(), forTests: true, manyDatabases: true });
  project.provide('database', { ...database.address, folder });
  const programs = join(folder, 'programs');
  await buildServer(programs, { paying: inRoot('server/test/paying.ts') });
  project.provide('programs', programs);
  return database.stop;
}
