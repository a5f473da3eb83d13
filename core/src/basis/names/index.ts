export {
  compareNames,
  indexWords,
  isWordsLeft,
  jaro,
  jaroWinkler,
  type NameComparison,
  nameWords,
  nicknamesOf,
  signsAs,
  slipForms,
  slipsBetween,
} from './names';
