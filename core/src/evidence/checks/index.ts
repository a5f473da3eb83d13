export {
  type Candidate,
  CANDIDATE_SCORE,
  checkSubject,
  compareWithRegister,
  currentCheck,
  type FieldComparison,
  isSettled,
  type RegisterRecord,
  watchlistCandidates,
  type WatchlistEntry,
} from './checks';
