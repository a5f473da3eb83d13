export type { Booking, HeldUnit, Unit, UnitPlan, UnitRent } from './fields';
export {
  boardOf,
  type BoardRow,
  type BoardSpan,
  endOfLet,
  freeFrom,
  lastDayOf,
  overlaps,
  readRents,
  readUnits,
  rentOf,
  RENT_COLUMNS,
  UNIT_COLUMNS,
  type UnitMatch,
  type UnitNeed,
  unitsFor,
} from './units';
