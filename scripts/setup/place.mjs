import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder, wherever a command is called from. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
/** @param {string[]} parts */
export const inRoot = (...parts) => join(ROOT, ...parts);
