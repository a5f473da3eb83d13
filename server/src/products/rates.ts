import { readRates, type RateTable } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import Papa from 'papaparse';

type Raw = Record<string, unknown>;

/**
 * The rate tables of a folder by their code: what each is in `<code>.json`, its rates in `<code>.csv`.
 * @throws Error that names every line of a table that can't be used.
 */
export async function readRateTables(folder: string): Promise<Map<string, RateTable>> {
  const names = (await readdir(folder).catch(() => [])).filter((name) => name.endsWith('.json'));
  const tables = new Map<string, RateTable>();
  for (const name of names) {
    const about = JSON.parse(await readFile(join(folder, name), 'utf8')) as Omit<RateTable, 'rows'>;
    const { data, meta, errors } = Papa.parse<Record<string, string>>(await readFile(join(folder, name.replace(/json$/, 'csv')), 'utf8'), {
      header: true,
      skipEmptyLines: true,
    });
    const { rows, problems } = readRates(meta.fields ?? [], data);
    const all = [...errors.map(({ row, message }) => `line ${(row ?? 0) + 2}: ${message}`), ...problems.map(speakerFor())];
    if (all.length > 0) throw new Error(`The rates ${about.code} can’t be used: ${all.join('; ')}`);
    tables.set(about.code, { ...about, rows });
  }
  return tables;
}

/** A product with its rate tables in the place of their names. */
export function withRates(raw: Raw, tables: ReadonlyMap<string, RateTable>): Raw {
  const cover = raw['cover'] as (Raw & { rates: unknown[] }) | null | undefined;
  if (!cover) return raw;
  const rates = cover.rates.map((name) => {
    const table = typeof name === 'string' ? tables.get(name) : name;
    if (!table) throw new Error(`Product ${String(raw['code'])} rests on the rates ${String(name)}, which are not there`);
    return table;
  });
  return { ...raw, cover: { ...cover, rates } };
}
