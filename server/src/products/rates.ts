import { readLineRates, readRates, type LineRateTable, type RateTable } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readTable } from '../tables/index';

type Raw = Record<string, unknown>;

/**
 * The rate tables of a folder by their code: what each is in `<code>.json`, its rates in `<code>.csv`.
 * @throws Error that names every line of a table that can't be used.
 */
export async function readRateTables(folder: string): Promise<Map<string, RateTable | LineRateTable>> {
  const names = (await readdir(folder).catch(() => [])).filter((name) => name.endsWith('.json'));
  const tables = new Map<string, RateTable | LineRateTable>();
  for (const name of names) {
    const about = JSON.parse(await readFile(join(folder, name), 'utf8')) as Omit<RateTable, 'rows'> & { of?: 'lines' };
    const { head, records, faults } = await readTable(join(folder, name.replace(/json$/, 'csv')));
    const { of, ...known } = about;
    const { rows, problems } = of === 'lines' ? readLineRates(head, records) : readRates(head, records);
    const all = [...faults, ...problems.map(speakerFor())];
    if (all.length > 0) throw new Error(`The rates ${about.code} can’t be used: ${all.join('; ')}`);
    tables.set(about.code, { ...known, rows } as RateTable | LineRateTable);
  }
  return tables;
}

/** A product with its rate tables in the place of their names. */
export function withRates(raw: Raw, tables: ReadonlyMap<string, RateTable | LineRateTable>): Raw {
  const cover = raw['cover'] as (Raw & { rates: unknown[]; lines?: (Raw & { rates: unknown[] }) | null }) | null | undefined;
  if (!cover) return raw;
  const named = (names: unknown[]) =>
    names.map((name) => {
      const table = typeof name === 'string' ? tables.get(name) : name;
      if (!table) throw new Error(`Product ${String(raw['code'])} rests on the rates ${String(name)}, which are not there`);
      return table;
    });
  const lines = cover.lines ? { ...cover.lines, rates: named(cover.lines.rates) } : null;
  return { ...raw, cover: { ...cover, rates: named(cover.rates), lines } };
}
