export { chainProblem, entryHash, FIRST_HASH, type HistoryEntry } from './history';
