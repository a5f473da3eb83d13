export {
  BUSINESS_DEBTS,
  type CommitmentInput,
  DEBT_KIND_LABEL,
  DEBT_KINDS,
  type DebtKind,
  debtProblem,
  debtsKeyedTwice,
  debtTerms,
  housingTerms,
  namedOwners,
  ownersOf,
} from './commitments';
