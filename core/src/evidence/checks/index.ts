export {
  type Candidate,
  CANDIDATE_SCORE,
  checkSubject,
  compareWithRegister,
  currentCheck,
  type FieldComparison,
  isCleared,
  isSettled,
  lackedBy,
  namesOf,
  wantedChecks,
  type RegisterRecord,
  watchlistCandidates,
  type WatchlistEntry,
} from './checks';
export { KINDS_OF_CHECK, type KindOfCheck } from './kinds/index';
