import { doubleMetaphone } from 'double-metaphone';

function soundsOf(name: string): Set<string> {
  const words = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .split(/[^\p{L}]+/u)
    .filter((word) => word.length > 1);
  return new Set(words.flatMap((word) => doubleMetaphone(word)).filter(Boolean));
}

/** Whether two names have a word that sounds alike; who asks compares further. */
export function soundsAlike(one: string, other: string): boolean {
  const sounds = soundsOf(other);
  return [...soundsOf(one)].some((sound) => sounds.has(sound));
}
