import { createCipheriv, createDecipheriv, createHash, createHmac, hkdfSync, randomBytes, timingSafeEqual } from 'node:crypto';
import { readFile, rename } from 'node:fs/promises';
import { join } from 'node:path';
import { madeOnce, putWhole } from '../wholefile/index';

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

const KEY_BYTES = 32;

function unwrap(wrapped: Buffer, master: Buffer): Buffer | null {
  try {
    return makeSecrets(master).unseal(wrapped);
  } catch {
    return null;
  }
}

const keysIn = (dataFolder: string) => {
  const master = join(dataFolder, 'keys', 'master.key');
  return { master, next: `${master}.next`, data: join(dataFolder, 'keys', 'data.key') };
};

/**
 * Reads the key that data is encrypted with. It lies wrapped by the master key, so that another master key can take its place
 * without writing all data anew. Both are made at the first start; where there was only a master key, that was the key of the data.
 * @throws when a key is damaged, or the master key isn't the one that wraps the key of the data.
 */
export async function loadDataKey(dataFolder: string): Promise<Buffer> {
  const at = keysIn(dataFolder);
  const { content: master, made } = await madeOnce(at.master, () => randomBytes(KEY_BYTES));
  if (master.length !== KEY_BYTES) throw new Error(`The master key in ${at.master} is damaged: it must have ${KEY_BYTES} bytes`);
  const { content: wrapped } = await madeOnce(at.data, () => makeSecrets(master).seal(made ? randomBytes(KEY_BYTES) : master));
  const key = unwrap(wrapped, master);
  if (key) return key;
  // A rotation that was cut off between its last two steps: the new master key is there under its other name.
  const next = await readFile(at.next).catch(() => null);
  const rotated = next && unwrap(wrapped, next);
  if (!rotated) throw new Error(`${at.master} isn’t the master key that ${at.data} was wrapped with`);
  await rename(at.next, at.master);
  return rotated;
}

/** Puts a new master key in the place of the present one. Safe to cut off anywhere, and to do again. */
export async function rotateMasterKey(dataFolder: string): Promise<void> {
  const at = keysIn(dataFolder);
  const key = await loadDataKey(dataFolder);
  const next = randomBytes(KEY_BYTES);
  await putWhole(at.next, next);
  await putWhole(at.data, makeSecrets(next).seal(key));
  await rename(at.next, at.master);
}

/** A token that nobody guesses. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What is stored of a token or code: its hash only. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

export function sameText(a: string, b: string): boolean {
  const left = Buffer.from(tokenHash(a));
  return timingSafeEqual(left, Buffer.from(tokenHash(b)));
}
