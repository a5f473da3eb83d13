import { BoardQuery, FileAnswer, HoldUnit, ReleaseUnit, Stocks, UnitBoard, UnitMatches, UnitQuery } from '@cavren/contract';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { PROBLEM } from './problems';
import { PICTURES } from './stock';
import { unitsService, type UnitsService } from './service';
import { unitsStore } from './store';

declare module '../house/index' {
  interface Services {
    units: UnitsService;
  }
}

const StockParams = z.object({ stock: z.string().max(40) });
const EVERY_MS = 60_000;

/** Units that are let: the stocks, their board, holding one for a file, and letting it go. */
export const units: Concept = async (app, house) => {
  const service = house.offer('units', unitsService(house, unitsStore(house.db)));
  await service.load(join(house.productFolder, 'units'));
  house.plug('filePart', {
    name: 'unit',
    empty: { unit: null },
    load: async (fileId, tx) => ({ unit: await service.heldOf(fileId, tx) }),
    // A hold can run out beside the file.
    ofOthers: true,
    fresh: ({ unit }) => unit?.state === 'held',
    spread: (change, before) => service.follow(change, before),
  });
  house.jobs.handle('units.sweep', () => service.sweep());
  house.jobs.every('units.sweep', EVERY_MS);

  app.get('/api/units', { schema: { response: { 200: Stocks } } }, async (request) => {
    staffFor(request, 'file.read');
    return { stocks: await service.stocks() };
  });
  /** Drawings of plans, which anybody may see who looks for a unit. */
  app.get('/api/unit-pictures/:name', { schema: { params: z.object({ name: z.string().regex(/^[a-z0-9-]{1,40}\.svg$/) }) } }, async (request, reply) => {
    const content = await readFile(join(house.productFolder, 'units', PICTURES, request.params.name)).catch(() => null);
    if (content === null) throw PROBLEM.noPicture();
    return reply
      .type('image/svg+xml')
      .header('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'; sandbox")
      .header('x-content-type-options', 'nosniff')
      .header('cache-control', 'public, max-age=3600')
      .send(content);
  });
  app.get('/api/units/:stock', { schema: { params: StockParams, querystring: UnitQuery, response: { 200: UnitMatches } } }, async (request) => {
    staffFor(request, 'file.read');
    return service.find(request.params.stock, request.query);
  });
  app.get('/api/units/:stock/board', { schema: { params: StockParams, querystring: BoardQuery, response: { 200: UnitBoard } } }, async (request) => {
    staffFor(request, 'file.read');
    const { from, until } = request.query;
    return service.board(request.params.stock, from, until);
  });
  app.post('/api/files/:reference/unit', { schema: { params: FileParams, body: HoldUnit, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'unit.hold');
    return service.hold(request.params.reference, request.body.version, request.body.unitId, actor);
  });
  app.post('/api/files/:reference/unit/release', { schema: { params: FileParams, body: ReleaseUnit, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'unit.hold');
    return service.release(request.params.reference, request.body.version, actor);
  });
};
