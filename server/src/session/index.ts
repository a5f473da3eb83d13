import { PROBLEM } from './problems';
import { DemoPerson, Done, Me, SignIn } from '@cavren/contract';
import { actsOf, type StaffRole } from '@cavren/core';
import { hash, verify } from '@node-rs/argon2';
import { z } from 'zod';
import { select, Table, type Sequelize } from '../db/index';
import type { Concept } from '../house/index';
import { newToken, sameText, tokenHash } from '../secrets/index';

export interface StaffRow {
  id: string;
  username: string;
  name: string;
  role: StaffRole;
  passwordHash: string;
}

interface SessionRow {
  idHash: string;
  staffId: string;
  csrfToken: string;
  createdAt: string;
  expiresAt: string;
}

const COOKIE = 'cavren_desk';
const SESSION_HOURS = 12;

function sessionStore(db: Sequelize) {
  const staff = new Table<StaffRow>(db, 'staff', { id: 'key', username: 'key', name: 'text', role: 'key', passwordHash: 'text' }, ['id']);
  const sessions = new Table<SessionRow>(db, 'staff_session', { idHash: 'key', staffId: 'key', csrfToken: 'key', createdAt: 'time', expiresAt: 'time' }, [
    'idHash',
  ]);
  return {
    byUsername: (username: string) => staff.one({ username }),
    byId: (id: string) => staff.one({ id }),
    addStaff: async (row: Omit<StaffRow, 'passwordHash'>, password: string) => staff.insert({ ...row, passwordHash: await hash(password) }),
    anyStaff: async () => (await staff.find({}, { limit: 1 })).length > 0,
    addSession: (row: SessionRow) => sessions.insert(row),
    /** A session and whose it is, in one question. */
    async session(idHash: string): Promise<{ row: StaffRow; csrfToken: string; expiresAt: string } | null> {
      const [found] = await select<{ csrf_token: string; expires_at: Date; id: string; username: string; name: string; role: StaffRole }>(
        db,
        'SELECT w.csrf_token, w.expires_at, s.id, s.username, s.name, s.role FROM staff_session w JOIN staff s ON s.id = w.staff_id WHERE w.id_hash = :idHash',
        { idHash },
      );
      if (!found) return null;
      const { id, username, name, role } = found;
      return { row: { id, username, name, role, passwordHash: '' }, csrfToken: found.csrf_token, expiresAt: found.expires_at.toISOString() };
    },
    endSession: (idHash: string) => sessions.remove({ idHash }),
  };
}
export type SessionStore = ReturnType<typeof sessionStore>;

const toMe = (row: StaffRow, csrfToken: string): Me => ({ id: row.id, name: row.name, role: row.role, acts: actsOf(row.role), csrfToken });

declare module '../house/index' {
  interface Services {
    sessions: SessionStore;
  }
}

/** Signing in and out, and who is there on every other request. A request that changes something carries the session's token. */
export const session: Concept = (app, { db, secure, demoPeople, offer }) => {
  const store = offer('sessions', sessionStore(db));
  // A hash of nothing that anybody can type: a wrong name takes as long as a wrong password.
  const nobody = hash(newToken());

  app.decorateRequest('me', null);
  app.addHook('onRequest', async (request) => {
    const token = request.cookies[COOKIE];
    if (!token || !request.url.startsWith('/api/') || request.url.startsWith('/api/door/')) return;
    const known = await store.session(tokenHash(token));
    if (!known || known.expiresAt < new Date().toISOString()) return;
    const { row } = known;
    const changes = request.method !== 'GET' && request.method !== 'HEAD';
    if (changes && request.url !== '/api/session' && !sameText(String(request.headers['x-csrf-token'] ?? ''), known.csrfToken)) throw PROBLEM.csrf();
    request.me = toMe(row, known.csrfToken);
  });

  app.post(
    '/api/session',
    {
      config: {
        rateLimit: {
          max: 20,
          timeWindow: '1 minute',
          hook: 'preHandler',
          keyGenerator: (request) => `${request.ip} ${String((request.body as { username?: unknown } | undefined)?.username)}`,
        },
      },
      schema: { body: SignIn, response: { 200: Me } },
    },
    async (request, reply) => {
      const { username, password } = request.body;
      const row = await store.byUsername(username.trim().toLowerCase());
      const fits = await verify(row?.passwordHash ?? (await nobody), password);
      if (!row || !fits) throw PROBLEM.signInWrong({}, 'password');
      const token = newToken();
      const csrfToken = newToken();
      const at = new Date();
      await store.addSession({
        idHash: tokenHash(token),
        staffId: row.id,
        csrfToken,
        createdAt: at.toISOString(),
        expiresAt: new Date(at.getTime() + SESSION_HOURS * 3_600_000).toISOString(),
      });
      reply.setCookie(COOKIE, token, { path: '/', httpOnly: true, sameSite: 'strict', secure, maxAge: SESSION_HOURS * 3600 });
      return toMe(row, csrfToken);
    },
  );
  app.get('/api/session', { schema: { response: { 200: Me } } }, (request) => {
    if (!request.me) throw PROBLEM.signedOut();
    return request.me;
  });
  app.delete('/api/session', { schema: { response: { 200: Done } } }, async (request, reply) => {
    const token = request.cookies[COOKIE];
    if (token) await store.endSession(tokenHash(token));
    reply.clearCookie(COOKIE, { path: '/' });
    return { done: true as const };
  });
  app.get('/api/session/demo', { schema: { response: { 200: z.array(DemoPerson) } } }, () => demoPeople);
};
