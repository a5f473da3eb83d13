import type { App } from './types';
import { PROBLEM } from './problems';

/** Marks that nobody sees: control characters but line breaks and tabs, and what only turns or joins text. */
const UNSEEN = /[^\P{Cc}\n\r\t]/u;

/** Where in what was sent a text is that can't be kept as it is: cut inside a character, or with control characters. */
function unfit(value: unknown, path: string): string | null {
  if (typeof value === 'string') return value.isWellFormed() && !UNSEEN.test(value) ? null : path;
  if (Array.isArray(value)) return value.reduce<string | null>((found, part, at) => found ?? unfit(part, `${path}/${at}`), null);
  if (typeof value !== 'object' || value === null) return null;
  return Object.entries(value).reduce<string | null>((found, [name, part]) => found ?? unfit(name, `${path}/…`) ?? unfit(part, `${path}/${name}`), null);
}

/**
 * Refuses text that a database or another system would keep otherwise than it was sent: what is written down, hashed and
 * signed is then exactly what somebody said. In one place, so that no route can forget it.
 */
export function refuseUnfitText(app: App): void {
  app.addHook('preValidation', (request, _reply, done) => {
    const found = unfit(request.body, '') ?? unfit(request.query, '') ?? unfit(request.params, '');
    done(found === null ? undefined : PROBLEM.unfitText({}, found.replace(/^\//, '')));
  });
}
