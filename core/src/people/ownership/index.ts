export { STAKE, type Stake } from './fields';
export { companiesOf, heldOf, loopOf, type OwnedShare, ownersOf, ownershipProblems, type OwnershipProblem } from './ownership';
