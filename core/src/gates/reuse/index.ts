export { heldPapers, loanWithUs, type Reused, whatStillHolds } from './reuse';
