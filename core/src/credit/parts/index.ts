export {
  dueDate,
  firstRevolvingPayment,
  onePeriodAfter,
  partProblem,
  partSchedule,
  type PartSchedule,
  type PartRate,
  type PartTerms,
  type PaymentStep,
  type Period,
  periodsIn,
  periodsOf,
  PLAIN,
  schedule,
  type Settlement,
  settlementOf,
} from './parts';
export { PART, PART_KINDS, PAYMENT_PERIOD_LABEL, PAYMENT_PERIOD_NAMES, PAYMENT_PERIODS, type LoanPart, type PartKind, type PaymentPeriod } from './fields';
