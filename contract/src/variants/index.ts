import { isFitChange } from '@cavren/core';
import { z } from 'zod';
import { line } from '../values/index';

function isChanges(text: string): boolean {
  try {
    const read: unknown = JSON.parse(text);
    return Array.isArray(read) && read.length <= 60 && read.every(isFitChange);
  } catch {
    return false;
  }
}

/** A version of the request that lies beside it: its name, and its changes as JSON. */
export const variantFields = {
  label: line(80).nullable(),
  changes: z.string().max(8000, 'At most 8,000 characters').refine(isChanges, 'These are no changes of a request').nullable(),
};
