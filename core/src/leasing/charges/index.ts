export {
  chargeDue,
  chargesStanding,
  type ChargeStanding,
  givenBackOf,
  type GivenBack,
  leaseCharges,
  type LeaseCharge,
  leaseDeposit,
  owedBefore,
  owedOf,
  paidIn,
  petsCharged,
  waivedFees,
  type WaivedFee,
} from './charges';
export { type Deposit, depositAsked, depositCapOf, depositMonthsMost, depositMonthsOf, depositMost, depositOf } from './deposit';
export { type Receipt, RECEIPT_WAY_LABEL, type ReceiptWay } from './fields';
export { lateCapOf, lateFeeInWords, lateFeeOf, type LateFee } from './late';
