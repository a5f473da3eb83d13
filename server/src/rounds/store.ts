import type { IsoDate, RoundOffer, RoundStanding, Stage } from '@cavren/core';
import { select, Table, type Sequelize, type Tx } from '../db/index';

export interface RoundRow {
  code: string;
  productCode: string;
  name: string;
  opensOn: IsoDate;
  closesOn: IsoDate;
  /** The digest of the seed, published before anybody applies. */
  seal: string;
  seedCipher: Buffer;
  /** The seed itself, once it was drawn with. */
  seed: string | null;
  openedAt: string;
  openedBy: string;
  drawnAt: string | null;
  drawnBy: string | null;
}
interface EntryRow {
  fileId: string;
  round: string;
  number: string;
  points: number;
  place: number;
  bedrooms: number | null;
}
export interface OfferRow {
  id: string;
  round: string;
  fileId: string;
  unitId: string;
  offeredAt: string;
  offeredBy: string;
  answerBy: IsoDate;
  state: RoundOffer['state'];
  answeredAt: string | null;
  answeredBy: string | null;
  reason: string | null;
}
/** A file on the list of a draw. */
export interface Listed extends Omit<EntryRow, 'place'> {
  rank: number;
  reference: string;
  name: string | null;
  open: boolean;
  offers: OfferRow[];
}

/** Rounds of applications, what was drawn in them, and what was offered down their lists. */
export function roundsStore(db: Sequelize) {
  const rounds = new Table<RoundRow>(
    db,
    'round',
    {
      code: 'key',
      productCode: 'key',
      name: 'text',
      opensOn: 'date',
      closesOn: 'date',
      seal: 'key',
      seedCipher: 'binary',
      seed: 'key',
      openedAt: 'time',
      openedBy: 'text',
      drawnAt: 'time',
      drawnBy: 'text',
    },
    ['code'],
  );
  const entries = new Table<EntryRow>(db, 'round_entry', { fileId: 'key', round: 'key', number: 'key', points: 'int', place: 'int', bedrooms: 'int' }, [
    'fileId',
  ]);
  const offers = new Table<OfferRow>(
    db,
    'round_offer',
    {
      id: 'key',
      round: 'key',
      fileId: 'key',
      unitId: 'key',
      offeredAt: 'time',
      offeredBy: 'text',
      answerBy: 'date',
      state: 'key',
      answeredAt: 'time',
      answeredBy: 'text',
      reason: 'text',
    },
    ['id'],
  );
  const inOrder: [keyof OfferRow, 'ASC' | 'DESC'][] = [
    ['offeredAt', 'ASC'],
    ['id', 'ASC'],
  ];
  return {
    all: () =>
      rounds.find(
        {},
        {
          order: [
            ['opensOn', 'DESC'],
            ['code', 'ASC'],
          ],
        },
      ),
    ofProduct: (productCode: string, tx?: Tx) => rounds.find({ productCode }, { tx }),
    one: (code: string, tx?: Tx) => rounds.one({ code }, { tx }),
    /** With its row held: nobody else draws it, or offers from its list, meanwhile. */
    held: (code: string, tx: Tx) => rounds.one({ code }, { tx, lock: true }),
    insert: (row: RoundRow, tx: Tx) => rounds.insert(row, tx),
    drawn: (code: string, values: Pick<RoundRow, 'seed' | 'drawnAt' | 'drawnBy'>, tx: Tx) => rounds.update(values, { code }, tx),
    enter: (rows: EntryRow[], tx: Tx) => entries.insertMany(rows, tx),
    /** All files of a round with how far they are, also those that have ended. */
    async files(round: string, tx: Tx): Promise<{ id: string; reference: string; stage: Stage; open: boolean }[]> {
      const rows = await select<{ id: string; reference: string; stage: Stage; is_open: number }>(
        db,
        'SELECT id, reference, stage, is_open FROM file WHERE round = :round',
        { round },
        tx,
      );
      return rows.map(({ is_open: open, ...file }) => ({ ...file, open: Boolean(open) }));
    },
    async counts(): Promise<Map<string, number>> {
      const rows = await select<{ round: string; files: number | string }>(
        db,
        'SELECT round, COUNT(*) AS files FROM file WHERE round IS NOT NULL GROUP BY round',
      );
      return new Map(rows.map(({ round, files }) => [round, Number(files)]));
    },
    /** The list of a draw with what became of each place, the first place first. */
    async list(round: string, tx?: Tx): Promise<Listed[]> {
      const rows = await select<{
        file_id: string;
        number: string;
        points: number;
        place: number;
        bedrooms: number | null;
        reference: string;
        applicant: string | null;
        is_open: number;
      }>(
        db,
        `SELECT e.file_id, e.number, e.points, e.place, e.bedrooms, f.reference, f.applicant, f.is_open
         FROM round_entry e JOIN file f ON f.id = e.file_id WHERE e.round = :round ORDER BY e.place`,
        { round },
        tx,
      );
      const made = new Map<string, OfferRow[]>();
      for (const offer of await offers.find({ round }, { tx, order: inOrder })) made.set(offer.fileId, [...(made.get(offer.fileId) ?? []), offer]);
      return rows.map(({ file_id: fileId, number, points, place: rank, bedrooms, reference, applicant, is_open: open }) => ({
        fileId,
        round,
        number,
        points,
        rank,
        bedrooms,
        reference,
        name: applicant,
        open: Boolean(open),
        offers: made.get(fileId) ?? [],
      }));
    },
    /** Where one file stands. */
    async standing(fileId: string, tx?: Tx): Promise<RoundStanding | null> {
      const [row] = await select<{
        code: string;
        name: string;
        opens_on: IsoDate;
        closes_on: IsoDate;
        drawn_at: Date | null;
        number: string | null;
        points: number | null;
        place: number | null;
        of: number | string;
      }>(
        db,
        `SELECT r.code, r.name, r.opens_on, r.closes_on, r.drawn_at, e.number, e.points, e.place,
           (SELECT COUNT(*) FROM round_entry others WHERE others.round = r.code) AS \`of\`
         FROM file f JOIN round r ON r.code = f.round LEFT JOIN round_entry e ON e.file_id = f.id WHERE f.id = :fileId`,
        { fileId },
        tx,
      );
      if (!row) return null;
      const made = await select<{
        id: string;
        unit_id: string;
        offered_at: Date;
        answer_by: IsoDate;
        state: RoundOffer['state'];
        answered_at: Date | null;
        reason: string | null;
        label: string;
      }>(
        db,
        `SELECT o.id, o.unit_id, o.offered_at, o.answer_by, o.state, o.answered_at, o.reason, JSON_VALUE(u.about, '$.label') AS label
         FROM round_offer o JOIN unit u ON u.id = o.unit_id WHERE o.file_id = :fileId ORDER BY o.offered_at, o.id`,
        { fileId },
        tx,
      );
      return {
        code: row.code,
        name: row.name,
        opensOn: row.opens_on,
        closesOn: row.closes_on,
        drawnAt: row.drawn_at?.toISOString() ?? null,
        number: row.number,
        points: row.points,
        rank: row.place,
        of: row.drawn_at === null ? null : Number(row.of),
        offers: made.map((one) => ({
          id: one.id,
          unitId: one.unit_id,
          unit: one.label,
          offeredAt: one.offered_at.toISOString(),
          answerBy: one.answer_by,
          state: one.state,
          answeredAt: one.answered_at?.toISOString() ?? null,
          reason: one.reason,
        })),
      };
    },
    offer: (row: OfferRow, tx: Tx) => offers.insert(row, tx),
    setOffer: (id: string, values: Partial<OfferRow>, tx: Tx) => offers.update(values, { id }, tx),
    /** Offers that nobody answered, by the last day on which that could be done; some at a time. */
    unanswered: (before: IsoDate, most: number) =>
      select<{ id: string; file_id: string; answer_by: IsoDate }>(
        db,
        "SELECT id, file_id, answer_by FROM round_offer WHERE state = 'open' AND answer_by < :before ORDER BY answer_by, id LIMIT :most",
        { before, most },
      ),
  };
}
export type RoundsStore = ReturnType<typeof roundsStore>;
