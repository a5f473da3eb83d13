import { PROBLEM } from './problems';
import type { Me } from '@cavren/contract';
import { may, type Act } from '@cavren/core';
import type { FastifyRequest } from 'fastify';

/** Who does something: a member of staff, an applicant at the front door, or the program itself. */
export interface Actor {
  kind: 'staff' | 'applicant' | 'system';
  id: string;
  name: string;
}

export const SYSTEM: Actor = { kind: 'system', id: 'system', name: 'Cavren' };

declare module 'fastify' {
  interface FastifyRequest {
    me: Me | null;
    /** The session that it came with, by the hash of its token. */
    session: string | null;
  }
}

/** The signed-in member of staff, when their role may do the act. @throws ProblemError 401 or 403. */
export function staffFor(request: FastifyRequest, act: Act): Actor & { me: Me } {
  const { me } = request;
  if (!me) throw PROBLEM.signedOut();
  if (!may(me.role, act)) throw PROBLEM.yourRoleMayNotDo();
  return { kind: 'staff', id: me.id, name: me.name, me };
}
