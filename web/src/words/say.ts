import type { Words } from '@cavren/core';
import { speakerFor, type Place, type Speak } from '@cavren/words';
import { computed, inject, provide, type InjectionKey } from 'vue';

const SAYING: InjectionKey<Speak> = Symbol('saying');
const placeless = speakerFor();

/** Within this component and below, sentences have their amounts as the place writes them. */
export function provideSay(place: () => Place | undefined): Speak {
  // By way of the place, which stays the same while the file changes: nothing that is said is drawn again for a key.
  const at = computed(place);
  const speak = computed(() => speakerFor(at.value));
  const say: Speak = (words) => speak.value(words);
  provide(SAYING, say);
  return say;
}

/** Makes sentences of words: for the place of the file that is open, or without a currency. */
export const useSay = (): Speak => inject(SAYING, placeless);

/** Several things in a row, separated by commas. */
export const sayAll = (say: Speak, words: readonly Words[]): string => words.map(say).join(', ');

/** As a sentence goes on after a colon. */
export const sayWithin = (say: Speak, words: Words): string => {
  const text = say(words);
  return text.charAt(0).toLowerCase() + text.slice(1);
};
