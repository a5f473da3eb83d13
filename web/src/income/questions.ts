import type { FileState, Path, Words } from '@cavren/core';

/** A question as its box shows it. */
export interface AskedQuestion {
  subject: string;
  what: Words;
  why: Words;
  anchor: string;
}

/**
 * Questions of a chapter that the Path asks, and after them those that were explained and are asked no more.
 * @param titles by the beginning of a subject, what an explained question was about.
 */
export function questionsOf(path: Path, file: FileState, titles: Readonly<Record<string, string>>): AskedQuestion[] {
  const known = new Map(Object.entries(titles));
  const titleOf = (subject: string): string | undefined => known.get(subject.split(':', 1)[0] ?? '');
  const open = path.entries
    .filter(({ key }) => key.startsWith('question:'))
    .map(({ key, what, why, place }) => ({ subject: key.slice('question:'.length), what, why, anchor: place.anchor }))
    .filter(({ subject }) => titleOf(subject) !== undefined);
  const said = file.explanations
    .filter(({ subject }) => titleOf(subject) !== undefined && !open.some((one) => one.subject === subject))
    .map(({ subject }) => ({ subject, what: titleOf(subject) ?? '', why: '', anchor: '' }));
  return [...open, ...said];
}
