import { createCipheriv, createDecipheriv, createHash, createHmac, hkdfSync, randomBytes, timingSafeEqual } from 'node:crypto';
import { mkdir, open, readFile } from 'node:fs/promises';
import { join } from 'node:path';

/** Encrypts, decrypts and hashes with keys derived from one master key. */
export interface Secrets {
  seal(plain: Buffer): Buffer;
  unseal(sealed: Buffer): Buffer;
  /** A keyed hash for exact search over what is encrypted. */
  searchHash(text: string): string;
  /** A short keyed digest of a number, by which it is told from others that end alike. */
  mark(number: string): string;
  /** The same, of the search hash that is kept of a number. */
  markOf(searchHash: string): string;
}

const NONCE = 12;
const TAG = 16;

export function makeSecrets(master: Buffer): Secrets {
  const derive = (purpose: string) => Buffer.from(hkdfSync('sha256', master, 'cavren', purpose, 32));
  const encryption = derive('encryption');
  const search = derive('search');
  const marks = derive('marks');
  const searchHash = (text: string): string => createHmac('sha256', search).update(text).digest('hex');
  const markOf = (hash: string): string => createHmac('sha256', marks).update(hash).digest('hex').slice(0, 16);
  return {
    seal(plain) {
      const nonce = randomBytes(NONCE);
      const cipher = createCipheriv('aes-256-gcm', encryption, nonce);
      return Buffer.concat([nonce, cipher.update(plain), cipher.final(), cipher.getAuthTag()]);
    },
    unseal(sealed) {
      const decipher = createDecipheriv('aes-256-gcm', encryption, sealed.subarray(0, NONCE));
      decipher.setAuthTag(sealed.subarray(sealed.length - TAG));
      return Buffer.concat([decipher.update(sealed.subarray(NONCE, sealed.length - TAG)), decipher.final()]);
    },
    mark: (number) => markOf(searchHash(number)),
    markOf,
    searchHash,
  };
}

/** Reads the master key, or makes one that only the owner can read at the first start. */
export async function loadMasterKey(dataFolder: string): Promise<Buffer> {
  const folder = join(dataFolder, 'keys');
  const path = join(folder, 'master.key');
  await mkdir(folder, { recursive: true, mode: 0o700 });
  try {
    const file = await open(path, 'wx', 0o600);
    await file.writeFile(randomBytes(32));
    await file.sync();
    await file.close();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
  }
  const key = await readFile(path);
  if (key.length !== 32) throw new Error(`The master key in ${path} is damaged: it must have 32 bytes`);
  return key;
}

/** A token that nobody guesses. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What is stored of a token or code: its hash only. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

export function sameText(a: string, b: string): boolean {
  const left = Buffer.from(tokenHash(a));
  return timingSafeEqual(left, Buffer.from(tokenHash(b)));
}
