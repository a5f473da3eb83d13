export { CHAIN_START, chainProblem, type CheckPoint, entryHash, FIRST_HASH, type HistoryEntry } from './history';
