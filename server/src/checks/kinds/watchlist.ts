import { WatchlistAnswer } from '@cavren/contract';
import { watchlistCandidates } from '@cavren/core';
import { ask } from '../../outside/index';
import type { AskService } from './kind';
import { byEveryName } from './names';

/** Asks for entries that may be the person, and keeps those that resemble them. */
export const watchlist: AskService = async (question) => {
  const { person, outside } = question;
  const found = await byEveryName(
    question,
    async (fullName, idempotencyKey) => {
      const url = `${outside.watchlist}/candidates`;
      const { entries } = await ask({ service: 'The watchlist', url, body: { fullName }, answer: WatchlistAnswer, idempotencyKey });
      return watchlistCandidates({ fullName, birthDate: person.birthDate }, entries);
    },
    ({ entry }) => entry.reference,
  );
  return found.map(({ entry: { name, list, reference }, score, reasons, stated }) => ({
    kind: 'candidate',
    label: name,
    stated,
    found: `${list}, ${reference}`,
    agrees: false,
    score,
    reasons,
  }));
};
