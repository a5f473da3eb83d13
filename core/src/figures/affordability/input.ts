import type { AsThen } from '../../basis/arithmetic/index';
import type { FileState } from '../../file/state/index';

/** The part of a file that affordability reads. */
export type AffordabilityInput = Pick<
  FileState,
  | 'product'
  | 'pack'
  | 'request'
  | 'people'
  | 'relations'
  | 'homes'
  | 'works'
  | 'incomes'
  | 'settlements'
  | 'livingCosts'
  | 'debts'
  | 'assets'
  | 'papers'
  | 'parts'
  | 'securities'
  | 'payrolls'
  | 'accounts'
  | 'covers'
  | 'riders'
  | 'coverLines'
  | 'interests'
  | 'yearChanges'
  | 'deductions'
  | 'underwritings'
  | 'health'
> &
  AsThen;
