export {
  BUSINESS_DEBTS,
  type CommitmentInput,
  dearerDebtTerms,
  debtProblem,
  debtsKeyedTwice,
  debtTerms,
  housingTerms,
  namedOwners,
  ownersOf,
} from './commitments';
export { DEBT, DEBT_KIND_LABEL, LIVING_COST, LIVING_COST_LABEL, type Debt, type DebtKind } from './fields';
