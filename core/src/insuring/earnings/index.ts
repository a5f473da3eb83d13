export { type Earning, earnedBy, type EarningKind, earningsOfChange, earningsOfEnd, earningsOfIssue, isRenewed, producersProblem, shareOut } from './earnings';
