/**
 * Something to be said: the code of a message and the values in it. Sentences are made where they are shown, from the
 * message catalogue of a language. A text stands for itself: what somebody keyed, or what product data says.
 */
export type Words = string | Said;

export interface Said {
  say: string;
  values?: Readonly<Record<string, SaidValue>>;
}

/** A value in a message. Money is in minor units, per cent a fraction; days and months are shown in the place's way. */
export type SaidValue =
  | Words
  | number
  | { money: number }
  | { percent: number }
  | { day: string }
  | { month: string }
  /** Several things one after another: “a, b”, “a and b”, “a or b”. */
  | { all: readonly SaidValue[]; by: 'comma' | 'semicolon' | 'and' | 'or' }
  /** Words that stand within a sentence though they could begin one. */
  | { within: Words };

/** Gives a message with its values. @param code concept and name of the message, as in the catalogue. */
export const say = (code: string, values?: Readonly<Record<string, SaidValue>>): Said => (values ? { say: code, values } : { say: code });

/** Words as one text, as a history keeps them. */
export const wordsAsText = (words: Words): string => (typeof words === 'string' ? words : JSON.stringify(words));

/** Words out of a text that a history keeps. */
export function wordsFrom(text: string): Words {
  if (!text.startsWith('{"say":"')) return text;
  try {
    return JSON.parse(text) as Said;
  } catch {
    return text;
  }
}
