import { createHash, randomUUID } from 'node:crypto';
import { mkdir, open, readFile, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Secrets } from '../secrets/index';

/** SHA-256 of bytes, in hexadecimal: by it they are kept and found. */
export const digestOf = (content: Buffer): string => createHash('sha256').update(content).digest('hex');

/** Where papers' bytes lie: by the hash of their content, outside the database. */
export interface ByteStore {
  /** @returns the SHA-256 of the content, by which it is found again. */
  put(content: Buffer): Promise<string>;
  get(hash: string): Promise<Buffer>;
  remove(hash: string): Promise<void>;
}

/** What was stored can't be read any more: it has gone, or isn't what was stored. */
export class BytesLost extends Error {
  constructor(options?: ErrorOptions) {
    super('Stored bytes have gone or don’t match their hash', options);
    this.name = 'BytesLost';
  }
}
/** The disk takes no more. */
export class NoRoom extends Error {
  constructor() {
    super('There is no room left on the disk');
    this.name = 'NoRoom';
  }
}
const NO_ROOM = new Set(['ENOSPC', 'EDQUOT', 'EROFS', 'EFBIG']);

/**
 * Bytes on disk, encrypted. A file appears under its name only when it is whole and flushed.
 * @throws NoRoom from `put` when the disk is full; nothing is left of what was written @throws BytesLost from `get`.
 */
export function diskByteStore(folder: string, secrets: Secrets, disk: Pick<typeof import('node:fs/promises'), 'open'> = { open }): ByteStore {
  const pathOf = (hash: string) => {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new Error('Not a content hash');
    return join(folder, hash.slice(0, 2), hash);
  };
  return {
    async put(content) {
      const hash = digestOf(content);
      const path = pathOf(hash);
      if (await exists(path)) return hash;
      await mkdir(dirname(path), { recursive: true, mode: 0o700 });
      const temporary = `${path}.${randomUUID()}.part`;
      try {
        const file = await disk.open(temporary, 'wx', 0o600);
        try {
          await file.writeFile(secrets.seal(content));
          await file.sync();
        } finally {
          await file.close();
        }
        await rename(temporary, path);
      } catch (error) {
        // What was written of it isn't left lying about.
        await rm(temporary, { force: true });
        throw NO_ROOM.has((error as NodeJS.ErrnoException).code ?? '') ? new NoRoom() : error;
      }
      return hash;
    },
    async get(hash) {
      const path = pathOf(hash);
      try {
        const content = secrets.unseal(await readFile(path));
        if (digestOf(content) === hash) return content;
      } catch (error) {
        throw new BytesLost({ cause: error });
      }
      throw new BytesLost();
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
