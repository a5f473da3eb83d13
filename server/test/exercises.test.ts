import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createConnection } from 'mariadb';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { inRoot } from '../../scripts/setup/place.mjs';
import { EXERCISES, type Exercise } from './exercises/exercises';

const PARTS = ['core', 'words', 'contract', 'server', 'standins', 'web'];
const COPY = inRoot('.test-data', 'exercises');
const inCopy = (path: string): string => join(COPY, path);

/** What CONTRIBUTING says that an exercise touches: files and folders by their paths. */
function namedFor({ name }: Exercise): string[] {
  const text = readFileSync(inRoot('CONTRIBUTING.md'), 'utf8');
  const from = text.indexOf(`**${name}.**`);
  const paragraph = text.slice(from, text.indexOf('\n', from));
  return [...paragraph.matchAll(/`([\w./-]+\/[\w./-]*)`/g)].map(([, path = '']) => path);
}

const touched = ({ makes, puts }: Exercise): string[] => [...new Set([...Object.keys(makes), ...puts.map(({ file }) => file)])];

function doIt({ makes, puts }: Exercise): void {
  for (const [path, text] of Object.entries(makes)) {
    mkdirSync(dirname(inCopy(path)), { recursive: true });
    writeFileSync(inCopy(path), text);
  }
  for (const { file, behind, text } of puts) {
    const before = readFileSync(inCopy(file), 'utf8');
    if (before.split(behind).length !== 2) throw new Error(`${file} doesn’t have “${behind}” once`);
    writeFileSync(
      inCopy(file),
      before.replace(behind, () => behind + text),
    );
  }
}

async function ran(command: string, args: string[], env: NodeJS.ProcessEnv = {}): Promise<{ code: number | null; said: string }> {
  const child = spawn(command, args, { cwd: COPY, env: { ...process.env, FORCE_COLOR: '0', ...env } });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece: Buffer) => (said += piece.toString()));
  const code = await new Promise<number | null>((resolve) => child.once('close', resolve));
  return { code, said };
}

/** Each exercise of CONTRIBUTING is done in a copy of the sources; then all of it compiles, and a server works with it. */
describe('exercises of CONTRIBUTING', () => {
  beforeAll(() => {
    rmSync(COPY, { recursive: true, force: true });
    for (const part of PARTS) cpSync(inRoot(part, 'src'), inCopy(`${part}/src`), { recursive: true });
    cpSync(inRoot('server/data'), inCopy('server/data'), { recursive: true });
    symlinkSync(inRoot('node_modules'), inCopy('node_modules'));
    cpSync(inRoot('tsconfig.base.json'), inCopy('tsconfig.base.json'));
    cpSync(inRoot('web/tsconfig.json'), inCopy('web/tsconfig.json'));
    // The parts find each other here, not where they were copied from.
    const paths = Object.fromEntries(PARTS.map((part) => [`@cavren/${part}`, [`./${part}/src/index.ts`]]));
    writeFileSync(
      inCopy('tsconfig.json'),
      JSON.stringify({
        extends: './tsconfig.base.json',
        compilerOptions: { types: ['node'], lib: ['ES2023', 'ES2024.String', 'DOM', 'DOM.Iterable'], paths },
        include: ['core', 'words', 'contract', 'server', 'proof.ts'],
        exclude: ['**/*.test.ts'],
      }),
    );
    cpSync(inRoot('server/test/exercises/proof.ts'), inCopy('proof.ts'));
    for (const exercise of EXERCISES) doIt(exercise);
  });
  afterAll(() => rmSync(COPY, { recursive: true, force: true }));

  it.each(EXERCISES)('$name touches only what is named', (exercise) => {
    const named = namedFor(exercise);
    expect(named.length).toBeGreaterThan(0);
    expect(touched(exercise).filter((path) => !named.some((known) => path.startsWith(known)))).toEqual([]);
    expect(named.filter((known) => !touched(exercise).some((path) => path.startsWith(known)))).toEqual([]);
  });
  it('compiles', async () => {
    expect(await ran(inRoot('node_modules/.bin/tsc'), ['-p', 'tsconfig.json'])).toEqual({ code: 0, said: '' });
  });
  it('works: the income counts, the check is asked, the paper is due, the rows are kept', async () => {
    const { host, port, user, password } = inject('database');
    const connection = await createConnection({ host, port, user, password });
    await connection.query('CREATE DATABASE exercises CHARACTER SET utf8mb4');
    const { code, said } = await ran(process.execPath, ['--import', 'tsx', 'proof.ts'], {
      CAVREN_DB_HOST: host,
      CAVREN_DB_PORT: String(port),
      CAVREN_DB_USER: user,
      CAVREN_DB_PASSWORD: password,
      CAVREN_DB_NAME: 'exercises',
      CAVREN_DATA: inCopy('data'),
      CAVREN_LOG: 'silent',
    });
    await connection.query('DROP DATABASE exercises');
    await connection.end();
    expect(said).toContain('{');
    expect(code, said).toBe(0);
    const proven: unknown = JSON.parse(said.slice(said.indexOf('{')));
    expect(proven).toEqual({
      counted: 30_000,
      meaning: 'What is given for talks and lessons.',
      check: 'answered',
      condition: ['Registration', 'Marlin KX 42'],
      boats: [{ name: 'Sea Thrift', value: 900_000 }],
    });
  });
});
