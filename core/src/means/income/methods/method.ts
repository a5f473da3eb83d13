import type { AsThen, Term } from '../../../basis/arithmetic/index';
import type { IsoDate } from '../../../basis/dates/index';
import type { Frequency } from '../../../basis/frequency/index';
import type { Minor } from '../../../basis/money/index';

/** What is stated of a source of income, as its kind and method read it. */
export interface StatedIncome {
  amount: Minor | null;
  frequency: Frequency | null;
  hoursPerWeek: number | null;
  weeksPerYear: number | null;
  daysPerWeek: number | null;
  extraMonths: number | null;
  monthsSeen: number | null;
  /** Since when it comes: of a business, when it began. */
  since: IsoDate | null;
  yearEnd: IsoDate | null;
  profitLatest: Minor | null;
  addBackLatest: Minor | null;
  profitBefore: Minor | null;
  addBackBefore: Minor | null;
  profitThird: Minor | null;
  addBackThird: Minor | null;
  profitFourth: Minor | null;
  addBackFourth: Minor | null;
  capital: Minor | null;
  yieldRate: number | null;
}

/** A monthly figure, and the lines that lead to it. */
export interface Monthly {
  monthly: Minor;
  terms: Term[];
  /** By how much profits fell, as a share of the year before. */
  drop?: number;
}

/** A way in which the monthly figure of a source comes about. */
export interface IncomeMethod {
  code: 'rate' | 'average' | 'accounts' | 'yield';
  /** The field that a paper of the payer shows. */
  figure: 'amount' | 'profitLatest' | 'capital';
  /** Fields that it asks for besides, in the order in which they are keyed; each with its own words where the field's don't say it. */
  asks: (stated: StatedIncome) => readonly AskedField[];
  /**
   * Works the monthly figure out.
   * @param from the figure that is relied on, as a line.
   * @param idOf makes the place of another field of the source.
   * @returns null while something that it needs is missing.
   */
  work(stated: StatedIncome & AsThen, from: Term, placeOf: (field: keyof StatedIncome) => NonNullable<Term['place']>): Monthly | null;
}

/** A field that is asked for, and its words where they differ from the field's own. */
export interface AskedField {
  field: string;
  label?: string;
  /** To the applicant. */
  ask?: string;
}
