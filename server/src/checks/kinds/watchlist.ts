import { WatchlistAnswer } from '@cavren/contract';
import { watchlistCandidates } from '@cavren/core';
import { ask } from '../../outside/index';
import type { AskService } from './kind';

/** Asks for entries that may be the person, and keeps those that resemble them. */
export const watchlist: AskService = async ({ checkId, person, outside }) => {
  const fullName = person.fullName ?? '';
  const { entries } = await ask({
    service: 'The watchlist',
    url: `${outside.watchlist}/candidates`,
    body: { fullName },
    answer: WatchlistAnswer,
    idempotencyKey: checkId,
  });
  return watchlistCandidates({ fullName, birthDate: person.birthDate }, entries).map(({ entry, score, reasons }) => ({
    kind: 'candidate',
    label: entry.name,
    stated: person.fullName,
    found: `${entry.list}, ${entry.reference}`,
    agrees: false,
    score,
    reasons,
  }));
};
