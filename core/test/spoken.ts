import { speakerFor } from '@cavren/words';
import { expect as expectOf } from 'vitest';
import type { Said } from '../src/basis/words/index';

const speak = speakerFor({ currency: 'USD', locale: 'en-US' });

const isSaid = (value: object): value is Said => 'say' in value && typeof value.say === 'string';

/** Words become strings. */
export type Spoken<Value> = Value extends Said
  ? string
  : Value extends readonly (infer Part)[]
    ? Spoken<Part>[]
    : Value extends object
      ? { [Key in keyof Value]: Spoken<Value[Key]> }
      : Value;

/** What was worked out as a reader meets it: every message in it as its English sentence, with dollars. */
export function spoken<Value>(value: Value): Spoken<Value> {
  if (typeof value !== 'object' || value === null) return value as Spoken<Value>;
  if (isSaid(value)) return speak(value) as Spoken<Value>;
  if (Array.isArray(value)) return value.map((part: unknown) => spoken(part)) as Spoken<Value>;
  if (Object.getPrototypeOf(value) !== Object.prototype) return value as Spoken<Value>;
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, spoken(part)])) as Spoken<Value>;
}

/** Expects of what was worked out, with its messages as sentences. */
export const expect = Object.assign(<Value>(value: Value, about?: string) => expectOf(spoken(value), about), expectOf);
