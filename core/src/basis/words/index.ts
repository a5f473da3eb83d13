export { type Said, type SaidValue, say, type Words, wordsAsText, wordsFrom } from './words';
