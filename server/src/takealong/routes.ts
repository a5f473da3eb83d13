import { PROBLEM } from './problems';
import { CALCULATION_SCHEMA, TAKE_ALONG, TakenCalculation, type TakeAlong } from '@cavren/contract';
import { costsOf, type FileState, type IsoDate } from '@cavren/core';
import type Piscina from 'piscina';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { workerThreads } from '../threads/index';
import type { Taken } from './worker';

const MEDIA_TYPE: Record<TakeAlong, string> = {
  'calculation.xlsx': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'calculation.json': 'application/json; charset=utf-8',
  'schedule.csv': 'text/csv; charset=utf-8',
  'schedule.xlsx': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'payments.ics': 'text/calendar; charset=utf-8',
  'costs.pdf': 'application/pdf',
};

let known: string | null = null;
/** What a calculation as JSON looks like, as JSON Schema (2020-12); made when it is first asked for. */
const calculationSchema = (): string => (known ??= JSON.stringify(z.toJSONSchema(TakenCalculation, { unrepresentable: 'any', io: 'output' })));

/** Makes what is taken along of a file, on worker threads that start when the first is asked for. */
export interface TakeAlongMaker {
  make(name: TakeAlong, file: FileState, today: IsoDate): Promise<Buffer>;
  close(): Promise<void>;
}

function makeTakeAlong(lender: string): TakeAlongMaker {
  let threads: Piscina | null = null;
  return {
    async make(name, file, today) {
      if (file.product.costs === null) throw PROBLEM.noCalculationCosts();
      if (costsOf(file, today) === null) throw PROBLEM.requestIncomplete();
      threads ??= workerThreads(import.meta.url, './worker.ts', './takealong.mjs');
      const made = (await threads.run({ name, file: JSON.stringify(file), today, lender } satisfies Taken)) as Uint8Array;
      return Buffer.from(made);
    },
    close: async () => threads?.close({ force: true }),
  };
}

declare module '../house/index' {
  interface Services {
    takeAlong: TakeAlongMaker;
  }
}

/** Gives a file's calculation, schedule, payment dates and costs sheet in open formats, and the schema of the calculation. */
export const takeAlong: Concept = (app, { lender, offer, services }) => {
  const maker = offer('takeAlong', makeTakeAlong(lender));
  app.addHook('onClose', () => maker.close());
  app.get(CALCULATION_SCHEMA, async (_request, reply) => reply.type('application/schema+json; charset=utf-8').send(calculationSchema()));
  app.get('/api/files/:reference/take-along/:name', { schema: { params: FileParams.extend({ name: z.enum(TAKE_ALONG) }) } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const { reference, name } = request.params;
    const { file, today } = await services.files.state({ reference });
    const made = await maker.make(name, file, today);
    return reply
      .type(MEDIA_TYPE[name])
      .header('content-disposition', `attachment; filename="${reference}-${name}"`)
      .header('cache-control', 'no-store')
      .send(made);
  });
};
