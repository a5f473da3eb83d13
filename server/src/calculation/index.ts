import { PROBLEM } from './problems';
import { Id, KeptCalculation } from '@cavren/contract';
import { isWhole, recalculate } from '@cavren/core';
import type { DecisionStore } from '../decision/index';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { makePool } from './pool';

export { makePool, type CalculationPool } from './pool';

/** Shows the calculation that a decision rests on, and works it again from what it read. */
export const calculation: Concept = (app, { services }) => {
  app.get(
    '/api/files/:reference/decision/:id/calculation',
    { schema: { params: FileParams.extend({ id: Id }), response: { 200: KeptCalculation } } },
    async (request) => {
      staffFor(request, 'file.read');
      const file = await services.fileStore.byReference(request.params.reference);
      const decision = file && (await services.decisionStore.byId(file.id, request.params.id));
      if (!decision) throw PROBLEM.noDecision();
      const { figures: kept } = decision;
      if (!isWhole(kept)) return { kept: false, today: null, product: null, figures: [], guarantors: [], differences: [] };
      const { differences } = recalculate(kept);
      const { product } = kept.input;
      return {
        kept: true,
        today: kept.today,
        product: `${product.name}, version ${product.version}`,
        figures: kept.figures,
        guarantors: (kept.guarantors ?? []).map(({ personId, name, figures }) => ({ personId, name, figures })),
        differences,
      };
    },
  );
};

/** Works every kept calculation again on worker threads. @returns how many there were, and which came out otherwise. */
export async function recalculateAll(decisions: DecisionStore): Promise<{ count: number; astray: string[] }> {
  const pool = makePool();
  try {
    const ids = await decisions.allIds();
    const astray: string[] = [];
    let count = 0;
    for (let at = 0; at < ids.length; at += BATCH) {
      const kept = await decisions.kept(ids.slice(at, at + BATCH));
      const results = await pool.recalculate(kept.map(({ calculation }) => calculation));
      results.forEach((differences, place) => {
        if (differences === null) return;
        count += 1;
        if (differences > 0) astray.push(kept[place]?.id ?? '');
      });
    }
    return { count, astray };
  } finally {
    await pool.close();
  }
}

const BATCH = 200;
