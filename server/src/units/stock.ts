import { StockShape } from '@cavren/contract';
import { readRents, readUnits, type Unit } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { existsSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { z } from 'zod';
import { readTable } from '../tables/index';

/** Where drawings of plans lie, within the folder of the stocks. */
export const PICTURES = 'pictures';

/** A stock of units as its folder has it. */
export interface Stock {
  code: string;
  label: string;
  place: string;
  units: Unit[];
}

/**
 * The stocks of a folder: what each is and its plans in `<code>.json`, its units in `<code>.csv`, rents in `<code>-rents.csv`.
 * @throws Error that names every line that can't be used.
 */
export async function readStocks(folder: string): Promise<Stock[]> {
  const names = (await readdir(folder).catch(() => [])).filter((name) => name.endsWith('.json')).sort();
  const stocks: Stock[] = [];
  for (const name of names) {
    const about: z.output<typeof StockShape> = StockShape.parse(JSON.parse(await readFile(join(folder, name), 'utf8')));
    const listed = await readTable(join(folder, name.replace(/json$/, 'csv')));
    const priced = await readTable(join(folder, name.replace(/\.json$/, '-rents.csv')));
    const { rents, problems: rentProblems } = readRents(priced.head, priced.records);
    const plans = about.plans.map((plan) => ({ ...plan, rents: rents.get(plan.code) ?? [] }));
    const { units, problems } = readUnits(about.code, plans, listed.head, listed.records);
    const unseen = plans.flatMap(({ code, picture }) =>
      picture !== null && !existsSync(join(folder, PICTURES, picture)) ? [`the picture ${picture} of the plan ${code} isn’t there`] : [],
    );
    const unpriced = plans.filter((plan) => plan.rents.length === 0).map((plan) => `the plan ${plan.code} has no rent`);
    const all = [...listed.faults, ...priced.faults, ...[...problems, ...rentProblems].map(speakerFor()), ...unpriced, ...unseen];
    if (all.length > 0) throw new Error(`The units ${about.code} can’t be used: ${all.join('; ')}`);
    stocks.push({ code: about.code, label: about.label, place: about.place, units });
  }
  return stocks;
}
