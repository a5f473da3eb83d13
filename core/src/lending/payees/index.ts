export { PAYEE, PAYEE_KIND_LABEL, type Payee } from './fields';
export { canBePaid, paidTo, payeesTotal, type PaidTo, payoutLines, type PayoutLine } from './payees';
