import fastify, { type FastifyInstance } from 'fastify';
import { serializerCompiler, validatorCompiler, type ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';

/** How a stand-in behaves: as it should, late, away, or answering what no answer looks like. */
export const MODES = ['normal', 'slow', 'down', 'rubbish'] as const;
export type Mode = (typeof MODES)[number];

const SLOW_MS = 6000;

/** A small HTTP service that can be told to misbehave, by POST /mode. */
export function makeService(name: string) {
  let mode: Mode = 'normal';
  const app = fastify({ logger: false, forceCloseConnections: true }).withTypeProvider<ZodTypeProvider>();
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  app.get('/', () => ({ service: name, mode }));
  app.post('/mode', { schema: { body: z.strictObject({ mode: z.enum(MODES) }) } }, (request) => {
    mode = request.body.mode;
    return { service: name, mode };
  });
  app.addHook('preHandler', async (request, reply) => {
    if (request.url === '/' || request.url === '/mode' || mode === 'normal') return;
    if (mode === 'down') return reply.status(503).send({ error: 'away' });
    if (mode === 'rubbish') return reply.type('text/html').send('<html>maintenance</html>');
    await new Promise((resolve) => setTimeout(resolve, SLOW_MS));
  });
  return app;
}
export type AnyService = Pick<FastifyInstance, 'listen' | 'close'>;
