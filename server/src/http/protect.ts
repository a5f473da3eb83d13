import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import rateLimit from '@fastify/rate-limit';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import { jsonSchemaTransform } from 'fastify-type-provider-zod';
import type { App } from './types';

/** An error as it is logged: its kind and where it happened. Its message and the statement that failed may hold personal data. */
export function withoutData(error: Error): { type: string; message: string; stack: string } {
  const frames = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  return { type: error.name, message: error.name, stack: frames.join('\n') };
}

/** What every route stands behind: headers, cookies, limits; and the description of the API. */
export async function protect(app: App, secure: boolean): Promise<void> {
  await app.register(helmet, {
    contentSecurityPolicy: { useDefaults: false, directives: { 'default-src': ["'none'"], 'frame-ancestors': ["'none'"] } },
    crossOriginEmbedderPolicy: false,
    strictTransportSecurity: secure,
  });
  await app.register(cookie);
  await app.register(rateLimit, { global: false });
  await app.register(multipart);
  await app.register(swagger, { openapi: { info: { title: 'Cavren', version: '1' } }, transform: jsonSchemaTransform });
  await app.register(swaggerUi, { routePrefix: '/api/docs', staticCSP: true });
}
