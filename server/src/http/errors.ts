import type { FastifyInstance } from 'fastify';
import { hasZodFastifySchemaValidationErrors, isResponseSerializationError } from 'fastify-type-provider-zod';
import { ConnectionError, UniqueConstraintError } from 'sequelize';
import { BytesLost, NoRoom } from '../bytes/index';
import { PROBLEM } from './problems';
import { ProblemError } from './problem';

/** Turns whatever is thrown into a problem document; what nobody foresaw is logged and told without its insides. */
export function answerErrors(app: FastifyInstance): void {
  app.setErrorHandler((error: unknown, request, reply) => {
    const problem = toProblem(error);
    // Lost bytes are somebody's papers: who runs the program has to hear of it, though the request was answered.
    if (problem.status >= 500 || error instanceof BytesLost)
      request.log.error({ err: isResponseSerializationError(error) ? error.cause : error }, problem.code);
    return reply.status(problem.status).type('application/problem+json').send(problem.toDocument(request.id));
  });
}

function toProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (hasZodFastifySchemaValidationErrors(error)) {
    const errors = error.validation.map((issue) => ({ path: issue.instancePath.replace(/^\//, ''), message: issue.message ?? 'is wrong' }));
    return new ProblemError(422, 'invalid', errors[0]?.message ?? 'Something in the request is wrong.', { errors });
  }
  if (error instanceof BytesLost) return PROBLEM.bytesLost();
  if (error instanceof NoRoom) return PROBLEM.noRoom();
  // An id that is there already, perhaps in another file: whoever chose it learns no more than that.
  if (error instanceof UniqueConstraintError) return PROBLEM.taken();
  if (error instanceof ConnectionError)
    return new ProblemError(503, 'database-away', 'The database can’t be reached at the moment. Nothing was saved; try again.');
  const { statusCode, code, message } = error as { statusCode?: number; code?: string; message?: string };
  if (statusCode === 429) return new ProblemError(429, 'too-many-requests', 'Too many tries. Wait a minute, then try again.');
  if (statusCode === 413 || code === 'FST_REQ_FILE_TOO_LARGE') return new ProblemError(413, 'too-large', 'This is too large.');
  if (statusCode && statusCode >= 400 && statusCode < 500) return new ProblemError(statusCode, 'bad-request', message ?? 'The request can’t be read.');
  return new ProblemError(500, 'unexpected', 'Something went wrong on our side. Nothing was saved; it has been logged.');
}
