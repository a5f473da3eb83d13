import { namesOf } from '@cavren/core';
import type { CheckQuestion } from './kind';

/**
 * What a service finds by every name that somebody bears or bore, the most alike first. What several names find is there
 * once, by the name that it resembles most.
 * @param find asks by one name, under a key that is the same when it is asked again.
 */
export async function byEveryName<One extends { score: number }>(
  { checkId, person }: Pick<CheckQuestion, 'checkId' | 'person'>,
  find: (fullName: string, idempotencyKey: string) => Promise<readonly One[]>,
  referenceOf: (one: One) => string,
): Promise<(One & { stated: string })[]> {
  const found = new Map<string, One & { stated: string }>();
  for (const [at, stated] of namesOf(person).entries())
    for (const one of await find(stated, at === 0 ? checkId : `${checkId}:${at}`))
      if (one.score > (found.get(referenceOf(one))?.score ?? 0)) found.set(referenceOf(one), { ...one, stated });
  return [...found.values()].sort((a, b) => b.score - a.score);
}
