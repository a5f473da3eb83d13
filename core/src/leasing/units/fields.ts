import type { IsoDate } from '../../basis/dates/index';
import type { Minor } from '../../basis/money/index';

/** How a kind of unit is laid out, and what it costs a month. Sizes are in the measure of the place. */
export interface UnitPlan {
  code: string;
  label: string;
  bedrooms: number;
  sleeps: number;
  size: number;
  sizeUnit: 'square feet' | 'square metres' | 'feet' | 'metres';
  rooms: string[];
  includes: string[];
  /** A drawing of it, as the path of a picture that ships with Cavren. */
  picture: string | null;
  /** The rent a month by how long it is let for, and from which days of the year it begins where that matters. */
  rents: UnitRent[];
}

/** A rent of lets of at least so many months; of those that begin in a season, where it is only for them. Days of a season are month and day. */
export interface UnitRent {
  leastMonths: number;
  season: { from: string; until: string } | null;
  monthly: Minor;
}

/** One that can be let. */
export interface Unit {
  id: string;
  stock: string;
  code: string;
  label: string;
  plan: UnitPlan;
  region: string;
  access: string[];
  availableFrom: IsoDate;
}

/** What is held of a unit for a file: for a term, of which the day on which it ends isn't part. */
export interface HeldUnit {
  unit: Unit;
  startsOn: IsoDate;
  endsOn: IsoDate;
  /** Whether it isn't free after that either, until somebody gives notice. */
  goesOn: boolean;
  /** held: until a moment; kept: the file was approved; let: the keys were handed over. */
  state: 'held' | 'kept' | 'let';
  holdsUntil: string | null;
  heldAt: string;
  heldBy: string;
}

/** A stretch of time in which a unit isn't free; one that goes on until somebody gives notice ends after every day. */
export interface Booking {
  unitId: string;
  startsOn: IsoDate;
  endsOn: IsoDate;
  state: HeldUnit['state'];
  holdsUntil: string | null;
  /** Whose it is, for who may see it. */
  reference: string | null;
  name: string | null;
}
