export { BUSINESS_DEBTS, type CommitmentInput, debtProblem, debtsKeyedTwice, debtTerms, housingTerms, namedOwners, ownersOf } from './commitments';
export { DEBT, DEBT_KIND_LABEL, DEBT_KINDS, LIVING_COST, LIVING_COST_LABEL, type Debt, type DebtKind, type LivingCost } from './fields';
