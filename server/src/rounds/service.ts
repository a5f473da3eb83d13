import type { AnswerUnit, OpenRound, RoundView, Rounds } from '@cavren/contract';
import {
  addBusinessDays,
  addDays,
  answerersOf,
  applicantsOf,
  drawn,
  isEnded,
  isoDate,
  pointsOf,
  preferencesOf,
  refusalsOf,
  say,
  sealOfSeed,
  standingOffer,
  turnFor,
  waits,
  type DrawRules,
  type IsoDate,
  type PlacePack,
  type ProductDefinition,
  type RoundStanding,
  type Words,
  type Digest,
} from '@cavren/core';
import { UniqueConstraintError } from 'sequelize';
import { nanoid } from 'nanoid';
import { hash, randomBytes } from 'node:crypto';
import { inTransaction, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { ProblemError, SYSTEM, type Actor } from '../http/index';
import { PROBLEM } from './problems';
import type { OfferRow, RoundRow, RoundsStore } from './store';

/** Node’s own in one go, which is many times as fast over thousands of files. */
export const sha256Of: Digest = (text) => hash('sha256', text, 'hex');

const BATCH = 100;
/** How often it is looked again whose turn it is, where somebody else was faster. */
const MOST_TRIES = 5;

interface DrawProduct {
  definition: ProductDefinition;
  draw: DrawRules;
  pack: PlacePack;
}

/** What a unit that is held is held for: an offer that is open or accepted. */
const heldBy = (offer: OfferRow['state'] | undefined): 'offered' | 'accepted' | 'held' =>
  offer === 'open' ? 'offered' : offer === 'accepted' ? 'accepted' : 'held';

/** Rounds: opened for a time, drawn once it is over with a seed that was sealed before, and offered down the list. */
export function roundsService({ db, services, secrets, jobs, now }: House, store: RoundsStore) {
  async function productOf(code: string): Promise<DrawProduct> {
    const found = (await services.products.newest()).find(({ definition }) => definition.code === code);
    if (!found) throw PROBLEM.noProduct();
    const { definition, pack } = found;
    if (!definition.draw) throw PROBLEM.notByDraw();
    return { definition, draw: definition.draw, pack };
  }
  async function roundOf(code: string, tx?: Tx): Promise<RoundRow> {
    const row = tx ? await store.held(code, tx) : await store.one(code);
    if (!row) throw PROBLEM.noRound();
    return row;
  }

  function stateOf({ opensOn, closesOn, drawnAt }: RoundRow, today: IsoDate): Rounds['rounds'][number]['state'] {
    if (drawnAt !== null) return 'drawn';
    return today < opensOn ? 'ahead' : today > closesOn ? 'closed' : 'open';
  }
  const shown = (row: RoundRow, pack: PlacePack, files: number): Rounds['rounds'][number] => ({
    code: row.code,
    product: row.productCode,
    name: row.name,
    opensOn: row.opensOn,
    closesOn: row.closesOn,
    state: stateOf(row, services.files.todayIn(pack)),
    seal: row.seal,
    seed: row.seed,
    files,
    drawnAt: row.drawnAt,
    drawnBy: row.drawnBy,
  });

  /** What whoever applies is told, of whose turn it is or what came of it. */
  async function tell(
    change: FileChange,
    kind: 'roundPlace' | 'roundOffer' | 'roundLeft',
    options: Parameters<typeof services.notices.send>[3],
  ): Promise<void> {
    await services.notices.send(change, kind, applicantsOf(change.file), options);
  }

  /** The place of a file on the list, told once it was drawn. */
  jobs.handle('round.place', async (subject) => {
    await services.files.change({ reference: subject }, { version: null, actor: SYSTEM }, async (change) => {
      await change.reload('round');
      const { round, notices } = change.file;
      if (!round || isEnded(change.file.stage) || notices.some(({ kind }) => kind === 'roundPlace')) return;
      const { rank, of, points, number } = round;
      change.record('round.drawn', 'round', null, JSON.stringify({ rank, of, points, number }));
      const lines = rank === null ? [say('rounds.notIn')] : [say('rounds.yourPlace', { rank, of: of ?? 0 }), say('rounds.yourPoints', { points: points ?? 0 })];
      await tell(change, 'roundPlace', { lines });
    });
  });

  async function close(change: FileChange, offer: { id: string; unit: string }, state: OfferRow['state'], reason: string | null): Promise<void> {
    await store.setOffer(offer.id, { state, reason, answeredAt: change.now, answeredBy: change.actor.name }, change.tx);
    change.record(`round.${state}`, 'round', offer.unit, reason);
    if (state !== 'accepted') await services.units.letGoOffered(change);
    await change.reload('round');
    const { draw } = change.file.product;
    const refused = refusalsOf(change.file.round?.offers ?? []);
    if (draw && (state === 'refused' || state === 'lapsed') && refused >= draw.refusalsMost)
      await tell(change, 'roundLeft', { lines: [say('rounds.placeLeft', { count: refused })] });
  }

  async function answer(change: FileChange, wish: Omit<AnswerUnit, 'version'>): Promise<void> {
    const open = change.file.round?.offers.find(({ id, state }) => id === wish.offerId && state === 'open');
    if (!open) throw PROBLEM.noOffer();
    if (open.answerBy < change.today) throw PROBLEM.late();
    await close(change, open, wish.answer === 'accept' ? 'accepted' : 'refused', wish.reason);
  }

  /** Offers a unit to a file, which holds it meanwhile. */
  async function offerTo(change: FileChange, round: RoundRow, unitId: string, draw: DrawRules): Promise<void> {
    // Whose turn it is, as it stands now that the file and the round are held.
    await store.held(round.code, change.tx);
    const list = await store.list(round.code, change.tx);
    const unit = await services.units.byId(unitId, change.tx);
    if (!unit) throw PROBLEM.noUnit();
    if (turnFor({ id: unitId, bedrooms: unit.plan.bedrooms }, list, draw.refusalsMost)?.fileId !== change.row.id)
      throw PROBLEM.turnChanged({ unit: unit.label });
    const answerBy = addBusinessDays(change.today, draw.answerDays, change.file.pack.holidays);
    await services.units.holdOffered(change, unitId);
    const row: OfferRow = {
      id: nanoid(),
      round: round.code,
      fileId: change.row.id,
      unitId,
      offeredAt: change.now,
      offeredBy: change.actor.name,
      answerBy,
      state: 'open',
      answeredAt: null,
      answeredBy: null,
      reason: null,
    };
    await store.offer(row, change.tx).catch((error: unknown) => {
      if (error instanceof UniqueConstraintError) throw PROBLEM.taken({ unit: unit.label });
      throw error;
    });
    await change.reload('round');
    change.record('round.offer', 'round', null, unit.label);
    const rent = change.file.request.amount;
    const lines = [
      say('rounds.offerUnit', { unit: unit.label, plan: unit.plan.label, rent: { money: rent ?? 0 } }),
      say('rounds.offerBy', { day: { day: answerBy } }),
      say('rounds.offerRefused', { most: draw.refusalsMost }),
    ];
    await tell(change, 'roundOffer', { lines, respondBy: answerBy });
  }

  return {
    async all(): Promise<Rounds> {
      const byDraw = (await services.products.newest()).filter(({ definition }) => definition.draw !== null);
      const packs = new Map(byDraw.map(({ definition, pack }) => [definition.code, pack]));
      const counts = await store.counts();
      const home = await services.products.homePlace();
      return {
        rounds: (await store.all()).map((row) => shown(row, packs.get(row.productCode) ?? home, counts.get(row.code) ?? 0)),
        products: byDraw.map(({ definition: { code, name }, pack: { dateOrder } }) => ({ code, name, dateOrder })),
      };
    },
    /** Opens a round. Its seed is drawn now and sealed; only the digest of it can be seen until the draw. */
    async open({ product, name, opensOn, closesOn }: OpenRound, actor: Actor): Promise<Rounds> {
      const { pack } = await productOf(product);
      if (closesOn < opensOn) throw PROBLEM.endsBefore({}, 'closesOn');
      if (closesOn < services.files.todayIn(pack)) throw PROBLEM.past({}, 'closesOn');
      await inTransaction(db, async (tx) => {
        const there = await store.ofProduct(product, tx);
        const clash = there.find((one) => one.opensOn <= closesOn && opensOn <= one.closesOn);
        if (clash) throw PROBLEM.overlaps({ name: clash.name });
        const seed = randomBytes(32).toString('hex');
        const row: RoundRow = {
          code: `${product}-${opensOn}`,
          productCode: product,
          name,
          opensOn: isoDate(opensOn),
          closesOn: isoDate(closesOn),
          seal: sealOfSeed(seed),
          seedCipher: secrets.seal(Buffer.from(seed)),
          seed: null,
          openedAt: now().toISOString(),
          openedBy: actor.name,
          drawnAt: null,
          drawnBy: null,
        };
        await store.insert(row, tx);
      });
      return this.all();
    },
    /** The round for which an application that came in on a day is taken. @throws where its product has a draw and no round is open. */
    async takingPart(product: ProductDefinition, receivedOn: IsoDate): Promise<string | null> {
      const { round, bar } = await this.roundOn(product, receivedOn);
      if (bar !== null) throw PROBLEM.notOpen();
      return round;
    },
    /** Draws a round whose period is over: everybody whose details were all there takes part, with the points that count now. */
    async draw(code: string, actor: Actor): Promise<RoundView> {
      await inTransaction(db, async (tx) => {
        const round = await roundOf(code, tx);
        if (round.drawnAt !== null) throw PROBLEM.drawnAlready();
        const { pack } = await productOf(round.productCode);
        const today = services.files.todayIn(pack);
        if (today <= round.closesOn) throw PROBLEM.stillOpen({ day: { day: round.closesOn } });
        const files = await store.files(code, tx);
        const complete = files.filter(({ open, stage }) => open && stage !== 'details');
        if (complete.length === 0) throw PROBLEM.nobody();
        const taking: { id: string; reference: string; points: number; bedrooms: number | null }[] = [];
        for (const { id, reference } of complete) {
          const { file } = await services.files.state({ id });
          taking.push({ id, reference, points: pointsOf(preferencesOf(file, today)), bedrooms: file.request.bedroomsWanted });
        }
        const seed = secrets.unseal(round.seedCipher).toString();
        const of = new Map(taking.map((one) => [one.reference, one]));
        await store.enter(
          drawn(seed, taking, sha256Of).map(({ reference, number, points, rank }) => ({
            fileId: of.get(reference)?.id ?? '',
            round: code,
            number,
            points,
            place: rank,
            bedrooms: of.get(reference)?.bedrooms ?? null,
          })),
          tx,
        );
        await store.drawn(code, { seed, drawnAt: now().toISOString(), drawnBy: actor.name }, tx);
        for (const { reference, open } of files) await jobs.add(open ? 'round.place' : 'file.refresh', open ? reference : `${reference}:${nanoid(8)}`, tx);
      });
      jobs.poke();
      return this.view(code);
    },
    async view(code: string): Promise<RoundView> {
      const row = await roundOf(code);
      const { definition, draw, pack } = await productOf(row.productCode);
      const list = await store.list(code);
      const counts = await store.counts();
      const stock = definition.lease?.stock ?? '';
      const today = services.files.todayIn(pack);
      const { units, taken } = await services.units.withTaken(stock, today);
      const labels = new Map(units.map(({ id, label }) => [id, label]));
      const offered = new Map(list.flatMap(({ offers }) => standingOffer(offers) ?? []).map((one) => [one.unitId, one.state]));
      const waiting = list.filter((one) => waits(one, draw.refusalsMost));
      return {
        round: shown(row, pack, counts.get(code) ?? 0),
        answerDays: draw.answerDays,
        refusalsMost: draw.refusalsMost,
        list: list.map((one) => {
          const current = standingOffer(one.offers);
          const state = !one.open
            ? 'ended'
            : current?.state === 'accepted'
              ? 'accepted'
              : current
                ? 'offered'
                : waits(one, draw.refusalsMost)
                  ? 'waits'
                  : 'left';
          return {
            reference: one.reference,
            name: one.name,
            rank: one.rank,
            points: one.points,
            number: one.number,
            bedrooms: one.bedrooms,
            state,
            refused: refusalsOf(one.offers),
            unit: current ? (labels.get(current.unitId) ?? null) : null,
            answerBy: current?.state === 'open' ? current.answerBy : null,
          };
        }),
        units: units.map((unit) => {
          const booked = taken.find(({ unitId }) => unitId === unit.id) ?? null;
          const turn = booked || row.drawnAt === null ? null : turnFor({ id: unit.id, bedrooms: unit.plan.bedrooms }, waiting, draw.refusalsMost);
          return {
            unit,
            turn: turn?.reference ?? null,
            taken: booked && (booked.state === 'held' ? heldBy(offered.get(unit.id)) : booked.state),
            by: booked?.reference ?? null,
          };
        }),
      };
    },
    /** What anybody can work the draw again from: who took part with how many points, in the order of their references; once it was drawn with place and number. */
    async csv(code: string): Promise<string> {
      const { drawnAt } = await roundOf(code);
      if (drawnAt === null) throw PROBLEM.notDrawn();
      const list = [...(await store.list(code))].sort((a, b) => (a.reference < b.reference ? -1 : 1));
      return (
        ['reference,points,place,number', ...list.map(({ reference, points, rank, number }) => [reference, points, rank, number].join(','))].join('\n') + '\n'
      );
    },
    /** What is published of a round: when it is, the seal of its seed, and after the draw the seed. */
    async published(code: string) {
      const row = await roundOf(code);
      const { pack } = await productOf(row.productCode);
      const { name, opensOn, closesOn, seal, seed, state, drawnAt } = shown(row, pack, 0);
      return { code, name, opensOn, closesOn, seal, seed, state, drawnAt };
    },
    /** The round that an application of a day would be in, and why it can't be made where none is open then. */
    async roundOn({ code, draw, round }: ProductDefinition, on: IsoDate): Promise<{ round: string | null; bar: Words | null }> {
      if (!draw) return { round, bar: null };
      const next = await this.current(code, on);
      if (!next) return { round: null, bar: say('rounds.notOpenNow') };
      return next.opensOn <= on && next.drawnAt === null
        ? { round: next.code, bar: null }
        : { round: null, bar: say('rounds.opens', { day: { day: next.opensOn } }) };
    },
    /** The round of a product that is open on a day, else the next one, else null. */
    async current(product: string, today: IsoDate): Promise<RoundRow | null> {
      const there = (await store.ofProduct(product)).filter(({ closesOn }) => today <= closesOn);
      return there.sort((a, b) => (a.opensOn < b.opensOn ? -1 : 1))[0] ?? null;
    },
    /** Offers a unit to whose turn it is. */
    async offer(code: string, unitId: string, actor: Actor): Promise<RoundView> {
      const round = await roundOf(code);
      if (round.drawnAt === null) throw PROBLEM.notDrawn();
      const { draw } = await productOf(round.productCode);
      for (let attempt = 1; ; attempt += 1) {
        const unit = await services.units.byId(unitId);
        if (!unit) throw PROBLEM.noUnit();
        const list = await store.list(code);
        if (list.some(({ offers }) => standingOffer(offers)?.unitId === unitId)) throw PROBLEM.taken({ unit: unit.label });
        const turn = turnFor({ id: unitId, bedrooms: unit.plan.bedrooms }, list, draw.refusalsMost);
        if (!turn) throw PROBLEM.nobodyLeft({ unit: unit.label });
        try {
          await services.files.change({ id: turn.fileId }, { version: null, actor }, (change) => offerTo(change, round, unitId, draw));
          return await this.view(code);
        } catch (error) {
          // Somebody else offered meanwhile: looked at anew.
          if (!(error instanceof ProblemError && error.code === 'turn-changed') || attempt >= MOST_TRIES) throw error;
        }
      }
    },
    answer: (reference: string, { version, ...wish }: AnswerUnit, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, (change) => answer(change, wish)),
    async answerAtDoor(fileId: string, personId: string, wish: Omit<AnswerUnit, 'version'>, actor: Actor): Promise<void> {
      await services.files.change({ id: fileId }, { version: null, actor }, async (change) => {
        if (!answerersOf(change.file).some(({ id }) => id === personId)) throw PROBLEM.notYours();
        await answer(change, wish);
      });
    },
    /** Of two files of one household in a round, this one goes on. */
    async settle(reference: string, version: number, other: string, reason: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        if (!change.file.clashes.some((clash) => clash.reference === other)) throw PROBLEM.noClash({ other });
        // The other one ends by the way on which every file is withdrawn, with what bars that; it is held after this one.
        const theirs = await services.files.state({ reference: other });
        await services.moving.withdraw(other, theirs.row.version, reason, actor);
        change.record('round.goesOn', 'file', other, reason);
      });
    },
    /** What becomes of an open offer when its file ends. */
    async follow(change: FileChange, before: { stage: string }): Promise<void> {
      if (before.stage === change.file.stage || !isEnded(change.file.stage) || change.file.stage === 'done') return;
      const offer = standingOffer(change.file.round?.offers ?? []);
      if (offer) await close(change, offer, 'takenBack', null);
    },
    standing: (fileId: string, tx?: Tx): Promise<RoundStanding | null> => store.standing(fileId, tx),
    /** How many who wait for a home of the same size stand before a file of a round that was drawn. */
    async ahead(round: string, reference: string, refusalsMost: number): Promise<number | null> {
      const list = await store.list(round);
      const own = list.find((one) => one.reference === reference);
      return own ? list.filter((one) => one.rank < own.rank && one.bedrooms === own.bedrooms && waits(one, refusalsMost)).length : null;
    },
    /** Offers that nobody answered in time are over. */
    async sweep(): Promise<void> {
      // Days end at different hours; each file's own place says whether its day is over.
      const tomorrow = addDays(isoDate(now().toISOString().slice(0, 10)), 1);
      for (const { id, file_id: fileId, answer_by: answerBy } of await store.unanswered(tomorrow, BATCH)) {
        const { today } = await services.files.state({ id: fileId });
        if (answerBy >= today) continue;
        await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
          const open = change.file.round?.offers.find((one) => one.id === id && one.state === 'open');
          if (open) await close(change, open, 'lapsed', null);
        });
      }
    },
  };
}
export type RoundsService = ReturnType<typeof roundsService>;
