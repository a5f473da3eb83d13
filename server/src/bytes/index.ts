import { createHash, randomUUID } from 'node:crypto';
import { mkdir, open, readFile, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Secrets } from '../secrets/index';

/** Where papers' bytes lie: by the hash of their content, outside the database. */
export interface ByteStore {
  /** @returns the SHA-256 of the content, by which it is found again. */
  put(content: Buffer): Promise<string>;
  get(hash: string): Promise<Buffer>;
  remove(hash: string): Promise<void>;
}

/** Bytes on disk, encrypted. A file appears under its name only when it is whole and flushed. */
export function diskByteStore(folder: string, secrets: Secrets): ByteStore {
  const pathOf = (hash: string) => {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new Error('Not a content hash');
    return join(folder, hash.slice(0, 2), hash);
  };
  return {
    async put(content) {
      const hash = createHash('sha256').update(content).digest('hex');
      const path = pathOf(hash);
      if (await exists(path)) return hash;
      await mkdir(dirname(path), { recursive: true, mode: 0o700 });
      const temporary = `${path}.${randomUUID()}.part`;
      const file = await open(temporary, 'wx', 0o600);
      try {
        await file.writeFile(secrets.seal(content));
        await file.sync();
      } finally {
        await file.close();
      }
      await rename(temporary, path);
      return hash;
    },
    async get(hash) {
      const content = secrets.unseal(await readFile(pathOf(hash)));
      if (createHash('sha256').update(content).digest('hex') !== hash) throw new Error('Stored bytes do not match their hash');
      return content;
    },
    async remove(hash) {
      await rm(pathOf(hash), { force: true });
    },
  };
}

async function exists(path: string): Promise<boolean> {
  return stat(path).then(
    () => true,
    () => false,
  );
}
