import type { Problem } from '@cavren/contract';

/** The server refused something, and says why. */
export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title);
    this.name = 'ApiProblem';
  }
}

/** The server can't be reached, is itself cut off, or failed: what was to be saved may be tried again. */
export class Unreachable extends Error {
  constructor(message = 'The server can’t be reached at the moment.') {
    super(message);
    this.name = 'Unreachable';
  }
}

let csrfToken = '';
export function setCsrfToken(token: string): void {
  csrfToken = token;
}

const WITHOUT_TITLE: Problem = { type: 'about:blank', title: 'The server answered something unexpected.', status: 500, code: 'unexpected' };

/** What is as short as this still reaches the server when its page goes in the meantime; browsers carry 64 kB of it at once. */
const OUTLIVES_ITS_PAGE = 4000;

async function call<T>(method: string, url: string, body?: unknown): Promise<T> {
  const form = body instanceof FormData;
  const text = body === undefined || form ? '' : JSON.stringify(body);
  const response = await fetch(url, {
    method,
    keepalive: method !== 'GET' && !form && text.length <= OUTLIVES_ITS_PAGE,
    headers: { 'x-csrf-token': csrfToken, ...(body === undefined || form ? {} : { 'content-type': 'application/json' }) },
    ...(body === undefined ? {} : { body: form ? body : text }),
  }).catch(() => {
    throw new Unreachable();
  });
  if (response.ok) return (await response.json()) as T;
  const problem = ((await response.json().catch(() => null)) as Problem | null) ?? WITHOUT_TITLE;
  if (response.status >= 500) throw new Unreachable(problem.title);
  throw new ApiProblem(problem);
}

export const api = {
  get: <T>(url: string) => call<T>('GET', url),
  post: <T>(url: string, body: unknown = {}) => call<T>('POST', url, body),
  patch: <T>(url: string, body: unknown) => call<T>('PATCH', url, body),
  remove: <T>(url: string) => call<T>('DELETE', url),
  /** Ends a session; one that is over already is no failure. */
  async end(method: 'POST' | 'DELETE', url: string): Promise<void> {
    await call(method, url, {}).catch((error: unknown) => {
      if (!(error instanceof ApiProblem && error.problem.status === 401)) throw error;
    });
  },
};

/** Whether an act was refused because the session had ended. */
export const isSignedOut = (error: unknown): boolean => error instanceof ApiProblem && error.problem.code === 'signed-out';

/** What to tell somebody about an error. */
export function messageOf(error: unknown): string {
  return error instanceof ApiProblem || error instanceof Unreachable
    ? error.message
    : 'Something went wrong on this page. Load it again; what was saved is safe.';
}

/** What a refusal says of each field, by its path. */
export const faultsOf = (error: unknown): Record<string, string> =>
  error instanceof ApiProblem ? Object.fromEntries((error.problem.errors ?? []).map(({ path, message }) => [path, message])) : {};

/** What a form says of an error: at its fields, or of all of it where no field is named. */
export function problemsOf(error: unknown): Record<string, string> {
  const faults = faultsOf(error);
  return Object.keys(faults).length > 0 ? faults : { form: messageOf(error) };
}

/** Query parameters without the empty ones. */
export function queryOf(values: Record<string, string | number | undefined>): string {
  const present = Object.entries(values).filter(([, value]) => value !== undefined && value !== '');
  return new URLSearchParams(present.map(([name, value]) => [name, String(value)])).toString();
}

/** How pages keep answers. They are replaced whole, never changed, so nothing inside of them is watched: of long ones that took most of the time. */
export const queryClientConfig = { defaultOptions: { queries: { shallow: true } } };
