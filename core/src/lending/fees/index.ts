export { type CountedFee, FEE_PAID_LABEL, feesFor, feesPaid } from './fees';
