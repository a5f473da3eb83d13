import { z } from 'zod';
import { makeService } from '../service/index';
import { soundsAlike } from '../sounds/index';
import { ENTRIES } from './entries';

/** A watchlist that gives every entry with a word that sounds like one of the name's; who asks compares further. */
export function watchlistService() {
  const app = makeService('watchlist');
  app.post('/candidates', { schema: { body: z.object({ fullName: z.string() }) } }, (request) => ({
    entries: ENTRIES.filter(({ name, aliases }) => [name, ...aliases].some((text) => soundsAlike(text, request.body.fullName))),
  }));
  return app;
}
