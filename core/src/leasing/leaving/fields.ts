import type { IsoDate } from '../../basis/dates/index';

/** Notice that a let ends: who gave it and when, and the first day that isn't let any more. One that was taken back stays in the file. */
export interface LeaseNotice {
  id: string;
  side: 'tenant' | 'house';
  /** Whoever of the file gave it; null where the house did. */
  personId: string | null;
  givenOn: IsoDate;
  endsOn: IsoDate;
  /** How both agreed on another day than notice reaches; null where it is one of those. */
  agreed: string | null;
  takenAt: string;
  takenBy: string;
  backAt: string | null;
  backBy: string | null;
  backWhy: string | null;
}
