export { CHAIN_START, chainProblem, type CheckPoint, digestOf, entryHash, FIRST_HASH, type HistoryEntry } from './history';
export { entriesIn, linesOf, sealedDay, sealedDayProblem, sealedText, type SealedDay, type SealedEntry } from './days';
