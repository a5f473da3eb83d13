import { PROBLEM } from './problems';
import { OfferQuery, PlacePack, ProductDefinition, ProductInForce, ProductOnOffer } from '@cavren/contract';
import {
  classesOf,
  extended,
  missingLineRates,
  missingRates,
  offerBars,
  type CoverRules,
  type IsoDate,
  type OfferWish,
  type PlacePack as Pack,
  type ProductDefinition as Product,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { join } from 'node:path';
import { z } from 'zod';
import { select, Table, type Sequelize } from '../db/index';
import type { Concept, Services } from '../house/index';
import { staffFor } from '../http/index';
import { readCatalogue, readFolder } from './catalogue';
import { readRateTables, withRates } from './rates';
import { upgradePack, upgradeProduct } from './upgrade';

export interface ProductRow {
  id: string;
  code: string;
  version: number;
  definition: Product;
  pack: Pack;
}

export interface Products {
  /** The newest version of each product; those that were revised most, so the longest in use, first. */
  newest(): Promise<ProductRow[]>;
  /** Every version of every product. */
  all(): Promise<ProductRow[]>;
  byId(id: string): Promise<ProductRow>;
  /** The place whose way of writing a search is read in, and whose day a list without a file is of. */
  homePlace(): Promise<Pack>;
  /** Reads product and place files of a folder into the database; a version that is there already stays as it is. */
  load(folder: string): Promise<void>;
}

const HOME = 'us';

/** Products with their places, by version. A version never changes, so each is read and judged once in a server's life. */
function makeProducts(db: Sequelize): Products {
  const table = new Table<ProductRow>(db, 'product', { id: 'key', code: 'key', version: 'int', definition: 'json', pack: 'json' }, ['id']);
  const known = new Map<string, ProductRow>();

  async function byId(id: string): Promise<ProductRow> {
    const there = known.get(id);
    if (there) return there;
    const row = await table.one({ id });
    if (!row) throw new Error(`There is no product ${id}`);
    const upgraded = { ...row, definition: ProductDefinition.parse(upgradeProduct(row.definition)), pack: PlacePack.parse(upgradePack(row.pack)) };
    known.set(id, upgraded);
    return upgraded;
  }

  async function newest(): Promise<ProductRow[]> {
    const rows = await select<{ id: string; code: string }>(db, 'SELECT id, code FROM product ORDER BY version');
    const latest = new Map(rows.map(({ code, id }) => [code, id]));
    const products: ProductRow[] = [];
    for (const id of latest.values()) products.push(await byId(id));
    return products.sort((a, b) => b.version - a.version || a.code.localeCompare(b.code));
  }

  return {
    byId,
    newest,
    async all() {
      const rows = await select<{ id: string }>(db, 'SELECT id FROM product ORDER BY code, version');
      const products: ProductRow[] = [];
      for (const { id } of rows) products.push(await byId(id));
      return products;
    },
    async homePlace() {
      const products = await newest();
      const found = products.find(({ pack }) => pack.code === HOME) ?? products[0];
      if (!found) throw new Error('There is no product, so no place');
      return found.pack;
    },
    async load(folder) {
      const packs = (await readFolder(join(folder, 'places'))).map((raw) => PlacePack.parse(raw));
      const catalogue = await readCatalogue(join(folder, 'catalogue'));
      const tables = await readRateTables(join(folder, 'rates'));
      for (const raw of await readFolder(join(folder, 'products'))) {
        const definition = ProductDefinition.parse(withRates(extended(raw, catalogue) as Record<string, unknown>, tables));
        const pack = packs.find(({ code }) => code === definition.place);
        if (!pack) throw new Error(`Product ${definition.code} names the place ${definition.place}, which has no pack`);
        refuseContradictions(definition);
        refuseMissingTables(definition, pack);
        if (definition.cover) refuseMissingRates(definition.code, definition.cover);
        const id = `${definition.code}-${definition.version}`;
        if (!(await table.one({ id }))) await table.insert({ id, code: definition.code, version: definition.version, definition, pack });
      }
    },
  };
}

/** A product that would ask for what its files can never give is refused before anybody meets it. */
function refuseContradictions(product: Product): void {
  const { code, route, needs, rows, questions, consents, lookUpConsent, bankConsent, employerConsent, declineReasons, signing, roles, conditions } = product;
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
  for (const named of [lookUpConsent, bankConsent, employerConsent])
    if (named !== null && !consents.some(({ kind }) => kind === named)) throw new Error(`Product ${code} rests on the consent ${named}, but has no such text`);
  for (const [at, one] of conditions.entries()) {
    const twin = conditions.slice(at + 1).find((other) => other.code === one.code && other.subject === one.subject && overlap(one.kinds, other.kinds));
    if (twin) throw new Error(`Product ${code}: “${one.label}” and “${twin.label}” ask about the same under one code, so one paper would settle both`);
  }
  if (route.includes('applying') && signing.application === null) throw new Error(`Product ${code} has its application signed, but doesn’t say what that is`);
  const foreign = signing.order.find((role) => !roles.includes(role));
  if (foreign) throw new Error(`Product ${code} is signed by ${foreign}, a role that it doesn’t have`);
}

const overlap = (a: string[] | undefined, b: string[] | undefined): boolean => !a || !b || a.some((kind) => b.includes(kind));

/** A product can't let somebody choose what its rates don't have. */
function refuseMissingRates(code: string, cover: CoverRules): void {
  const { lines, plans, rates, waitingDays, benefitMonths, ages, occupations, benefit, assistance } = cover;
  if (lines === null && [rates, plans, ...(benefit ? [waitingDays, benefitMonths, occupations] : [])].some(({ length }) => length === 0))
    throw new Error(`Product ${code} covers persons, but lacks rates, plans, waiting days, months of benefit or occupations`);
  if (assistance && !plans.some(({ level }) => level === assistance.benchmark.level))
    throw new Error(`Product ${code} gives assistance by plans of the level ${assistance.benchmark.level}, and has none`);
  const classes = classesOf(cover);
  const lacking = [
    ...(lines?.rates ?? []).map((table) => ({ table: table.code, missing: lines ? missingLineRates(table, lines) : [] })),
    ...rates.map((table) => ({
      table: table.code,
      missing: missingRates(table, { classes, waitingDays: orNone(waitingDays), benefitMonths: orNone(benefitMonths), ages }),
    })),
  ];
  for (const { table, missing } of lacking)
    if (missing.length > 0) throw new Error(`Product ${code}: the rates ${table} lack ${missing.map(speakerFor()).join('; ')}`);
}

/** Where nothing is chosen, the rates have it as 0. */
const orNone = (list: readonly number[]): readonly number[] => (list.length === 0 ? [0] : list);

/** A product can't rest on a table that its place doesn't have. */
function refuseMissingTables({ code, cover, income, commitments, measures, limits }: Product, pack: Pack): void {
  const lacking = [
    ...(pack.taxes.length === 0 && (income.basis === 'net' || measures.includes('residualIncome')) ? ['a tax table'] : []),
    ...(pack.benchmark === null && commitments.benchmark ? ['a benchmark of living costs'] : []),
    ...(pack.residualIncome === null && limits.some(({ from }) => from === 'residualIncome') ? ['a table of residual income'] : []),
    ...(pack.assistance.length === 0 && cover?.assistance ? ['a table of assistance'] : []),
    ...(pack.guideline === null && measures.includes('guidelineShare') ? ['a poverty guideline'] : []),
  ];
  if (lacking.length > 0) throw new Error(`Product ${code} needs ${lacking.join(' and ')}, which ${pack.name} doesn’t have`);
  for (const { measure, bound, value, refer } of limits)
    if (refer !== undefined && (bound === 'most' ? refer > value : refer < value))
      throw new Error(`Product ${code}: what an approver weighs for ${measure} must lie inside the limit`);
}

declare module '../house/index' {
  interface Services {
    products: Products;
  }
}

const ProductParams = z.object({ id: z.string().regex(/^[a-z0-9-]{3,60}$/, 'There is no such product') });

/** A product as somebody sees it who may open a file of it on a day, today where none is said, with what bars them from that. */
export async function onOffer(
  { files, rounds }: Pick<Services, 'files' | 'rounds'>,
  { definition, pack }: ProductRow,
  { on, ...wish }: Omit<OfferWish, 'on'> & { on?: IsoDate | undefined },
): Promise<ProductOnOffer> {
  const today = files.todayIn(pack);
  const { round, bar } = await rounds.roundOn(definition, on ?? today);
  return {
    code: definition.code,
    name: definition.name,
    line: definition.line,
    place: definition.place,
    placeName: pack.name,
    round,
    today,
    dateOrder: pack.dateOrder,
    bars: [...offerBars(definition, pack.name, { ...wish, on: on ?? today }), ...(bar === null ? [] : [bar])],
  };
}

/** Products and places: what is on offer, and each version as it is for good. */
export const products: Concept = async (app, { db, productFolder, offer, services }) => {
  const store = offer('products', makeProducts(db));
  await store.load(productFolder);

  app.get('/api/products', { schema: { querystring: OfferQuery, response: { 200: z.array(ProductOnOffer) } } }, async (request) => {
    const actor = staffFor(request, 'file.read');
    const { channel, on } = request.query;
    const certificates = await services.certificates.of(actor.id);
    return Promise.all((await store.newest()).map((product) => onOffer(services, product, { on, channel, certificates })));
  });
  // A version never changes, so a browser may keep it.
  app.get('/api/products/:id', { schema: { params: ProductParams, response: { 200: ProductInForce } } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const known = (await store.all()).find(({ id }) => id === request.params.id);
    if (!known) throw PROBLEM.noProduct();
    void reply.header('cache-control', 'private, max-age=31536000, immutable');
    return { id: known.id, product: known.definition, pack: known.pack };
  });
};
