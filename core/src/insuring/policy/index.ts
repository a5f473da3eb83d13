export {
  type Charge,
  chargesOf,
  type EndedBy,
  endOfTerm,
  mayGiveBack,
  premiumDueBy,
  type Settlement,
  settlementOn,
  type TermPaid,
  termsOf,
  type YearFrom,
} from './policy';
export { asChanged, barToAgree, barToChange, carriedOver, type ChangePrice, isPolicyChange, openChange, paidFor, priceOfChange, yearsOf } from './change';
