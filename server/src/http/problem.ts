import type { Problem } from '@cavren/contract';

type Extra = Pick<Problem, 'errors' | 'version' | 'meanwhile'>;

/** Something that a caller did or met, told as an RFC 9457 problem document. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly title: string,
    readonly extra: Extra = {},
  ) {
    super(title);
    this.name = 'ProblemError';
  }

  toDocument(requestId?: string): Problem {
    return {
      type: `urn:cavren:problem:${this.code}`,
      title: this.title,
      status: this.status,
      code: this.code,
      ...this.extra,
      ...(requestId ? { requestId } : {}),
    };
  }
}

export const notFound = (what: string) => new ProblemError(404, 'not-found', `${what} was not found.`);
export const forbidden = (why: string) => new ProblemError(403, 'forbidden', why);
export const refused = (code: string, why: string, errors?: Problem['errors']) => new ProblemError(409, code, why, errors ? { errors } : {});
/** Refuses a step for what the Path still has in its way; each entry is named. */
export const refuseBlocked = (why: string, entries: readonly { key: string; what: string }[]) =>
  refused(
    'path-not-clear',
    why,
    entries.map(({ key, what }) => ({ path: key, message: what })),
  );
export const invalid = (errors: { path: string; message: string }[], title = errors[0]?.message ?? 'Something in the request is wrong.') =>
  new ProblemError(422, 'invalid', title, { errors });
