export { type Said, type SaidValue, sameWords, say, type Words, wordsAsText, wordsFrom } from './words';
