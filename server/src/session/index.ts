import { PROBLEM } from './problems';
import { signInTries } from './tries';
import { DemoPerson, Done, Me, SignIn } from '@cavren/contract';
import { actsOf, type Authority, type StaffRole } from '@cavren/core';
import { hash, verify } from '@node-rs/argon2';
import { z } from 'zod';
import { Op, select, Table, type Sequelize, type Tx } from '../db/index';
import type { Concept } from '../house/index';
import { newToken, sameText, tokenHash } from '../secrets/index';

export interface StaffRow {
  id: string;
  username: string;
  name: string;
  role: StaffRole;
  passwordHash: string;
  authority: Authority;
  /** When their work here ended; null while they work here. */
  endedAt: string | null;
}

interface SessionRow {
  idHash: string;
  staffId: string;
  csrfToken: string;
  createdAt: string;
  expiresAt: string;
  /** When somebody last did something with it; watching alone doesn't count. */
  seenAt: string;
}

const COOKIE = 'cavren_desk';
/** A session ends after this, whatever is done with it. */
const SESSION_HOURS = 12;
/** And after this without anything done. */
const IDLE_MINUTES = 30;
const NOTED_EVERY_MS = 60_000;
/** What a page asks by itself while nobody does anything. */
const WATCHING = /^\/api\/(outbox|today|files\/[^/]+\/events)\b/;
const SWEEP_MS = 60 * 60_000;

function sessionStore(db: Sequelize) {
  const staff = new Table<StaffRow>(
    db,
    'staff',
    { id: 'key', username: 'key', name: 'text', role: 'key', passwordHash: 'text', authority: 'json', endedAt: 'time' },
    ['id'],
  );
  const sessions = new Table<SessionRow>(
    db,
    'staff_session',
    { idHash: 'key', staffId: 'key', csrfToken: 'key', createdAt: 'time', expiresAt: 'time', seenAt: 'time' },
    ['idHash'],
  );
  return {
    byUsername: (username: string) => staff.one({ username }),
    byId: (id: string) => staff.one({ id }),
    addStaff: async ({ authority = null, ...row }: Pick<StaffRow, 'id' | 'username' | 'name' | 'role'> & { authority?: Authority }, password: string) =>
      staff.insert({ ...row, authority, endedAt: null, passwordHash: await hash(password) }),
    allStaff: () => staff.find({}, { order: [['name', 'ASC']] }),
    changeStaff: async (
      id: string,
      { password, ...values }: Partial<Pick<StaffRow, 'name' | 'role' | 'authority' | 'endedAt'>> & { password?: string },
      tx: Tx,
    ) => staff.update({ ...values, ...(password === undefined ? {} : { passwordHash: await hash(password) }) }, { id }, tx),
    /** Ends every session of somebody. */
    endSessionsOf: (staffId: string, tx: Tx) => sessions.remove({ staffId }, tx),
    anyStaff: async () => (await staff.find({}, { limit: 1 })).length > 0,
    addSession: (row: SessionRow) => sessions.insert(row),
    /** A session and whose it is, in one question. */
    async session(idHash: string): Promise<{ row: StaffRow; csrfToken: string; expiresAt: string; seenAt: string } | null> {
      const [found] = await select<{
        csrf_token: string;
        expires_at: Date;
        seen_at: Date;
        id: string;
        username: string;
        name: string;
        role: StaffRole;
        authority: string | null;
      }>(
        db,
        'SELECT w.csrf_token, w.expires_at, w.seen_at, s.id, s.username, s.name, s.role, s.authority FROM staff_session w JOIN staff s ON s.id = w.staff_id WHERE w.id_hash = :idHash AND s.ended_at IS NULL',
        { idHash },
      );
      if (!found) return null;
      const { id, username, name, role } = found;
      return {
        row: {
          id,
          username,
          name,
          role,
          passwordHash: '',
          authority: found.authority === null ? null : (JSON.parse(found.authority) as Authority),
          endedAt: null,
        },
        csrfToken: found.csrf_token,
        expiresAt: found.expires_at.toISOString(),
        seenAt: found.seen_at.toISOString(),
      };
    },
    noteSeen: (idHash: string, seenAt: string) => sessions.update({ seenAt }, { idHash }),
    /** Of some sessions, those that still hold. */
    async holding(idHashes: readonly string[], at: Date): Promise<Set<string>> {
      if (idHashes.length === 0) return new Set();
      const rows = await select<{ id_hash: string }>(
        db,
        'SELECT id_hash FROM staff_session WHERE id_hash IN (:idHashes) AND expires_at > :at AND seen_at > :idle',
        { idHashes, at, idle: new Date(at.getTime() - IDLE_MINUTES * 60_000) },
      );
      return new Set(rows.map(({ id_hash }) => id_hash));
    },
    removeOver: (at: Date) => sessions.remove({ expiresAt: { [Op.lt]: at } }),
    endSession: (idHash: string) => sessions.remove({ idHash }),
  };
}
export type SessionStore = ReturnType<typeof sessionStore>;

/** A sign-in name as it is compared: without blanks around it, in small letters, in one way of writing. */
const signInName = (text: string): string => text.normalize('NFKC').trim().toLowerCase();

const toMe = (row: StaffRow, csrfToken: string): Me => ({
  id: row.id,
  name: row.name,
  role: row.role,
  authority: row.authority,
  acts: actsOf(row.role),
  csrfToken,
});

declare module '../house/index' {
  interface Services {
    sessions: SessionStore;
  }
}

/** Signing in and out, and who is there on every other request. A request that changes something carries the session's token. */
export const session: Concept = (app, { db, jobs, now, secrets, secure, demoPeople, offer }) => {
  const store = offer('sessions', sessionStore(db));
  const tries = signInTries(db, (text) => secrets.searchHash(`sign-in ${text}`));
  // A hash of nothing that anybody can type: a wrong name takes as long as a wrong password.
  const nobody = hash(newToken());

  app.decorateRequest('me', null);
  app.decorateRequest('session', null);
  jobs.handle('session.sweep', async () => {
    await store.removeOver(now());
    await tries.removeOver(now());
  });
  jobs.every('session.sweep', SWEEP_MS);
  app.addHook('onRequest', async (request) => {
    const token = request.cookies[COOKIE];
    if (!token || !request.url.startsWith('/api/') || request.url.startsWith('/api/door/')) return;
    const known = await store.session(tokenHash(token));
    const at = now();
    const idle = at.getTime() - Date.parse(known?.seenAt ?? '');
    if (!known || known.expiresAt < at.toISOString() || idle > IDLE_MINUTES * 60_000) return;
    const { row } = known;
    const changes = request.method !== 'GET' && request.method !== 'HEAD';
    const signingIn = request.url === '/api/session' && request.method === 'POST';
    if (changes && !signingIn && !sameText(String(request.headers['x-csrf-token'] ?? ''), known.csrfToken)) throw PROBLEM.csrf();
    request.me = toMe(row, known.csrfToken);
    request.session = tokenHash(token);
    if (idle > NOTED_EVERY_MS && !WATCHING.test(request.url)) await store.noteSeen(request.session, at.toISOString());
  });

  app.post(
    '/api/session',
    {
      config: {
        rateLimit: {
          max: 20,
          timeWindow: '1 minute',
          hook: 'preHandler',
          // One name has one limit, however it is written; the limit by address stands in front of all names.
          keyGenerator: (request) => `${request.ip} ${signInName(String((request.body as { username?: unknown } | undefined)?.username))}`,
        },
      },
      schema: { body: SignIn, response: { 200: Me } },
    },
    async (request, reply) => {
      const { username, password } = request.body;
      const name = signInName(username);
      const seconds = await tries.pause(name, request.ip, now());
      if (seconds > 0) throw PROBLEM.signInPause({ seconds }, 'password');
      const found = await store.byUsername(name);
      // Databases take letters that look alike for the same; a name is the same only if it is the same.
      const row = found?.username === name ? found : null;
      const fits = await verify(row?.passwordHash ?? (await nobody), password);
      if (!row || !fits || row.endedAt !== null) {
        await tries.failed(name, request.ip, now());
        throw PROBLEM.signInWrong({}, 'password');
      }
      await tries.cameIn(name, request.ip);
      const token = newToken();
      const csrfToken = newToken();
      const at = now();
      await store.addSession({
        idHash: tokenHash(token),
        staffId: row.id,
        csrfToken,
        createdAt: at.toISOString(),
        seenAt: at.toISOString(),
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
