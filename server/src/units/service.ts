import type { UnitQuery } from '@cavren/contract';
import {
  answerersOf,
  applicantsOf,
  cameToNothing,
  endOfLet,
  goesOn,
  isApproved,
  isEnded,
  isLocked,
  letOf,
  minor,
  NO_LAST_DAY,
  rentOf,
  say,
  takenUntil,
  unitsFor,
  WARN_HOURS_MOST,
  type Booking,
  type FileState,
  type HeldUnit,
  type IsoDate,
  type LeaseRules,
  type Unit,
  type UnitMatch,
  type UnitNeed,
} from '@cavren/core';
import { UniqueConstraintError } from 'sequelize';
import { inTransaction, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { ProblemError, SYSTEM, type Actor } from '../http/index';
import { PROBLEM } from './problems';
import { readStocks } from './stock';
import type { BookingRow, UnitsStore } from './store';

const HOUR_MS = 60 * 60_000;
const BATCH = 100;
/** How many others are named to whom one was taken under the hands. */
const OTHERS = 4;

/** Units: found by need, held for a file without ever being held twice, given free again. */
export function unitsService({ db, services, jobs, now }: House, store: UnitsStore) {
  const rulesOf = ({ product }: Pick<FileState, 'product'>): LeaseRules => {
    if (!product.lease) throw PROBLEM.notLet();
    return product.lease;
  };

  async function matches(stock: string, need: UnitNeed, except: string | null, tx?: Tx): Promise<UnitMatch[]> {
    const taken = await store.taken(stock, need.from, need.goesOn ? NO_LAST_DAY : endOfLet(need.from, need.months), tx);
    const others = taken.filter(({ reference, holdsUntil }) => reference !== except && !hasRunOut(holdsUntil));
    return unitsFor(await store.units(stock, tx), need, others);
  }
  /** Until when what is held now is, by the product's hours. */
  const heldUntil = ({ file, now: from }: FileChange): string | null =>
    file.product.draw ? null : new Date(Date.parse(from) + (file.product.lease?.hold.hours ?? 0) * HOUR_MS).toISOString();
  const hasRunOut = (holdsUntil: string | null): boolean => holdsUntil !== null && holdsUntil <= now().toISOString();

  /** It can't be had, or somebody else was faster: says why, and what else would do. */
  async function cannotBeHad(change: FileChange, unit: Unit, startsOn: IsoDate, months: number): Promise<never> {
    const need = { from: startsOn, months, goesOn: goesOn(rulesOf(change.file)), bedrooms: unit.plan.bedrooms };
    const found = await matches(unit.stock, need, change.file.reference, change.tx);
    const why = found.find((one) => one.unit.id === unit.id)?.why ?? [];
    const fit = found.filter((one) => one.why.length === 0 && one.unit.id !== unit.id && one.unit.id !== change.file.unit?.unit.id).slice(0, OTHERS);
    const because = why.length > 0 ? ({ all: why, by: 'comma' } as const) : say('units.justTaken');
    const title =
      fit.length > 0 ? say('units.takenOthers', { unit: unit.label, why: because }) : say('units.takenNoOthers', { unit: unit.label, why: because });
    throw new ProblemError(409, 'unit-taken', title, {
      place: change.file.pack,
      errors: fit.map((one) => ({
        path: one.unit.id,
        message: say('units.other', { unit: one.unit.label, plan: one.unit.plan.label, rent: { money: one.rent ?? 0 } }),
      })),
    });
  }

  /** Holds that have run out are nobody's any more; the file that had one is told by a job. */
  async function makeWay(change: FileChange, unitId: string, { startsOn, endsOn }: Pick<Booking, 'startsOn' | 'endsOn'>): Promise<boolean> {
    const inTheWay = await store.inTheWay(unitId, startsOn, endsOn, change.tx);
    for (const { id, file_id: fileId, holds_until: until } of inTheWay.filter((one) => one.file_id !== change.row.id)) {
      if (!hasRunOut(until?.toISOString() ?? null)) return false;
      await store.remove({ id }, change.tx);
      await jobs.add('unit.ranOut', `${fileId}:${id}`, change.tx);
      change.afterwards(() => jobs.poke());
    }
    return true;
  }

  /** What is given out by a draw is held by an offer alone, and for as long as that is open or accepted. */
  function refuseChosen({ product, round }: Pick<FileState, 'product' | 'round'>, unitId: string | null): void {
    if (product.draw && !round?.offers.some((offer) => offer.state === 'accepted' && offer.unitId === unitId)) throw PROBLEM.byDraw();
  }

  async function hold(change: FileChange, unitId: string): Promise<void> {
    const { file, actor, tx, row } = change;
    const lease = rulesOf(file);
    if (isEnded(file.stage)) throw PROBLEM.stage();
    if (isLocked(file)) throw PROBLEM.locked();
    const term = letOf(file.request);
    const months = file.request.termMonths;
    if (!term || months === null) throw PROBLEM.datesMissing();
    const dates = { startsOn: term.startsOn, endsOn: takenUntil(lease, term.endsOn) };
    const unit = await store.unit(unitId, tx);
    if (unit?.stock !== lease.stock) throw PROBLEM.noUnit();
    const rent = rentOf(unit, dates.startsOn, months);
    if (rent === null || dates.startsOn < unit.availableFrom || !(await makeWay(change, unit.id, dates)))
      await cannotBeHad(change, unit, dates.startsOn, months);
    const before = file.unit;
    const booking: Omit<BookingRow, 'id'> = {
      fileId: row.id,
      unitId,
      ...dates,
      termEndsOn: term.endsOn,
      state: 'held',
      holdsUntil: heldUntil(change),
      warned: false,
      heldAt: change.now,
      heldBy: actor.name,
    };
    await store.book(booking, tx).catch((error: unknown) => {
      // The database's own word: whatever was read before, no unit is let twice for a day.
      if (error instanceof UniqueConstraintError) return cannotBeHad(change, unit, dates.startsOn, months);
      throw error;
    });
    await change.reload('unit');
    change.record('unit.hold', 'unit', before?.unit.label ?? null, unit.label);
    if (rent !== null && rent !== file.request.amount)
      await services.details.applyAgreed(change, [{ op: 'set', entity: 'request', id: null, field: 'amount', value: rent }]);
  }

  async function letGo(change: FileChange, act: string): Promise<void> {
    const held = change.file.unit;
    if (!held) return;
    await store.remove({ fileId: change.row.id }, change.tx);
    await change.reload('unit');
    change.record(act, 'unit', held.unit.label, null);
  }

  /** A hold that has run out is given up; the file's own, as it is now. */
  async function runOut(fileId: string): Promise<void> {
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      const row = await store.of(fileId, change.tx);
      if (!row || row.state !== 'held' || !hasRunOut(row.holdsUntil)) return;
      await change.reload('unit');
      await letGo(change, 'unit.runOut');
      await tellRanOut(change);
    });
  }
  async function tellRanOut(change: FileChange): Promise<void> {
    for (const person of applicantsOf(change.file)) await services.invitations.tell(change, person, say('mail.unitRanOutSubject'), say('mail.unitRanOut'));
  }
  // Taken by somebody else after it had run out: the file says so, and learns of it.
  jobs.handle('unit.ranOut', async (subject) => {
    const [fileId = ''] = subject.split(':');
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      const before = change.file.unit;
      await change.reload('unit');
      if (change.file.unit !== null) return;
      change.record('unit.runOut', 'unit', before?.unit.label ?? null, null);
      await tellRanOut(change);
    });
  });

  /** Whether it is time to tell those who apply that their hold runs out, and how many hours are left. */
  function hoursLeft({ product }: Pick<FileState, 'product'>, row: BookingRow | null): number | null {
    if (!row?.holdsUntil || row.warned || !product.lease) return null;
    const hours = (Date.parse(row.holdsUntil) - now().getTime()) / HOUR_MS;
    return hours > product.lease.hold.warnHours ? null : Math.max(1, Math.round(hours));
  }
  async function warn(fileId: string): Promise<void> {
    // Looked at before the file is held: most holds have days to go.
    const { file } = await services.files.state({ id: fileId });
    if (hoursLeft(file, await store.of(fileId)) === null) return;
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      const hours = hoursLeft(change.file, await store.of(fileId, change.tx));
      if (hours === null) return;
      await store.update(fileId, { warned: true }, change.tx);
      const unit = change.file.unit?.unit.label ?? '';
      change.record('unit.warn', 'unit', null, unit);
      for (const person of applicantsOf(change.file))
        await services.invitations.send(change, person, say('mail.unitRunsOutSubject', { unit }), say('mail.unitRunsOut', { unit, hours }));
    });
  }

  return {
    /** Reads the stocks of the folder into the database. */
    async load(folder: string): Promise<void> {
      for (const stock of await readStocks(folder)) await inTransaction(db, (tx) => store.put(stock, tx));
    },
    async stocks() {
      const [newest, home, stocks] = await Promise.all([services.products.newest(), services.products.homePlace(), store.stocks()]);
      const drawn = newest.flatMap(({ definition: { draw, lease } }) => (draw && lease ? [lease.stock] : []));
      const packs = new Map(newest.map(({ pack }) => [pack.code, pack]));
      return stocks.map(({ code, label, place }) => ({ code, label, place: packs.get(place) ?? home, byDraw: drawn.includes(code) }));
    },
    async board(code: string, from: IsoDate, until: IsoDate) {
      const [stock, taken, units] = await Promise.all([store.stock(code), store.taken(code, from, until), store.units(code)]);
      if (!stock) throw PROBLEM.noStock();
      const current = taken.filter(({ holdsUntil }) => !hasRunOut(holdsUntil));
      return {
        from,
        until,
        plans: [...new Map(units.map(({ plan }) => [plan.code, plan])).values()],
        units: units.map(({ plan, ...unit }) => ({ ...unit, plan: plan.code })),
        taken: current,
      };
    },
    async find(stock: string, { from, months, sleeps, bedrooms, rentMost, access, reference }: UnitQuery) {
      if (!(await store.stock(stock))) throw PROBLEM.noStock();
      const products = await services.products.newest();
      const need = {
        from,
        months,
        goesOn: products.some(({ definition: { lease } }) => lease?.stock === stock && goesOn(lease)),
        sleeps,
        bedrooms,
        rentMost: rentMost === undefined ? undefined : minor(rentMost),
        access: access?.split('|').filter(Boolean),
      };
      const found = await matches(stock, need, reference ?? null);
      return { matches: found, access: [...new Set(found.flatMap(({ unit }) => unit.access))].sort() };
    },
    /** What fits a file that is at the front door. */
    async fitting(file: FileState): Promise<UnitMatch[]> {
      const { lease } = file.product;
      const dates = letOf(file.request);
      const months = file.request.termMonths;
      if (!lease || file.product.draw || !dates || months === null) return [];
      return (await matches(lease.stock, { from: dates.startsOn, months, goesOn: goesOn(lease) }, file.reference)).filter(({ why }) => why.length === 0);
    },
    hold: (reference: string, version: number, unitId: string, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, (change) => {
        refuseChosen(change.file, unitId);
        return hold(change, unitId);
      }),
    byId: (id: string, tx?: Tx) => store.unitOf(id, tx),
    /** Every unit of a stock, and what is held or let of it from a day on. */
    async withTaken(stock: string, from: IsoDate): Promise<{ units: Unit[]; taken: Booking[] }> {
      return { units: await store.units(stock), taken: await store.taken(stock, from, NO_LAST_DAY) };
    },
    /** Held for whom it is offered to, for as long as they think. */
    holdOffered: (change: FileChange, unitId: string): Promise<void> => hold(change, unitId),
    /** An offer that came to nothing leaves its unit free. */
    letGoOffered: (change: FileChange): Promise<void> => letGo(change, 'unit.release'),
    /** Who applies holds one for themselves, while the details are theirs to give. */
    async holdAtDoor(fileId: string, personId: string, unitId: string, actor: Actor): Promise<void> {
      await services.files.change({ id: fileId }, { version: null, actor }, async (change) => {
        const { file } = change;
        if (!answerersOf(file).some(({ id }) => id === personId)) throw PROBLEM.notYours();
        if (file.product.draw) throw PROBLEM.byDraw();
        if (file.stage !== 'details' || !file.withApplicant) throw PROBLEM.stage();
        // One that is held already isn't held on and on from a phone.
        if (file.unit?.unit.id === unitId) return;
        await hold(change, unitId);
      });
    },
    /** Until when a unit that is let is taken, as notice has it; false where it was promised to somebody else before that day. */
    async takenUntil(change: FileChange, endsOn: IsoDate): Promise<boolean> {
      const { row, tx, file } = change;
      const booking = await store.of(row.id, tx);
      if (!booking || !file.unit) return false;
      // Whoever would take it at the same time waits for its row, and finds it taken.
      await store.unit(booking.unitId, tx);
      if (!(await makeWay(change, booking.unitId, { startsOn: booking.startsOn, endsOn }))) return false;
      await store.update(row.id, { endsOn }, tx);
      await change.reload('unit');
      return true;
    },
    release: (reference: string, version: number, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        if (!change.file.unit) throw PROBLEM.nothingHeld();
        if (change.file.product.draw) throw PROBLEM.byDraw();
        if (isLocked(change.file)) throw PROBLEM.locked();
        await letGo(change, 'unit.release');
      }),
    /** What becomes of a unit when its file goes on or ends: kept once it is approved, let with its keys, free where nothing came of it. */
    async follow(change: FileChange, before: Pick<FileState, 'stage' | 'decisions'>): Promise<void> {
      const { file, row, tx } = change;
      if (!file.unit || (before.stage === file.stage && before.decisions.length === file.decisions.length)) return;
      if (cameToNothing(file.stage)) return letGo(change, 'unit.release');
      const state: HeldUnit['state'] = file.stage === 'done' ? 'let' : isApproved(file) ? 'kept' : 'held';
      if (state === file.unit.state) return;
      await store.update(row.id, { state, holdsUntil: state === 'held' ? heldUntil(change) : null, warned: false }, tx);
      await change.reload('unit');
    },
    /** Warns of holds that run out soon, and gives up those that have. */
    async sweep(): Promise<void> {
      for (const { file_id: fileId } of await store.ranOut(now().toISOString(), BATCH)) await runOut(fileId);
      const ahead = new Date(now().getTime() + WARN_HOURS_MOST * HOUR_MS).toISOString();
      for (const { file_id: fileId } of await store.running(ahead, BATCH)) await warn(fileId);
    },
    /** What a file holds, out of its row. */
    async heldOf(fileId: string, tx?: Tx): Promise<HeldUnit | null> {
      const row = await store.of(fileId, tx);
      const unit = row && (await store.unitOf(row.unitId, tx));
      if (!row || !unit) return null;
      const { startsOn, termEndsOn: endsOn, state, holdsUntil, heldAt, heldBy } = row;
      return { unit, startsOn, endsOn, goesOn: row.endsOn === NO_LAST_DAY, state, holdsUntil, heldAt, heldBy };
    },
  };
}
export type UnitsService = ReturnType<typeof unitsService>;
