import { createPrivateKey, createPublicKey, generateKeyPairSync, sign, verify, type KeyObject } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { madeOnce } from '../wholefile/index';

/** Signs sealed days with a key that lies outside of the database (Ed25519, RFC 8032). */
export interface DayKey {
  /** Its public half as PEM (SPKI). */
  publicKey: string;
  /** @returns the signature in base 64. */
  sign(text: string): string;
  /** Whether a text was signed by this key, or by one that was this installation's before. */
  isOurs(text: string, signature: string, publicKey: string): boolean;
}

const KEY = 'sealed-days.key';
/** Keys of before stay beside the present one under names of their own, so that what they signed can still be held against them. */
const FORMER = /^sealed-days.+\.key$/;

const pemOf = (key: KeyObject): string => createPublicKey(key).export({ type: 'spki', format: 'pem' }).toString();

/** Reads the key, or makes one that only its owner can read at the first start. */
export async function loadDayKey(dataFolder: string): Promise<DayKey> {
  const folder = join(dataFolder, 'keys');
  const { content } = await madeOnce(join(folder, KEY), () => generateKeyPairSync('ed25519').privateKey.export({ type: 'pkcs8', format: 'pem' }));
  const key = createPrivateKey(content);
  const former = (await readdir(folder)).filter((name) => FORMER.test(name));
  const known = new Set([pemOf(key), ...(await Promise.all(former.map(async (name) => pemOf(createPrivateKey(await readFile(join(folder, name)))))))]);
  return {
    publicKey: pemOf(key),
    sign: (text) => sign(null, Buffer.from(text), key).toString('base64'),
    isOurs: (text, signature, publicKey) =>
      known.has(publicKey) && verify(null, Buffer.from(text), createPublicKey(publicKey), Buffer.from(signature, 'base64')),
  };
}
