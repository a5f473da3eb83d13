import { OfferQuery, PlacePack, ProductDefinition, ProductOnOffer } from '@cavren/contract';
import { offerBars, type Certificate, type IsoDate, type PlacePack as Pack, type ProductDefinition as Product } from '@cavren/core';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { Table, type Sequelize } from '../db/index';
import { staffFor, type App } from '../http/index';
import { upgradePack, upgradeProduct } from './upgrade';

interface ProductRow {
  id: string;
  code: string;
  version: number;
  definition: Product;
  pack: Pack;
}

export interface Products {
  /** The newest version of each product; those that were revised most, so the longest in use, first. */
  newest(): Promise<ProductRow[]>;
  byId(id: string): Promise<ProductRow>;
  /** Reads product and place files of a folder into the database; a version that is there already stays as it is. */
  load(folder: string): Promise<void>;
}

export function makeProducts(db: Sequelize): Products {
  const table = new Table<ProductRow>(db, 'product', { id: 'key', code: 'key', version: 'int', definition: 'json', pack: 'json' }, ['id']);
  const known = new Map<string, ProductRow>();
  const upgraded = (row: ProductRow): ProductRow => ({
    ...row,
    definition: ProductDefinition.parse(upgradeProduct(row.definition)),
    pack: PlacePack.parse(upgradePack(row.pack)),
  });
  async function byId(id: string): Promise<ProductRow> {
    const there = known.get(id);
    if (there) return there;
    const row = await table.one({ id });
    if (!row) throw new Error(`There is no product ${id}`);
    known.set(id, upgraded(row));
    return upgraded(row);
  }
  return {
    byId,
    async newest() {
      const rows = await table.find({}, { order: [['version', 'ASC']] });
      const latest = new Map(rows.map(({ code, id }) => [code, id]));
      const products = await Promise.all([...latest.values()].map(byId));
      return products.sort((a, b) => b.version - a.version || a.code.localeCompare(b.code));
    },
    async load(folder) {
      const read = async (kind: string) =>
        Promise.all((await readdir(join(folder, kind))).map(async (name) => JSON.parse(await readFile(join(folder, kind, name), 'utf8')) as unknown));
      const packs = (await read('places')).map((raw) => PlacePack.parse(raw));
      for (const raw of await read('products')) {
        const definition = ProductDefinition.parse(raw);
        const pack = packs.find(({ code }) => code === definition.place);
        if (!pack) throw new Error(`Product ${definition.code} names the place ${definition.place}, which has no pack`);
        refuseContradictions(definition);
        refuseMissingTables(definition, pack);
        const id = `${definition.code}-${definition.version}`;
        if (!(await table.one({ id }))) await table.insert({ id, code: definition.code, version: definition.version, definition, pack });
      }
    },
  };
}

/** A product that would ask for what its files can never give is refused before anybody meets it. */
function refuseContradictions({ code, route, needs, rows, questions, consents, lookUpConsent, declineReasons, signing, roles }: Product): void {
  const astray = [...needs, ...rows].find(({ before }) => !route.includes(before));
  if (astray) throw new Error(`Product ${code} asks for “${astray.label}” before ${astray.before}, which is not on its route`);
  const codes = questions.map((question) => question.code);
  for (const { code: question, follows, ends, before, answer, options } of questions) {
    if (!route.includes(before)) throw new Error(`Product ${code} asks the question ${question} before ${before}, which is not on its route`);
    if (answer === 'choice' && !options) throw new Error(`Product ${code}: the question ${question} has no answers to choose from`);
    if (follows && codes.indexOf(follows.question) >= codes.indexOf(question))
      throw new Error(`Product ${code}: ${question} must come after ${follows.question}, which it follows`);
    if (follows && !codes.includes(follows.question)) throw new Error(`Product ${code}: ${question} follows ${follows.question}, which is not there`);
    if (ends && !declineReasons.some((reason) => reason.code === ends.reason))
      throw new Error(`Product ${code}: ${question} ends with the reason ${ends.reason}, which is not in its list`);
  }
  if (!consents.some(({ kind }) => kind === lookUpConsent))
    throw new Error(`Product ${code} names ${lookUpConsent} as its consent to look-ups, but has no such text`);
  const foreign = signing.order.find((role) => !roles.includes(role));
  if (foreign) throw new Error(`Product ${code} is signed by ${foreign}, a role that it doesn’t have`);
}

/** A product can't rest on a table that its place doesn't have. */
function refuseMissingTables({ code, income, commitments, measures, limits }: Product, pack: Pack): void {
  const lacking = [
    ...(pack.taxes.length === 0 && (income.basis === 'net' || measures.includes('residualIncome')) ? ['a tax table'] : []),
    ...(pack.benchmark === null && commitments.benchmark ? ['a benchmark of living costs'] : []),
    ...(pack.residualIncome === null && limits.some(({ from }) => from === 'residualIncome') ? ['a table of residual income'] : []),
    ...(pack.guideline === null && measures.includes('guidelineShare') ? ['a poverty guideline'] : []),
  ];
  if (lacking.length > 0) throw new Error(`Product ${code} needs ${lacking.join(' and ')}, which ${pack.name} doesn’t have`);
  for (const { measure, bound, value, refer } of limits)
    if (refer !== undefined && (bound === 'most' ? refer > value : refer < value))
      throw new Error(`Product ${code}: what an approver weighs for ${measure} must lie inside the limit`);
}

export function productRoutes(app: App, products: Products, certificatesOf: (staffId: string) => Promise<Certificate[]>, today: () => IsoDate): void {
  app.get('/api/products', { schema: { querystring: OfferQuery, response: { 200: z.array(ProductOnOffer) } } }, async (request) => {
    const actor = staffFor(request, 'file.read');
    const { channel, on } = request.query;
    const certificates = await certificatesOf(actor.id);
    return (await products.newest()).map(({ definition, pack }) => ({
      code: definition.code,
      name: definition.name,
      line: definition.line,
      place: definition.place,
      placeName: pack.name,
      round: definition.round,
      bars: offerBars(definition, pack.name, { on: on ?? today(), channel, certificates }),
    }));
  });
}
