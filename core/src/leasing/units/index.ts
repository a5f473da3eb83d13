export type { Booking, HeldUnit, Unit, UnitPlan, UnitRent } from './fields';
export {
  boardOf,
  type BoardRow,
  type BoardSpan,
  endOfLet,
  overlaps,
  readRents,
  readUnits,
  rentOf,
  RENT_COLUMNS,
  UNIT_COLUMNS,
  type UnitMatch,
  type UnitNeed,
  unitsFor,
  WARN_HOURS_MOST,
} from './units';
