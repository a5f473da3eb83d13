import type { Words } from '../../../basis/words/index';
import type { IncomeMethod, StatedIncome } from '../methods/method';

/** A kind of income: all that is known of it, whatever the product's rule for it is. */
export interface KindOfIncome {
  label: string;
  /** What belongs to it. */
  meaning: Words;
  /** How its monthly figure comes about, by what was stated. */
  method(stated: StatedIncome): IncomeMethod;
  /** job: paid by an employer for work; trade: earned in a business of one's own; null: not earned by work. */
  earned: 'job' | 'trade' | null;
  /** Whether it is what a job is held for: how long, and what was between jobs, is asked. */
  isPay: boolean;
  /** Whether it varies, so that months of it are asked. */
  varies: boolean;
  /** Whether it may be free of tax, which then is asked. */
  mayBeUntaxed: boolean;
  /** Whether a business earns it, so that the debts of a business are served from it. */
  ofBusiness: boolean;
  /** Whether it is taken off the rent instead of counting as income. */
  offRent: boolean;
}

/** What most kinds are. */
export const PLAIN_KIND = { earned: null, isPay: false, varies: false, mayBeUntaxed: true, ofBusiness: false, offRent: false } as const;
