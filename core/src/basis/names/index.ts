export { compareNames, isWordsLeft, jaro, jaroWinkler, type NameComparison, nameWords, nicknamesOf, slipForms, slipsBetween } from './names';
