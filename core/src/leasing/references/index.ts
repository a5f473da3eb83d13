export type { LettingQuestion, LettingReference, LettingSaid, ReferenceState } from './fields';
export {
  aboutLetting,
  compareLetting,
  isReferee,
  lettingConcerns,
  lettingFaults,
  lettingName,
  lettingsOf,
  reachedAlike,
  REFEREE,
  tenantsOf,
  type Letting,
  type LettingComparison,
  type LettingFault,
} from './references';
