import type { Booking, HeldUnit, IsoDate, Unit } from '@cavren/core';
import { nanoid } from 'nanoid';
import { execute, select, Table, type Sequelize, type Tx } from '../db/index';
import type { Stock } from './stock';

export interface BookingRow {
  id: string;
  unitId: string;
  fileId: string;
  startsOn: IsoDate;
  /** From when on the unit is free again. */
  endsOn: IsoDate;
  /** The end of the term for which it is held; what goes on isn't free then. */
  termEndsOn: IsoDate;
  state: HeldUnit['state'];
  holdsUntil: string | null;
  warned: boolean;
  heldAt: string;
  heldBy: string;
}
interface UnitRow {
  id: string;
  stock: string;
  code: string;
  about: Unit;
  /** Where it stands in the list. */
  position: number;
  listed: boolean;
}

/** Stocks of units, and for when which is held; of one unit no two bookings have a day in common. */
export function unitsStore(db: Sequelize) {
  const bookings = new Table<BookingRow>(
    db,
    'unit_booking',
    {
      id: 'key',
      unitId: 'key',
      fileId: 'key',
      startsOn: 'date',
      endsOn: 'date',
      termEndsOn: 'date',
      state: 'key',
      holdsUntil: 'time',
      warned: 'bool',
      heldAt: 'time',
      heldBy: 'text',
    },
    ['id'],
  );
  const units = new Table<UnitRow>(db, 'unit', { id: 'key', stock: 'key', code: 'key', about: 'json', position: 'int', listed: 'bool' }, ['id']);
  const stocks = new Table<Omit<Stock, 'units'>>(db, 'unit_stock', { code: 'key', label: 'text', place: 'key' }, ['code']);
  return {
    stocks: () => stocks.find({}, { order: [['code', 'ASC']] }),
    stock: (code: string) => stocks.one({ code }),
    /** Units that can be had, in the order of their list. */
    async units(stock: string, tx?: Tx): Promise<Unit[]> {
      return (await units.find({ stock, listed: true }, { tx, order: [['position', 'ASC']] })).map(({ about }) => about);
    },
    /** One unit, with its row held: what asks for it at the same time waits. */
    async unit(id: string, tx: Tx): Promise<Unit | null> {
      const row = await units.one({ id, listed: true }, { tx, lock: true });
      return row?.about ?? null;
    },
    unitOf: async (id: string, tx?: Tx) => (await units.one({ id }, { tx }))?.about ?? null,
    /** Makes the stock in the database that of the list: new units come, changed ones change, those that aren't listed any more can't be had. */
    async put({ units: listed, ...stock }: Stock, tx: Tx): Promise<void> {
      await execute(
        db,
        'INSERT INTO unit_stock (code, label, place) VALUES (:code, :label, :place) ON DUPLICATE KEY UPDATE label = :label, place = :place',
        { ...stock },
        tx,
      );
      await execute(db, 'UPDATE unit SET listed = FALSE WHERE stock = :code', { code: stock.code }, tx);
      for (const [position, unit] of listed.entries())
        await execute(
          db,
          'INSERT INTO unit (id, stock, code, about, position, listed) VALUES (:id, :stock, :code, :about, :position, TRUE) ON DUPLICATE KEY UPDATE about = :about, position = :position, listed = TRUE',
          { id: unit.id, stock: unit.stock, code: unit.code, about: JSON.stringify(unit), position },
          tx,
        );
    },
    of: (fileId: string, tx?: Tx) => bookings.one({ fileId }, { tx }),
    /** Bookings of a unit that have a day in common with a stretch. */
    inTheWay: (unitId: string, from: IsoDate, until: IsoDate, tx: Tx) =>
      select<{ id: string; file_id: string; state: string; holds_until: Date | null }>(
        db,
        'SELECT id, file_id, state, holds_until FROM unit_booking WHERE unit_id = :unitId AND starts_on < :until AND ends_on > :from',
        { unitId, from, until },
        tx,
      ),
    /** Bookings of a stock that have a day in common with a stretch, with whose they are. */
    async taken(stock: string, from: IsoDate, until: IsoDate, tx?: Tx): Promise<Booking[]> {
      const rows = await select<{
        unit_id: string;
        starts_on: IsoDate;
        ends_on: IsoDate;
        state: Booking['state'];
        holds_until: Date | null;
        reference: string;
        applicant: string | null;
      }>(
        db,
        `SELECT b.unit_id, b.starts_on, b.ends_on, b.state, b.holds_until, f.reference, f.applicant
         FROM unit_booking b JOIN unit u ON u.id = b.unit_id JOIN file f ON f.id = b.file_id
         WHERE u.stock = :stock AND b.starts_on < :until AND b.ends_on > :from`,
        { stock, from, until },
        tx,
      );
      return rows.map((row) => ({
        unitId: row.unit_id,
        startsOn: row.starts_on,
        endsOn: row.ends_on,
        state: row.state,
        holdsUntil: row.holds_until?.toISOString() ?? null,
        reference: row.reference,
        name: row.applicant,
      }));
    },
    /** Holds that have run out, or do soon and nobody was told; some at a time. */
    running: (until: string, most: number) =>
      select<{ file_id: string }>(
        db,
        'SELECT file_id FROM unit_booking WHERE holds_until <= :until AND warned = FALSE ORDER BY holds_until, file_id LIMIT :most',
        { until: new Date(until), most },
      ),
    ranOut: (now: string, most: number) =>
      select<{ file_id: string }>(db, 'SELECT file_id FROM unit_booking WHERE holds_until <= :now ORDER BY holds_until, file_id LIMIT :most', {
        now: new Date(now),
        most,
      }),
    async book(row: Omit<BookingRow, 'id'>, tx: Tx): Promise<void> {
      await bookings.remove({ fileId: row.fileId }, tx);
      await bookings.insert({ id: nanoid(), ...row }, tx);
    },
    update: (fileId: string, values: Partial<BookingRow>, tx: Tx) => bookings.update(values, { fileId }, tx),
    remove: (where: { id: string } | { fileId: string }, tx: Tx) => bookings.remove(where, tx),
  };
}
export type UnitsStore = ReturnType<typeof unitsStore>;
