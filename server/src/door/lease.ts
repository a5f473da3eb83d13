import type { DoorView, PublicProduct } from '@cavren/contract';
import {
  answerersOf,
  barToSignRecord,
  cameToNothing,
  chargeDue,
  chargesStanding,
  criteriaOf,
  endInWords,
  isEnded,
  isLocked,
  lastDayOf,
  lateCapOf,
  lateFeeInWords,
  leaseLacks,
  leaseTermsOf,
  letUntil,
  minor,
  moveInList,
  moneyIn,
  pointsOf,
  preferencesOf,
  refusalsOf,
  owedBefore,
  owedOf,
  say,
  type FilePerson,
  type FileState,
  type IsoDate,
  type PlacePack,
  type ProductDefinition,
  type UnitMatch,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import type { RoundsService } from '../rounds/index';

/** Whether somebody chooses a unit at the front door now: they apply, the details are theirs to give, nothing is locked. */
export const choosesUnit = (file: FileState, person: FilePerson): boolean =>
  file.product.lease !== null && file.stage === 'details' && file.withApplicant && !isLocked(file) && answerersOf(file).includes(person);

/** What is let, what it costs before the keys, and the condition record, for one who applies. @param fitting units that can be had, while they choose. */
export function leaseFor(file: FileState, person: FilePerson, fitting: readonly UnitMatch[], today: IsoDate): DoorView['lease'] {
  const { lease } = file.product;
  if (!lease || !answerersOf(file).includes(person)) return null;
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const { unit, handover } = file;
  const terms = leaseTermsOf(file);
  const lacks = leaseLacks(file);
  const { charges } = chargesStanding(file);
  const owed = owedOf(file);
  const asked = isEnded(file.stage) ? 0 : owedBefore(file, file.stage);
  const bar = barToSignRecord(handover);
  return {
    unit: unit && {
      id: unit.unit.id,
      label: unit.unit.label,
      plan: unit.unit.plan.label,
      startsOn: unit.startsOn,
      lastOn: lastDayOf(letUntil(file) ?? unit.endsOn),
      state: unit.state,
      holdsUntil: unit.holdsUntil,
      end: unit.state === 'let' ? endInWords(file, today).map(speak).join(' ') : null,
    },
    rent: terms && money(terms.rent),
    choosing: choosesUnit(file, person),
    lacks: lacks === null || file.request.amount === null ? null : speak(lacks),
    choices: fitting.map(({ unit: { id, label, plan, access }, rent }) => ({
      id,
      label,
      plan: plan.label,
      picture: plan.picture,
      size: `${plan.size} ${plan.sizeUnit}`,
      rent: money(rent ?? 0),
      facts: [...access, ...plan.includes],
    })),
    charges: cameToNothing(file.stage)
      ? []
      : charges.map((one) => ({
          label: speak(one.label),
          amount: money(one.amount),
          paid: one.owed === 0,
          dueOn: one.dueOn,
          due: speak(chargeDue(one, file.product)),
          why: speak(one.why),
        })),
    steps:
      unit?.state !== 'kept'
        ? []
        : moveInList(file).map(({ what, holder, by, done }) => ({
            what: speak(what),
            mine: holder === 'applicant',
            by: speak(typeof by === 'string' ? say('handover.byDay', { day: { day: by } }) : by),
            done,
          })),
    owed: money(owed),
    owedMinor: isEnded(file.stage) ? 0 : owed,
    asked: asked > 0,
    askedMinor: isEnded(file.stage) ? 0 : asked > 0 ? asked : owed,
    askedNow: money(asked > 0 ? asked : owed),
    late: terms && speak(lateFeeInWords(lease.late, lateCapOf(file.pack, unit?.unit.region ?? null), terms.rent, terms.startsOn)),
    payments: file.receipts.map(({ direction, amount, state, at, reference, way }) => ({ direction, amount: money(amount), state, at, reference, way })),
    criteria: criteriaFor(file.product, file.pack),
    record:
      handover.rooms.length === 0
        ? null
        : {
            open: file.stage === 'completing' && handover.keysAt === null,
            rooms: handover.rooms.map(({ id, room, state, note, pictures }) => ({
              id,
              room,
              state,
              note,
              pictures: pictures.map(({ id: picture, name }) => ({ id: picture, name })),
            })),
            bar: bar && speak(bar),
            mine: handover.signatures.some(({ side, whoId }) => side === 'tenant' && whoId === person.id),
            signatures: handover.signatures.map(({ name, side }) => ({ name, side })),
          },
    keys: handover.keysAt === null ? null : { count: handover.keys ?? 0, at: handover.keysAt, to: handover.keysTo ?? '' },
  };
}

/** Where one who applies stands in a round, what counts for them, and the offer that waits for their answer. */
export async function roundFor(rounds: RoundsService, file: FileState, person: FilePerson, today: IsoDate): Promise<DoorView['round']> {
  const { round, unit } = file;
  const { draw } = file.product;
  if (!draw || !round || !answerersOf(file).includes(person)) return null;
  const speak = speakerFor(file.pack);
  const offer = round.offers.find(({ state }) => state === 'open');
  const refused = refusalsOf(round.offers);
  const preferences = preferencesOf(file, today);
  return {
    code: round.code,
    name: round.name,
    closesOn: round.closesOn,
    drawn: round.drawnAt !== null,
    rank: round.rank,
    of: round.of,
    number: round.number,
    seed: round.drawnAt === null ? null : (await rounds.published(round.code)).seed,
    ahead: isEnded(file.stage) || round.rank === null ? null : await rounds.ahead(round.code, file.reference, draw.refusalsMost),
    points: round.points ?? pointsOf(preferences),
    preferences: preferences.map(({ rule: { label, points }, counts, why }) => ({ label, points, counts, why: speak(why) })),
    offer:
      offer && unit
        ? { id: offer.id, unit: offer.unit, plan: unit.unit.plan.label, rent: moneyIn(file.pack)(file.request.amount ?? minor(0)), answerBy: offer.answerBy }
        : null,
    refused,
    refusalsMost: draw.refusalsMost,
    left: refused >= draw.refusalsMost,
  };
}

/** By what everybody is judged, in words. */
export function criteriaFor(product: ProductDefinition, pack: PlacePack): PublicProduct['criteria'] {
  if (!product.lease) return null;
  const speak = speakerFor(pack);
  const money = moneyIn(pack);
  const { since, version, rules, fees } = criteriaOf(product);
  return {
    since,
    version,
    rules: rules.map(speak).map((rule) => rule.charAt(0).toUpperCase() + rule.slice(1)),
    fees: fees.map(({ label, amount, each, back, why }) => ({
      label,
      amount: speak(say('lease.feeTold', { amount: money(amount), each })),
      back: speak(say('lease.feeBack', { back })),
      why,
    })),
  };
}
