import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import rateLimit from '@fastify/rate-limit';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import { jsonSchemaTransform } from 'fastify-type-provider-zod';
import { PROBLEM } from './problems';
import { refuseUnfitText } from './text';
import type { App } from './types';

/** An error as it is logged: its kind and where it happened. Its message and the statement that failed may hold personal data. */
export function withoutData(error: Error): { type: string; message: string; stack: string } {
  const frames = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  return { type: error.name, message: error.name, stack: frames.join('\n') };
}

const isLoopback = (name: string): boolean => name === '127.0.0.1' || name === 'localhost' || name === '::1' || name === '[::1]';

/** What every route stands behind: headers, cookies, limits; and the description of the API. */
export async function protect(app: App, secure: boolean, host: string): Promise<void> {
  // A page of another name that resolves here must not be taken for ours.
  app.addHook('onRequest', (request, _reply, done) => {
    done(request.host !== host && !isLoopback(request.hostname) ? PROBLEM.otherHost() : undefined);
  });
  refuseUnfitText(app);
  // What the API answers is about people: no browser or proxy keeps it, unless a route says that it never changes.
  app.addHook('onSend', (request, reply, _payload, done) => {
    if (request.url.startsWith('/api/') && !reply.hasHeader('cache-control')) reply.header('cache-control', 'no-store');
    done();
  });
  await app.register(helmet, {
    contentSecurityPolicy: { useDefaults: false, directives: { 'default-src': ["'none'"], 'frame-ancestors': ["'none'"] } },
    crossOriginEmbedderPolicy: false,
    strictTransportSecurity: secure,
  });
  await app.register(cookie);
  await app.register(rateLimit, { global: false });
  await app.register(multipart);
  await app.register(swagger, { openapi: { info: { title: 'Cavren', version: '1' } }, transform: jsonSchemaTransform });
  await app.register(swaggerUi, {
    routePrefix: '/api/docs',
    staticCSP: true,
    uiHooks: {
      onRequest: (request, _reply, done) => done(request.me ? undefined : PROBLEM.signedOut()),
    },
  });
}
