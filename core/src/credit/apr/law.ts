import type { IsoDate } from '../../basis/dates/index';

/** Which law says how the annual rate is worked out from a day on, and what settling early may cost. */
export interface CreditLaw {
  from: IsoDate;
  rate: string;
  settlement: string;
}

/** The law of a place in force on a day; the first before that. @param laws oldest first. @returns null where the place names none. */
export const lawOn = (laws: readonly CreditLaw[], on: IsoDate): CreditLaw | null => [...laws].reverse().find(({ from }) => from <= on) ?? laws[0] ?? null;
