export { type Charge, chargesOf, type EndedBy, endOfTerm, mayGiveBack, premiumDueBy, type Settlement, settlementOn, type TermPaid, termsOf } from './policy';
