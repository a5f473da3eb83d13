export {
  compareNames,
  indexWords,
  isWordsLeft,
  jaro,
  jaroWinkler,
  type NameComparison,
  nameWords,
  nicknamesOf,
  initialsFit,
  signsAs,
  slipForms,
  slipsBetween,
} from './names';
