import type { EarningKind, IsoDate, Minor, Producer } from '@cavren/core';
import { nanoid } from 'nanoid';
import { select, Table, type Sequelize, type Tx } from '../db/index';

interface ProducerRow extends Producer {
  id: string;
  fileId: string;
  position: number;
}

/** A line of the book of what producers earn; it is only ever added to. */
export interface EarningRow {
  id: string;
  fileId: string;
  staffId: string;
  dueOn: IsoDate;
  kind: EarningKind;
  basis: Minor;
  rate: number;
  share: number;
  amount: Minor;
  currency: string;
  madeAt: string;
}

/** A line as a statement shows it. */
export interface StatementRow extends Omit<EarningRow, 'fileId'> {
  reference: string;
  number: string | null;
  holder: string | null;
  product: string;
  name: string;
}

export function earningsStore(db: Sequelize) {
  const producers = new Table<ProducerRow>(db, 'producer', { id: 'key', fileId: 'key', staffId: 'key', name: 'text', share: 'decimal', position: 'int' }, [
    'id',
  ]);
  const earnings = new Table<EarningRow>(
    db,
    'earning',
    {
      id: 'key',
      fileId: 'key',
      staffId: 'key',
      dueOn: 'date',
      kind: 'key',
      basis: 'money',
      rate: 'decimal',
      share: 'decimal',
      amount: 'money',
      currency: 'key',
      madeAt: 'time',
    },
    ['id'],
  );
  return {
    producers: async (fileId: string, tx?: Tx): Promise<Producer[]> =>
      (await producers.find({ fileId }, { tx, order: [['position', 'ASC']] })).map(({ staffId, name, share }) => ({ staffId, name, share })),
    async name(fileId: string, named: readonly Producer[], tx: Tx): Promise<void> {
      await producers.remove({ fileId }, tx);
      await producers.insertMany(
        named.map((one, position) => ({ ...one, id: nanoid(), fileId, position })),
        tx,
      );
    },
    insert: (rows: EarningRow[], tx: Tx) => (rows.length === 0 ? Promise.resolve() : earnings.insertMany(rows, tx)),
    of: (fileId: string, tx?: Tx) => earnings.find({ fileId }, { tx, order: [['dueOn', 'ASC']] }),
    /** The lines of a month, of one or of all. */
    month: (month: string, staffId: string | null): Promise<StatementRow[]> =>
      select<{
        id: string;
        reference: string;
        number: string | null;
        applicant: string | null;
        product: string;
        staff_id: string;
        name: string;
        due_on: string;
        kind: EarningKind;
        basis: string;
        rate: string;
        share: string;
        amount: string;
        currency: string;
        made_at: Date;
      }>(
        db,
        `SELECT e.id, f.reference, p.number, f.applicant, f.product_code AS product, e.staff_id, s.name, DATE_FORMAT(e.due_on, '%Y-%m-%d') AS due_on, e.kind, e.basis, e.rate,
           e.share, e.amount, e.currency, e.made_at
         FROM earning e JOIN file f ON f.id = e.file_id JOIN staff s ON s.id = e.staff_id LEFT JOIN policy p ON p.file_id = f.id
         WHERE e.due_on >= :from AND e.due_on < DATE_ADD(:from, INTERVAL 1 MONTH) ${staffId === null ? '' : 'AND e.staff_id = :staffId'}
         ORDER BY s.name, e.due_on, f.reference, e.id`,
        { from: `${month}-01`, staffId },
      ).then((rows) =>
        rows.map(({ staff_id: of, due_on: dueOn, made_at: madeAt, applicant: holder, ...row }) => ({
          ...row,
          holder,
          staffId: of,
          dueOn: dueOn as IsoDate,
          basis: Number(row.basis) as Minor,
          rate: Number(row.rate),
          share: Number(row.share),
          amount: Number(row.amount) as Minor,
          madeAt: madeAt.toISOString(),
        })),
      ),
  };
}
export type EarningsStore = ReturnType<typeof earningsStore>;
