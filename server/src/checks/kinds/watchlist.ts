import { WatchlistAnswer } from '@cavren/contract';
import { namesOf, watchlistCandidates } from '@cavren/core';
import { ask } from '../../outside/index';
import type { AskService, Found } from './kind';

/** Asks for entries that may be the person, and keeps those that resemble them, by any name that they bear or bore. */
export const watchlist: AskService = async ({ checkId, person, outside }) => {
  const found = new Map<string, Found>();
  for (const [at, fullName] of namesOf(person).entries()) {
    const { entries } = await ask({
      service: 'The watchlist',
      url: `${outside.watchlist}/candidates`,
      body: { fullName },
      answer: WatchlistAnswer,
      idempotencyKey: at === 0 ? checkId : `${checkId}:${at}`,
    });
    // The same entry is found by several names of a person: the one that it resembles most is shown.
    for (const { entry, score, reasons } of watchlistCandidates({ fullName, birthDate: person.birthDate }, entries))
      if (score > (found.get(entry.reference)?.score ?? 0))
        found.set(entry.reference, {
          kind: 'candidate',
          label: entry.name,
          stated: fullName,
          found: `${entry.list}, ${entry.reference}`,
          agrees: false,
          score,
          reasons,
        });
  }
  return [...found.values()].sort((a, b) => (b.score ?? 0) - (a.score ?? 0));
};
