export {
  ACCOUNT_KIND_NAMES,
  ACCOUNT_KINDS,
  type AccountKind,
  accountLabels,
  type AccountNumbers,
  accountProblem,
  type AccountRules,
  bankProblem,
  isWholeAccount,
  type ModulusRow,
  tidyAccount,
  tidyBank,
} from './accounts';
