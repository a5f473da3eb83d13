import type { IsoDate } from '../../basis/dates/index';

/** Which law says how the annual rate is worked out from a day on, and what settling early may cost. */
export interface CreditLaw {
  from: IsoDate;
  rate: string;
  settlement: string;
}
