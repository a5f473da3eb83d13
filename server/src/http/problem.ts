import type { Problem } from '@cavren/contract';
import { say, type SaidValue, type Words } from '@cavren/core';
import { speakerFor, type Place } from '@cavren/words';

/** What is wrong with one thing, at its path. */
export interface Wrong {
  path: string;
  message: Words;
}

type Extra = Pick<Problem, 'version' | 'meanwhile'> & { errors?: readonly Wrong[]; place?: Place };

/** Something that a caller did or met, told as an RFC 9457 problem document. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly title: Words,
    readonly extra: Extra = {},
  ) {
    super(code);
    this.name = 'ProblemError';
  }

  /** The document, in sentences; amounts as its place writes them. */
  toDocument(requestId?: string): Problem {
    const { errors, place, ...extra } = this.extra;
    const speak = speakerFor(place);
    return {
      type: `urn:cavren:problem:${this.code}`,
      title: speak(this.title),
      status: this.status,
      code: this.code,
      ...extra,
      ...(errors ? { errors: errors.map(({ path, message }) => ({ path, message: speak(message) })) } : {}),
      ...(requestId ? { requestId } : {}),
    };
  }
}

export const forbidden = (why: Words) => new ProblemError(403, 'forbidden', why);
export const refused = (code: string, why: Words) => new ProblemError(409, code, why);
/** Refuses a step for what the Path still has in its way; each entry is named. */
export const refuseBlocked = (why: Words, entries: readonly { key: string; what: Words }[], place: Place) =>
  new ProblemError(409, 'path-not-clear', why, { errors: entries.map(({ key, what }) => ({ path: key, message: what })), place });
export const invalid = (errors: readonly Wrong[], title: Words = errors[0]?.message ?? 'Something in the request is wrong.', place?: Place) =>
  new ProblemError(422, 'invalid', title, { errors, ...(place ? { place } : {}) });

/** One problem as a concept lists it: its HTTP status, its stable code, and the message that it says. */
type Listed = readonly [status: number, code: string, says: string];
/** Tells a listed problem, with the values of its message. */
type Tell = (values?: Readonly<Record<string, SaidValue>>, path?: string) => ProblemError;

/**
 * Makes a concept's list of problems: each is told with the values of its message, and at the field where there is one.
 */
export function problems<Name extends string>(list: Readonly<Record<Name, Listed>>): Record<Name, Tell> {
  const tellers = Object.entries<Listed>(list).map(([name, [status, code, says]]) => {
    const tell: Tell = (values = {}, path) => {
      const message = say(says, values);
      return new ProblemError(status, code, message, path === undefined ? {} : { errors: [{ path, message }] });
    };
    return [name, tell];
  });
  return Object.fromEntries(tellers) as Record<Name, Tell>;
}
