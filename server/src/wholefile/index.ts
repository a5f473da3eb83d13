import { randomBytes } from 'node:crypto';
import { link, mkdir, open, readFile, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';

type Content = Buffer | string;

/** Writes what is to be under a name beside it first, readable by its owner only, flushed. @returns the name beside it. */
async function beside(path: string, content: Content): Promise<string> {
  await mkdir(dirname(path), { recursive: true, mode: 0o700 });
  const temporary = `${path}.${randomBytes(6).toString('hex')}.part`;
  const file = await open(temporary, 'wx', 0o600);
  try {
    await file.writeFile(content);
    await file.sync();
  } finally {
    await file.close();
  }
  return temporary;
}

/** Puts a file in its place, where it is whole or as it was before. */
export const putWhole = async (path: string, content: Content): Promise<void> => rename(await beside(path, content), path);

/** What a file holds, made by whoever comes first where there is none yet; nobody reads it half written. */
export async function madeOnce(path: string, make: () => Content): Promise<{ content: Buffer; made: boolean }> {
  const known = await readFile(path).catch(() => null);
  if (known) return { content: known, made: false };
  const temporary = await beside(path, make());
  const made = await link(temporary, path).then(
    () => true,
    (error: unknown) => {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      return false;
    },
  );
  await rm(temporary);
  return { content: await readFile(path), made };
}
