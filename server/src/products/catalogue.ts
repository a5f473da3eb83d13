import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';

type Raw = Record<string, unknown>;

async function filesOf(folder: string): Promise<[name: string, content: Raw][]> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
  return Promise.all(names.map(async (name) => [name.replace(/\.json$/, ''), JSON.parse(await readFile(join(folder, name), 'utf8')) as Raw]));
}

/** Reads every JSON file of a folder. */
export const readFolder = async (folder: string): Promise<Raw[]> => (await filesOf(folder)).map(([, content]) => content);

/** What products share, by the name of its file: for all, for a line, for a line in a place. */
export const readCatalogue = async (folder: string): Promise<Map<string, Raw>> => new Map(await filesOf(folder));
