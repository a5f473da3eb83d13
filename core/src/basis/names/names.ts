import { say, type Words } from '../../basis/words/index';
import { areNicknames } from './nicknames';
import { isCyrillic, romanised } from './script';

export { nicknamesOf } from './nicknames';

/** How alike two names are, and why. */
export interface NameComparison {
  /** 0 (nothing in common) to 1 (the same), rounded to three decimals. */
  score: number;
  reasons: Words[];
}

/**
 * Jaro similarity of two texts: matching characters within half the longer length, and transpositions among them.
 * Source: M. A. Jaro, "Advances in record-linkage methodology", JASA 84 (1989).
 * @returns 0 to 1; 1 for two empty texts.
 */
export function jaro(a: string, b: string): number {
  const left = [...a];
  const right = [...b];
  if (left.length === 0 && right.length === 0) return 1;
  const reach = Math.max(0, Math.floor(Math.max(left.length, right.length) / 2) - 1);
  const taken = new Array<boolean>(right.length).fill(false);
  const matchedLeft: string[] = [];
  left.forEach((character, at) => {
    for (let other = Math.max(0, at - reach); other <= Math.min(right.length - 1, at + reach); other += 1) {
      if (taken[other] || right[other] !== character) continue;
      taken[other] = true;
      matchedLeft.push(character);
      return;
    }
  });
  const matches = matchedLeft.length;
  if (matches === 0) return 0;
  const matchedRight = right.filter((_, at) => taken[at]);
  const transpositions = matchedLeft.filter((character, at) => character !== matchedRight[at]).length / 2;
  return (matches / left.length + matches / right.length + (matches - transpositions) / matches) / 3;
}

/**
 * Jaro-Winkler similarity: Jaro raised by a tenth of the remainder for each equal first character, at most four.
 * Source: W. E. Winkler, "String Comparator Metrics and Enhanced Decision Rules", ASA Survey Research Methods (1990).
 */
export function jaroWinkler(a: string, b: string): number {
  const base = jaro(a, b);
  let prefix = 0;
  while (prefix < 4 && prefix < a.length && a[prefix] === b[prefix]) prefix += 1;
  return base + prefix * 0.1 * (1 - base);
}

/** A name as it is compared: no accents, no punctuation, small letters, words in order. Letters of any script stay. */
export function nameWords(name: string): string[] {
  return name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[ßẞ]/g, 'ss')
    .replace(/[øØ]/g, 'o')
    .replace(/[æÆ]/g, 'ae')
    .replace(/[łŁ]/g, 'l')
    .replace(/[đĐðÐ]/g, 'd')
    .toLowerCase()
    .replace(/['’`]/g, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
}

/**
 * The words under which a name is found: its own, each with the next one as written together, and those in Cyrillic in
 * Latin letters too.
 */
export function indexWords(name: string): string[] {
  const words = nameWords(name);
  const joined = words.slice(1).map((word, at) => (words[at] ?? '') + word);
  return [...new Set([...words, ...joined].flatMap((word) => [word, romanised(word)]))];
}

/** Words of which one writes apart what the other writes together: Wei Ming and Weiming are made the same. */
function writtenAlike(words: readonly string[], other: readonly string[]): { words: string[]; joined: string[] } {
  const made = [...words];
  const joined: string[] = [];
  for (const whole of other) {
    if (made.includes(whole)) continue;
    for (let from = 0; from < made.length - 1; from += 1) {
      const to = [2, 3].find((count) => from + count <= made.length && made.slice(from, from + count).join('') === whole);
      if (to === undefined) continue;
      made.splice(from, to, whole);
      joined.push(whole);
      break;
    }
  }
  return { words: made, joined };
}

/** The words of two names as they are compared: in one script, and together what either writes together. */
function wordsAlike(a: string, b: string): { wordsA: string[]; wordsB: string[]; joined: string[]; romanised: boolean } {
  const roman = isCyrillic(a) !== isCyrillic(b);
  const read = (name: string): string[] => (roman ? nameWords(name).map(romanised) : nameWords(name)).filter(Boolean);
  const first = writtenAlike(read(a), read(b));
  const second = writtenAlike(read(b), first.words);
  return { wordsA: first.words, wordsB: second.words, joined: [...first.joined, ...second.joined], romanised: roman };
}

const INITIAL_SCORE = 0.9;
const NICKNAME_SCORE = 0.95;

/**
 * Typing slips between two words: letters left out, put in, exchanged for another, or two neighbours swapped, each once.
 * The optimal string alignment distance; source: F. J. Damerau, "A technique for computer detection and correction of
 * spelling errors", CACM 7 (1964).
 */
export function slipsBetween(a: string, b: string): number {
  const left = [...a];
  const right = [...b];
  let beforeLast: number[] = [];
  let last = Array.from({ length: right.length + 1 }, (_, at) => at);
  for (let row = 1; row <= left.length; row += 1) {
    const current = [row];
    for (let column = 1; column <= right.length; column += 1) {
      const same = left[row - 1] === right[column - 1];
      let best = Math.min((last[column] ?? 0) + 1, (current[column - 1] ?? 0) + 1, (last[column - 1] ?? 0) + (same ? 0 : 1));
      if (row > 1 && column > 1 && left[row - 1] === right[column - 2] && left[row - 2] === right[column - 1])
        best = Math.min(best, (beforeLast[column - 2] ?? 0) + 1);
      current.push(best);
    }
    beforeLast = last;
    last = current;
  }
  return last[right.length] ?? 0;
}

/**
 * A word and every form of it with one letter left out. Two words one slip apart always share such a form, so an index
 * over them finds typing slips by plain equality. Words of fewer than three letters stand for themselves only.
 */
export function slipForms(word: string): string[] {
  const letters = [...word];
  if (letters.length < 3) return [word];
  return [...new Set([word, ...letters.map((_, at) => [...letters.slice(0, at), ...letters.slice(at + 1)].join(''))])];
}

/** Of a comparison: one of the names has words more than the other. */
const WORDS_LEFT = 'names.wordsMoreOneThem';

/** Whether a reason says that one of the names has words more. */
export const isWordsLeft = (reason: Words): boolean => typeof reason === 'object' && reason.say === WORDS_LEFT;

/**
 * Compares two names whatever the order of their words, with accents ignored; an initial stands for a word that begins
 * with it, at 0.9, and a usual short form for its given name, at 0.95. What one writes together and the other apart is the
 * same, and Cyrillic is held against Latin letters as travel documents write it. Each word of the shorter name is paired
 * with its best free partner by Jaro-Winkler, different words of three letters and fewer hardly counting as alike; words
 * left over in the longer name cost a tenth each. The pairing and the weights are Cavren's own; the word measure is published.
 */
export function compareNames(a: string, b: string): NameComparison {
  const { wordsA, wordsB, joined, romanised: roman } = wordsAlike(a, b);
  const written: Words[] = [...joined.map((word) => say('names.writtenTogetherAndApart', { word })), ...(roman ? [say('names.inAnotherScript')] : [])];
  if (wordsA.length === 0 || wordsB.length === 0) return { score: 0, reasons: [say('names.oneNamesEmpty')] };
  const sameWords = [...wordsA].sort().join(' ') === [...wordsB].sort().join(' ');
  if (sameWords) {
    if (a.trim() === b.trim()) return { score: 1, reasons: [say('names.sameName')] };
    if (written.length > 0) return { score: 1, reasons: written };
    const ordered = wordsA.join(' ') === wordsB.join(' ');
    return { score: 1, reasons: [ordered ? say('names.sameNameButForAccents') : say('names.sameWordsAnotherOrder')] };
  }
  const [shorter, longer] = wordsA.length <= wordsB.length ? [wordsA, wordsB] : [wordsB, wordsA];
  const { total, reasons } = pairWords(shorter, longer);
  const left = longer.length - shorter.length;
  if (left > 0) reasons.push(say(WORDS_LEFT, { left }));
  const score = Math.max(0, total / shorter.length - left * 0.1);
  return { score: Math.round(score * 1000) / 1000, reasons: [...written, ...reasons] };
}

function pairWords(shorter: readonly string[], longer: readonly string[]): { total: number; reasons: Words[] } {
  const pairs = shorter
    .flatMap((word, from) => longer.map((other, to) => ({ from, to, word, other, score: wordScore(word, other) })))
    .sort((x, y) => y.score - x.score || x.from - y.from || x.to - y.to);
  const usedFrom = new Set<number>();
  const usedTo = new Set<number>();
  const reasons: Words[] = [];
  let total = 0;
  for (const pair of pairs) {
    if (usedFrom.has(pair.from) || usedTo.has(pair.to)) continue;
    usedFrom.add(pair.from);
    usedTo.add(pair.to);
    total += pair.score;
    if (pair.word !== pair.other && pair.score >= 0.8) {
      reasons.push(wordReason(pair.word, pair.other));
    }
  }
  return { total, reasons };
}

function wordReason(word: string, other: string): Words {
  if (isInitialOf(word, other)) return say('names.initialFor', { word: word.length > 1 ? word : other });
  if (areNicknames(word, other)) return say('names.usedFor', { word, other });
  return slipsBetween(word, other) === 1 ? say('names.oneLetterOff', { word, other }) : say('names.close', { word, other });
}

const isInitialOf = (a: string, b: string): boolean => (a.length === 1 || b.length === 1) && a[0] === b[0];

function wordScore(a: string, b: string): number {
  if (a === b) return 1;
  if (isInitialOf(a, b)) return INITIAL_SCORE;
  if (areNicknames(a, b)) return NICKNAME_SCORE;
  const short = Math.min([...a].length, [...b].length);
  return Math.min(jaroWinkler(a, b), SHORT_WORDS[short] ?? 1);
}

/** Two different words of so few letters are hardly alike: Li is not Lu. */
const SHORT_WORDS: Partial<Record<number, number>> = { 1: 0.3, 2: 0.3, 3: 0.7 };

/**
 * Whether what somebody typed are their initials: the first letters of their name in its order, of all its words or of the
 * first and the last, whatever the capitals, accents, points and spaces. The rule is Cavren's own.
 */
export function initialsFit(typed: string, fullName: string): boolean {
  const written = nameWords(typed).join('');
  const letters = nameWords(fullName).map((word) => [...word][0] ?? '');
  if (letters.length === 0) return false;
  return written === letters.join('') || written === `${letters[0] ?? ''}${letters.length > 1 ? (letters.at(-1) ?? '') : ''}`;
}

/**
 * Whether what somebody typed is their name: every word of it, in any order, whatever the accents and capitals; a letter
 * may stand for a word that begins with it, but not for all of them. The rule is Cavren's own.
 */
export function signsAs(typed: string, fullName: string): boolean {
  const { wordsA: own, wordsB: free } = wordsAlike(typed, fullName);
  const asked = [...free];
  const words = own.sort((a, b) => b.length - a.length);
  if (words.length === 0 || words.length !== free.length) return false;
  let whole = false;
  for (const word of words) {
    const at = free.findIndex((other) => other === word || (word.length === 1 && other.startsWith(word)));
    if (at < 0) return false;
    whole ||= free[at] === word && word.length > 1;
    free.splice(at, 1);
  }
  return whole || words.every((word) => asked.includes(word));
}
