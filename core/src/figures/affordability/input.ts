import type { AsThen } from '../../basis/arithmetic/index';
import type { FileState } from '../../file/state/index';

/** The parts of a file that affordability reads. */
export const AFFORDABILITY_PARTS = [
  'product',
  'pack',
  'request',
  'people',
  'relations',
  'homes',
  'works',
  'incomes',
  'settlements',
  'livingCosts',
  'debts',
  'assets',
  'papers',
  'parts',
  'securities',
  'payrolls',
  'accounts',
  'covers',
  'riders',
  'coverLines',
  'interests',
  'yearChanges',
  'deductions',
  'underwritings',
  'health',
  'unit',
  'leasedItems',
] as const satisfies readonly (keyof FileState)[];

export type AffordabilityInput = Pick<FileState, (typeof AFFORDABILITY_PARTS)[number]> &
  AsThen & {
    /** Whether who is looked at keeps the home that they have, though a rent is asked for: somebody who stands surety. */
    staysHome?: true;
  };
