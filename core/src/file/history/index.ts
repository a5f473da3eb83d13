export { CHAIN_START, chainProblem, type CheckPoint, entryHash, FIRST_HASH, type HistoryEntry } from './history';
export { entriesIn, linesOf, sealedDay, sealedDayProblem, sealedText, type SealedDay, type SealedEntry } from './days';
