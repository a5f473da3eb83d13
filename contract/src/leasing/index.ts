import {
  PRORATIONS,
  RECEIPT_WAY_LABEL,
  ROOM_STATE_LABEL,
  WARN_HOURS_MOST,
  type Booking,
  type Handover,
  type HeldUnit,
  type LeaseNotice,
  type DrawRules,
  type EquipmentRules,
  type LeaseTax,
  type LeaseRules,
  type LettingReference,
  PREFERENCE_KINDS,
  type Receipt,
  type ReceiptWay,
  type RoundStanding,
  type RoomState,
} from '@cavren/core';
import { z } from 'zod';
import { OfferAnswerName } from '../decision/index';
import { CalendarDate, DateOrder, Id, Money, OrderStateName, PRODUCT_CODE, Reason, Share, StatedDate, Time, Version, Words } from '../values/index';

export const Way = z.enum(Object.keys(RECEIPT_WAY_LABEL) as [ReceiptWay, ...ReceiptWay[]]);
const Room = z.enum(Object.keys(ROOM_STATE_LABEL) as [RoomState, ...RoomState[]]);
const text = z.string().nullable();
/** What a unit is to who has it. */
export const UnitState = z.enum(['held', 'kept', 'let']);
/** Who stands on which side of a lease. */
export const SideName = z.enum(['tenant', 'house']);
/** Money that comes in, or goes back. */
export const DirectionName = z.enum(['in', 'back']);

const UnitPlanShape = z.object({
  code: z.string(),
  label: z.string(),
  bedrooms: z.int().min(0),
  sleeps: z.int().min(0),
  size: z.number().positive(),
  sizeUnit: z.enum(['square feet', 'square metres', 'feet', 'metres']),
  rooms: z.array(z.string()),
  includes: z.array(z.string()),
  picture: z
    .string()
    .regex(/^[a-z0-9-]{1,40}\.svg$/)
    .nullable(),
  rents: z.array(z.object({ leastMonths: z.int().min(1), season: z.object({ from: z.string(), until: z.string() }).nullable(), monthly: Money })),
});
export const UnitShape = z.object({
  id: z.string(),
  stock: z.string(),
  code: z.string(),
  label: z.string(),
  plan: UnitPlanShape,
  region: z.string(),
  access: z.array(z.string()),
  availableFrom: CalendarDate,
});
/** A stock as its folder describes it; its units and rents stand beside it as CSV. */
export const StockShape = z.strictObject({
  code: z.string().regex(PRODUCT_CODE),
  label: z.string(),
  place: z.string(),
  plans: z.array(UnitPlanShape.omit({ rents: true })).min(1),
});
export const HeldUnitShape = z.object({
  unit: UnitShape,
  startsOn: CalendarDate,
  endsOn: CalendarDate,
  goesOn: z.boolean(),
  state: UnitState,
  holdsUntil: text,
  heldAt: Time,
  heldBy: z.string(),
}) satisfies z.ZodType<HeldUnit>;

export const ReceiptShape = z.object({
  id: z.string(),
  direction: DirectionName,
  way: Way,
  amount: Money,
  payer: z.string(),
  state: OrderStateName,
  problem: text,
  reference: text,
  at: Time,
  by: z.string(),
}) satisfies z.ZodType<Receipt>;

export const HandoverShape = z.object({
  rooms: z.array(
    z.object({
      id: z.string(),
      room: z.string(),
      state: Room.nullable(),
      note: text,
      pictures: z.array(z.object({ id: z.string(), name: z.string(), mediaType: z.string() })),
    }),
  ),
  signatures: z.array(z.object({ side: SideName, name: z.string(), whoId: z.string(), at: Time })),
  keys: z.int().nullable(),
  keysTo: text,
  keysAt: text,
  keysBy: text,
  early: text,
  seenTo: z.array(z.object({ code: z.string(), on: CalendarDate, at: Time, by: z.string(), note: text })),
}) satisfies z.ZodType<Handover>;

export const LeaseNoticeShape = z.object({
  id: z.string(),
  side: SideName,
  personId: text,
  givenOn: CalendarDate,
  endsOn: CalendarDate,
  agreed: text,
  takenAt: Time,
  takenBy: z.string(),
  backAt: text,
  backBy: text,
  backWhy: text,
}) satisfies z.ZodType<LeaseNotice>;

const LateShape = z.strictObject({
  method: z.enum(['flat', 'share', 'daily']),
  graceDays: z.int().min(0),
  amount: Money,
  share: Share,
  most: Money.nullable(),
});

/** How a product lets its units. */
export const LeaseShape = z.strictObject({
  stock: z.string(),
  residential: z.boolean(),
  hold: z.strictObject({ hours: z.int().min(1), warnHours: z.int().min(0).max(WARN_HOURS_MOST) }),
  proration: z.enum(PRORATIONS),
  nextMonthFrom: z.int().min(2).max(31).nullable(),
  concession: z.strictObject({ most: z.int().min(1).max(12), which: z.enum(['first', 'last']) }).nullable(),
  notice: z.strictObject({ months: z.int().min(0).max(24), end: z.enum(['ends', 'monthToMonth', 'renews']) }),
  deposit: z.strictObject({
    months: z.number().min(0).max(12),
    monthsMost: z.number().min(0).max(12),
    pet: Money,
    before: z.string(),
    why: z.string(),
  }),
  rentBefore: z.string(),
  fees: z.array(
    z.strictObject({
      code: z.string().regex(/^[a-zA-Z0-9]{2,30}$/),
      label: z.string(),
      amount: Money,
      each: z.enum(['file', 'adult', 'pet', 'vehicle']),
      before: z.string(),
      back: z.enum(['kept', 'unlessDecided', 'givenBack']),
      waivable: z.boolean(),
      why: z.string(),
    }),
  ),
  extras: z.array(z.strictObject({ code: z.string(), label: z.string(), monthly: Money })),
  late: LateShape,
  occupancy: z.strictObject({ perBedroom: z.int().min(1), plus: z.int().min(0), infantMonths: z.int().min(0), why: z.string() }).nullable(),
  pets: z.strictObject({ most: z.int().min(1), weightMost: z.number().positive() }).nullable(),
  houseRules: z.array(z.string()),
  references: z
    .strictObject({
      roles: z.array(z.string()).min(1),
      years: z.int().min(1).max(20),
      before: z.string(),
      questions: z.array(
        z.strictObject({
          code: z.string().regex(/^[a-zA-Z0-9]{2,30}$/),
          text: z.string(),
          options: z.array(z.string()).min(2),
          concerns: z.array(z.string()),
        }),
      ),
      why: z.string(),
    })
    .nullable()
    .default(null),
  inspectMonths: z.int().min(1).nullable(),
}) as unknown as z.ZodType<LeaseRules>;

/** How what a product lets is given out in rounds. */
export const DrawShape = z.strictObject({
  preferences: z.array(
    z.strictObject({
      code: z.string().regex(/^[a-zA-Z0-9]{2,30}$/),
      kind: z.enum(PREFERENCE_KINDS),
      label: z.string(),
      points: z.int().min(0).max(1000),
      leastHours: Share.optional(),
      paperDays: z.int().min(1).optional(),
      why: z.string(),
    }),
  ),
  answerDays: z.int().min(1).max(60),
  refusalsMost: z.int().min(1).max(20),
  why: z.string(),
}) satisfies z.ZodType<DrawRules>;

const OfferState = z.enum(['open', 'accepted', 'refused', 'lapsed', 'takenBack']);
export const RoundStandingShape = z.object({
  code: z.string(),
  name: z.string(),
  opensOn: CalendarDate,
  closesOn: CalendarDate,
  drawnAt: text,
  number: text,
  points: z.int().nullable(),
  rank: z.int().nullable(),
  of: z.int().nullable(),
  offers: z.array(
    z.object({
      id: z.string(),
      unitId: z.string(),
      unit: z.string(),
      offeredAt: Time,
      answerBy: CalendarDate,
      state: OfferState,
      answeredAt: text,
      reason: text,
    }),
  ),
}) satisfies z.ZodType<RoundStanding>;

/** What somebody says of a home that they let. */
const SaidShape = z.strictObject({
  since: StatedDate,
  until: StatedDate.nullable(),
  monthlyCost: Money,
  answers: z.record(z.string().max(30), z.string().max(120)),
  remark: z.string().trim().max(1000).nullable(),
});
export const LettingReferenceShape = z.object({
  id: Id,
  homeId: Id,
  refereeId: Id,
  about: z.string(),
  state: z.enum(['asked', 'answered', 'declined', 'setAside']),
  askedAt: Time,
  askedBy: z.string(),
  answeredAt: text,
  how: z.enum(['frontDoor', 'phone', 'post']).nullable(),
  takenBy: text,
  said: SaidShape.extend({ since: CalendarDate, until: CalendarDate.nullable() }).nullable(),
  reason: text,
}) satisfies z.ZodType<LettingReference>;
export const AskReference = z.strictObject({ version: Version, homeId: Id });
/** What they said is taken down by staff: by phone, or from a letter. */
export const TakeReference = z.strictObject({ version: Version, how: z.enum(['phone', 'post']), said: SaidShape });
export type TakeReference = z.infer<typeof TakeReference>;
export const SetReferenceAside = z.strictObject({ version: Version, homeId: Id, reason: Reason });
export const AnswerReferenceAtDoor = z.strictObject({ id: Id, said: SaidShape.nullable() });
export type AnswerReferenceAtDoor = z.infer<typeof AnswerReferenceAtDoor>;
/** What whoever is asked about an earlier letting sees: where it was and who rented it, and nothing of what was stated. */
export const DoorReferences = z.object({
  csrfToken: z.string(),
  lender: z.string(),
  name: z.string(),
  locale: z.string(),
  currency: z.string(),
  dateOrder: DateOrder,
  today: CalendarDate,
  why: z.string(),
  questions: z.array(z.object({ code: z.string(), text: z.string(), options: z.array(z.string()) })),
  lettings: z.array(
    z.object({ id: Id, tenant: z.string(), home: z.string(), state: z.enum(['asked', 'answered', 'declined']), said: LettingReferenceShape.shape.said }),
  ),
});
export type DoorReferences = z.infer<typeof DoorReferences>;

const RoundShape = z.object({
  code: z.string(),
  product: z.string(),
  name: z.string(),
  opensOn: CalendarDate,
  closesOn: CalendarDate,
  /** open: somebody can apply; closed: it waits for its draw. */
  state: z.enum(['ahead', 'open', 'closed', 'drawn']),
  /** Published before anybody applies: the digest of the seed. */
  seal: z.string(),
  /** Published with the draw. */
  seed: text,
  files: z.int(),
  drawnAt: text,
  drawnBy: text,
});
export const Rounds = z.object({ rounds: z.array(RoundShape), products: z.array(z.object({ code: z.string(), name: z.string(), dateOrder: DateOrder })) });
export type Rounds = z.infer<typeof Rounds>;
export const RoundView = z.object({
  round: RoundShape,
  answerDays: z.int(),
  refusalsMost: z.int(),
  list: z.array(
    z.object({
      reference: z.string(),
      name: text,
      rank: z.int(),
      points: z.int(),
      number: z.string(),
      bedrooms: z.int().nullable(),
      /** Where it stands: waits, has an open offer, accepted one, gave its place up, or ended. */
      state: z.enum(['waits', 'offered', 'accepted', 'left', 'ended']),
      refused: z.int(),
      unit: text,
      answerBy: CalendarDate.nullable(),
    }),
  ),
  units: z.array(
    z.object({
      unit: UnitShape,
      /** Whose turn it is for it; null where it is taken, or nobody is left. */
      turn: text,
      taken: z.enum(['offered', 'accepted', 'held', 'kept', 'let']).nullable(),
      by: text,
    }),
  ),
});
export type RoundView = z.infer<typeof RoundView>;
export const PublicRound = RoundShape.pick({ code: true, name: true, opensOn: true, closesOn: true, seal: true, seed: true, state: true, drawnAt: true });
export type PublicRound = z.infer<typeof PublicRound>;
export const OpenRound = z.strictObject({
  product: z.string().max(40),
  name: z.string().trim().min(3, 'Give it a name').max(120),
  opensOn: CalendarDate,
  closesOn: CalendarDate,
});
export type OpenRound = z.infer<typeof OpenRound>;
export const OfferUnit = z.strictObject({ unitId: z.string().max(80) });
export const AnswerUnit = z.strictObject({
  version: Version,
  offerId: z.string().max(40),
  answer: OfferAnswerName,
  reason: z.string().trim().max(300).nullable().default(null),
});
export type AnswerUnit = z.infer<typeof AnswerUnit>;
export const AnswerUnitAtDoor = AnswerUnit.omit({ version: true });
/** Which of two files of one household goes on: this one; the other is withdrawn. */
export const SettleRound = z.strictObject({ version: Version, other: z.string().max(20), reason: Reason });

/** How a product leases equipment. */
export const EquipmentShape = z.strictObject({
  items: z.array(z.strictObject({ code: z.string(), label: z.string(), lifeYears: z.number().positive() })).min(1),
  method: z.enum(['moneyFactor', 'annuity']),
  moneyFactor: z.number().min(0).max(0.05),
  due: z.array(z.enum(['advance', 'arrears'])).min(1),
  residualMost: Share,
  initialMost: Share,
  fees: z.array(z.strictObject({ code: z.string(), label: z.string(), amount: Money, when: z.enum(['start', 'end']), why: z.string() })),
  endChoices: z.array(z.enum(['return', 'renew', 'buy'])).min(1),
  bargainBelow: Share,
  early: z.strictObject({ fee: Money, fromPayment: z.int().min(1) }),
  late: LateShape,
  terms: z.strictObject({ insurance: z.string(), maintenance: z.string(), warranty: z.string(), wear: z.string() }),
  discountRate: Share,
  loan: z.strictObject({ annualRate: Share, fee: Money }),
  consumer: z.strictObject({ mostObligation: Money, purposes: z.array(z.string()), source: z.string() }).nullable(),
}) as unknown as z.ZodType<EquipmentRules>;
export const LeaseTaxShape = z.strictObject({
  region: z.string(),
  rate: Share,
  on: z.enum(['payments', 'price']),
  source: z.string(),
}) satisfies z.ZodType<LeaseTax>;
export const AcceptItem = z.strictObject({
  version: Version,
  itemId: z.string().max(40),
  serial: z.string().trim().min(1, 'Give the number that stands on it').max(80),
  on: CalendarDate,
});
export type AcceptItem = z.infer<typeof AcceptItem>;

export const DepositCapShape = z.strictObject({
  region: z.string(),
  months: z.number().positive().nullable(),
  weeks: z.number().positive().nullable(),
  above: z.strictObject({ yearlyRent: Money, weeks: z.number().positive() }).optional(),
  petsBeside: z.boolean(),
  backWithinDays: z.int().min(0).nullable(),
  source: z.string(),
});
export const LateFeeCapShape = z.strictObject({
  region: z.string(),
  graceDays: z.int().min(0),
  share: Share.nullable(),
  flat: Money.nullable(),
  source: z.string(),
});

/** Units looked for by need; access features are separated by bars, as they are in the list of units. */
export const UnitQuery = z.strictObject({
  from: CalendarDate,
  months: z.coerce.number().int().min(1).max(120),
  sleeps: z.coerce.number().int().min(1).max(40).optional(),
  bedrooms: z.coerce.number().int().min(0).max(20).optional(),
  rentMost: z.coerce.number().int().min(1).optional(),
  access: z.string().max(200).optional(),
  /** The file for which is looked: what it holds itself is not in its way. */
  reference: z.string().max(20).optional(),
});
export type UnitQuery = z.infer<typeof UnitQuery>;
export const UnitMatches = z.object({
  matches: z.array(z.object({ unit: UnitShape, rent: Money.nullable(), why: z.array(Words) })),
  access: z.array(z.string()),
});
export type UnitMatches = z.infer<typeof UnitMatches>;

export const BoardQuery = z
  .strictObject({ from: CalendarDate, until: CalendarDate })
  .refine(({ from, until }) => from < until, { path: ['until'], message: 'A board has at least one day' });
/** Units and when they are taken within the time that was asked for; who shows them lays them out over it. */
export const UnitBoard = z.object({
  from: CalendarDate,
  until: CalendarDate,
  /** Said once: many units have the same. */
  plans: z.array(UnitPlanShape),
  units: z.array(UnitShape.omit({ plan: true }).extend({ plan: z.string() })),
  /** Who is in, or for whom it is held. */
  taken: z.array(
    z.object({
      unitId: z.string(),
      startsOn: CalendarDate,
      endsOn: CalendarDate,
      state: UnitState,
      holdsUntil: text,
      reference: text,
      name: text,
    }) satisfies z.ZodType<Booking>,
  ),
});
export type UnitBoard = z.infer<typeof UnitBoard>;
/** Stocks of units, how people write where they are, and whether theirs are given out by a draw. */
export const Stocks = z.object({
  stocks: z.array(
    z.object({
      code: z.string(),
      label: z.string(),
      place: z.object({ currency: z.string(), locale: z.string(), dateOrder: DateOrder }),
      byDraw: z.boolean(),
    }),
  ),
});
export type Stocks = z.infer<typeof Stocks>;

const UnitId = z.string().regex(/^[a-z0-9-]{3,40}\.[a-z0-9-]{1,30}$/, 'Not a unit');
export const HoldUnit = z.strictObject({ version: Version, unitId: UnitId });
export const HoldUnitAtDoor = z.strictObject({ unitId: UnitId });
export const ReleaseUnit = z.strictObject({ version: Version });

/** A number of a card that the simulated service knows, as the standard of numbers of identification cards has it. */
const CardNumber = z
  .string()
  .transform((typed) => typed.replace(/[\s-]/g, ''))
  .pipe(z.string().regex(/^\d{12,19}$/, 'Give the number of the card'));
const Card = z.strictObject({
  number: CardNumber,
  expires: z.string().regex(/^(0[1-9]|1[0-2])\/\d{2}$/, 'Give month and year, as in 09/28'),
  name: z.string().trim().min(2).max(120),
});
/** Money that comes in: over the counter with the number of its receipt, from the account that the file names, or from a card. */
export const TakePayment = z.discriminatedUnion('way', [
  z.strictObject({
    way: z.literal('counter'),
    version: Version,
    amount: Money,
    payer: z.string().trim().min(2, 'Say who paid').max(120),
    reference: z.string().trim().min(1, 'Give the number of the receipt').max(60),
  }),
  z.strictObject({ way: z.literal('bank'), version: Version, amount: Money }),
  z.strictObject({ way: z.literal('card'), version: Version, amount: Money, card: Card }),
]);
export type TakePayment = z.infer<typeof TakePayment>;
export const PayAtDoor = z.strictObject({ amount: Money, card: Card });
export type PayAtDoor = z.infer<typeof PayAtDoor>;

/** The condition record is begun with the rooms of the unit. */
export const BeginRecord = z.strictObject({ version: Version });
export const RecordRoom = z.strictObject({ version: Version, state: Room.nullable(), note: z.string().trim().max(1000).nullable() });
export type RecordRoom = z.infer<typeof RecordRoom>;
export const RecordRoomAtDoor = RecordRoom.omit({ version: true });
export const SignRecord = z.strictObject({ version: Version });
/** Whoever moves in signs on their phone with their name as it stands in the file. */
export const SignRecordAtDoor = z.strictObject({ name: z.string().trim().min(2).max(200) });
/** The keys; before the first day of the lease with the reason why. */
export const HandOverKeys = z.strictObject({
  version: Version,
  keys: z.int('How many keys?').min(1, 'At least one').max(50),
  to: Id,
  early: Reason.nullable(),
});
/** Notice that a let ends: on the last day that is said, as both agreed on it where notice doesn't reach it; else on the soonest that notice reaches. */
export const TakeNotice = z.strictObject({
  version: Version,
  side: SideName,
  personId: Id.nullable(),
  givenOn: CalendarDate,
  lastOn: CalendarDate.nullable(),
  agreed: Reason.nullable(),
});
export type TakeNotice = z.infer<typeof TakeNotice>;
export const TakeBackNotice = z.strictObject({ version: Version, why: Reason });
export type TakeBackNotice = z.infer<typeof TakeBackNotice>;
export const SeeToDate = z.strictObject({ version: Version, code: z.string().max(20), on: CalendarDate, note: z.string().trim().max(400).nullable() });
export type HandOverKeys = z.infer<typeof HandOverKeys>;
export type SeeToDate = z.infer<typeof SeeToDate>;
/** What was paid goes back where nothing is let; what came over the counter goes back there, with the number of its receipt. */
export const GiveBack = z.strictObject({ version: Version, reason: Reason, overCounter: z.string().trim().min(1).max(60).nullable().default(null) });
export type GiveBack = z.infer<typeof GiveBack>;
/** What came of a payment that was not as ordered. */
export const SettleReceipt = z.strictObject({ version: Version, outcome: z.enum(['madeRight', 'returned']), word: Reason });
export type SettleReceipt = z.infer<typeof SettleReceipt>;
