import { PlacePack, ProductDefinition, ProductOnOffer } from '@cavren/contract';
import type { PlacePack as Pack, ProductDefinition as Product } from '@cavren/core';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { Table, type Sequelize } from '../db/index';
import { staffFor, type App } from '../http/index';

interface ProductRow {
  id: string;
  code: string;
  version: number;
  definition: Product;
  pack: Pack;
}

export interface Products {
  /** The newest version of each product. */
  onOffer(): Promise<ProductRow[]>;
  byId(id: string): Promise<ProductRow>;
  /** Reads product and place files of a folder into the database; a version that is there already stays as it is. */
  load(folder: string): Promise<void>;
}

export function makeProducts(db: Sequelize): Products {
  const table = new Table<ProductRow>(db, 'product', { id: 'key', code: 'key', version: 'int', definition: 'json', pack: 'json' }, ['id']);
  const known = new Map<string, ProductRow>();
  return {
    async onOffer() {
      const rows = await table.find({}, { order: [['version', 'ASC']] });
      return [...new Map(rows.map((row) => [row.code, row])).values()];
    },
    async byId(id) {
      const row = known.get(id) ?? (await table.one({ id }));
      if (!row) throw new Error(`There is no product ${id}`);
      known.set(id, row);
      return row;
    },
    async load(folder) {
      const read = async (kind: string) =>
        Promise.all((await readdir(join(folder, kind))).map(async (name) => JSON.parse(await readFile(join(folder, kind, name), 'utf8')) as unknown));
      const packs = (await read('places')).map((raw) => PlacePack.parse(raw));
      for (const raw of await read('products')) {
        const definition = ProductDefinition.parse(raw);
        const pack = packs.find(({ code }) => code === definition.place);
        if (!pack) throw new Error(`Product ${definition.code} names the place ${definition.place}, which has no pack`);
        const astray = [...definition.needs, ...definition.rows].find(({ before }) => !definition.route.includes(before));
        if (astray) throw new Error(`Product ${definition.code} asks for “${astray.label}” before ${astray.before}, which is not on its route`);
        const id = `${definition.code}-${definition.version}`;
        if (!(await table.one({ id }))) await table.insert({ id, code: definition.code, version: definition.version, definition, pack });
      }
    },
  };
}

export function productRoutes(app: App, products: Products): void {
  app.get('/api/products', { schema: { response: { 200: z.array(ProductOnOffer) } } }, async (request) => {
    staffFor(request, 'file.read');
    return (await products.onOffer()).map(({ definition: { code, name, line, place } }) => ({ code, name, line, place }));
  });
}
