import { webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as pki from 'pkijs';
import { makeService } from '../service/index';
import { makeAuthority, stampReply, type Authority } from './authority';

const QUERY = 'application/timestamp-query';
const REPLY = 'application/timestamp-reply';

/** The authority of a folder, made at the first start; without a folder it lives as long as the service. */
async function authorityOf(folder: string | undefined): Promise<Authority> {
  if (folder === undefined) return makeAuthority();
  const paths = { certificate: join(folder, 'time-stamp.crt'), key: join(folder, 'time-stamp.key') };
  if (!existsSync(paths.certificate)) {
    const made = await makeAuthority();
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeFileSync(paths.key, Buffer.from(await webcrypto.subtle.exportKey('pkcs8', made.privateKey)), { mode: 0o600 });
    writeFileSync(paths.certificate, Buffer.from(made.certificate.toSchema().toBER()));
    return made;
  }
  const key = Uint8Array.from(readFileSync(paths.key));
  return {
    certificate: pki.Certificate.fromBER(Uint8Array.from(readFileSync(paths.certificate)).buffer),
    privateKey: await webcrypto.subtle.importKey('pkcs8', key, { name: 'ECDSA', namedCurve: 'P-256' }, false, ['sign']),
  };
}

/** A time-stamp service by RFC 3161 over HTTP: says when a digest was there, and signs it. */
export function timestampService(folder?: string) {
  const app = makeService('time stamps');
  const authority = authorityOf(folder);
  app.addContentTypeParser(QUERY, { parseAs: 'buffer' }, (_request, body, done) => done(null, body));
  app.post('/stamps', async (request, reply) => reply.type(REPLY).send(await stampReply(await authority, request.body as Buffer, new Date())));
  return app;
}
