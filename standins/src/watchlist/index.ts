import { doubleMetaphone } from 'double-metaphone';
import { z } from 'zod';
import { makeService } from '../service/index';
import { ENTRIES } from './entries';

/** A watchlist that gives every entry with a word that sounds like one of the name's; who asks compares further. */
export function watchlistService() {
  const app = makeService('watchlist');
  app.post('/candidates', { schema: { body: z.object({ fullName: z.string() }) } }, (request) => {
    const asked = soundsOf(request.body.fullName);
    return { entries: ENTRIES.filter(({ name, aliases }) => [name, ...aliases].some((text) => [...soundsOf(text)].some((sound) => asked.has(sound)))) };
  });
  return app;
}

function soundsOf(name: string): Set<string> {
  const words = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .split(/[^\p{L}]+/u)
    .filter((word) => word.length > 1);
  return new Set(words.flatMap((word) => doubleMetaphone(word)).filter(Boolean));
}
