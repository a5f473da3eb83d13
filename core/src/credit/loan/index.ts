export { firstPeriod, type FirstPeriod, levelPayment, type LoanTerms, MAX_PAYMENTS, paymentFactor, type Schedule, type ScheduleRow } from './loan';
