import { NOTICE_KINDS, SIGNED_DOCUMENTS } from '@cavren/core';
import { z } from 'zod';
import { ChangeDetails } from '../details/index';
import { DirectionName, DoorReferences, SideName, UnitState, Way } from '../leasing/index';
import { DOOR_TOKEN } from './plain';
import { CalendarDate, DateOrder, StatedDate, Id, line, LineName, OrderStateName, PRODUCT_CODE, Time } from '../values/index';

export { applyAddress, DOOR_IN_COOKIE, linkAddress, linkAt, productAppliedFor } from './plain';

export const DoorToken = z.string().regex(DOOR_TOKEN, 'This is not a link of ours');
export const OpenDoor = z.strictObject({ token: DoorToken });
/** What a link leads to: an application, or what is asked about an earlier letting. */
export const LinkPurpose = z.enum(['file', 'reference']);
export type LinkPurpose = z.infer<typeof LinkPurpose>;
export const DoorGreeting = z.object({ firstName: z.string(), phoneTail: z.string(), lender: z.string(), purpose: LinkPurpose });
export type DoorGreeting = z.infer<typeof DoorGreeting>;
export const EnterDoor = z.strictObject({ token: DoorToken, code: z.string().regex(/^\d{6}$/, 'The code has six digits') });
export const ReturnToDoor = z.strictObject({ reference: z.string().max(20), phone: z.string().max(40) });
export const ReturnCode = z.strictObject({
  reference: z.string().max(20),
  phone: z.string().max(40),
  code: z.string().regex(/^\d{6}$/, 'The code has six digits'),
});

/** A product's public page. */
export const PublicProduct = z.object({
  code: z.string(),
  name: z.string(),
  placeName: z.string(),
  dateOrder: DateOrder,
  lender: z.string(),
  asks: z.array(z.string()),
  /** What it may be used for, in words: a phone that lists them itself waits for what it needs for that. */
  purposes: z.string().nullable(),
  /** What it costs in a case that is like many, in words; null where nothing is lent. */
  example: z
    .object({ amount: z.string(), months: z.int(), rate: z.string(), percentageRate: z.string().nullable(), payment: z.string(), total: z.string() })
    .nullable(),
  line: LineName,
  /** What one may ask for, least and most; null where nobody asks for an amount. */
  amounts: z.object({ from: z.string(), upTo: z.string() }).nullable(),
  /** Of a cover: the plans that one can choose among. */
  plans: z.array(z.object({ label: z.string(), says: z.string() })),
  /** By what everybody is judged who asks for it, and what is asked of them before; null where nothing is let. */
  criteria: z
    .object({
      since: z.string(),
      version: z.int(),
      rules: z.array(z.string()),
      fees: z.array(z.object({ label: z.string(), amount: z.string(), back: z.string(), why: z.string() })),
    })
    .nullable(),
  /** The round that can be applied for now, or next; null where nothing is drawn, or no round is there. */
  round: z.object({ name: z.string(), opensOn: CalendarDate, closesOn: CalendarDate, seal: z.string() }).nullable(),
  /** Papers that are asked for on the way, some of them. */
  papers: z.string().nullable(),
  contact: z.object({ phone: z.string(), hours: z.string() }).nullable(),
  consent: z.object({ kind: z.string(), label: z.string(), text: z.string() }).nullable(),
  /** Whether a business can ask for it as what it is, beside somebody for themselves. */
  forBusinesses: z.boolean(),
  /** Why one can't apply for it here and now; null when one can. */
  bar: z.string().nullable(),
});
export type PublicProduct = z.infer<typeof PublicProduct>;
export const ProductCode = z.object({ code: z.string().regex(PRODUCT_CODE, 'There is no such product') });
export const ApplyAtDoor = z.strictObject({
  product: z.string().max(40),
  fullName: line(200).refine((text) => text.length >= 2, 'Give your name as on your identity paper'),
  birthDate: StatedDate,
  phone: z.string().max(40).min(5, 'Give a phone number to which we can text a code'),
  email: z.email('An e-mail address looks like name@example.org').max(254).nullable(),
  /** The business for which they ask, and the day it was founded; nothing where they ask for themselves. */
  business: z
    .strictObject({ name: line(200), foundedOn: StatedDate })
    .nullable()
    .default(null),
  agrees: z.literal(true, 'We can only take your application when you agree'),
});
export type ApplyAtDoor = z.infer<typeof ApplyAtDoor>;
export const AppliedAtDoor = z.object({ reference: z.string() });
export const DoorDetails = ChangeDetails;
/** For whom: oneself, or the business that one signs for. */
export const GiveConsentAtDoor = z.strictObject({ kind: z.string().max(40), personId: Id.nullable().default(null) });

/** An answer that is asked for fair treatment only, or that it is declined; one of the two. */
export const AnswerMonitoringAtDoor = z
  .strictObject({ question: z.string().max(30), value: z.string().max(80).nullable(), declined: z.boolean() })
  .refine(({ value, declined }) => (value === null) === declined, { message: 'Choose an answer, or that you decline to', path: ['value'] });

const text = z.string().nullable();
const DoorRow = z.looseObject({ id: Id }).catchall(z.union([z.string(), z.number(), z.boolean(), z.null()]));
export type DoorRow = z.infer<typeof DoorRow>;

const DoorDetailsView = z.object({
  version: z.int(),
  today: CalendarDate,
  dateOrder: DateOrder,
  region: z.string(),
  personId: Id,
  currency: z.string(),
  locale: z.string(),
  basis: z.enum(['gross', 'net']),
  /** Whether the region somebody lives in is asked: where regions tax. */
  /** The states or regions that addresses name there; none where they name none. */
  regions: z.array(z.object({ value: z.string(), label: z.string() })),
  /** Fields that one may give of oneself, with what they hold; of hidden numbers the end. */
  person: DoorRow,
  idLabel: z.string(),
  /** The business that one signs for: its fields that one may give, what its number is called, the industries that there are, and who holds it. */
  business: z
    .object({
      fields: DoorRow,
      idLabel: z.string(),
      industries: z.array(z.object({ value: z.string(), label: z.string() })),
      owners: z.array(z.object({ id: Id, personId: text, name: z.string(), share: z.number().nullable(), directs: z.boolean() })),
    })
    .nullable(),
  languages: z.array(z.object({ code: z.string(), label: z.string() })),
  /** Preferences that can be claimed in a round; none where nothing is drawn. */
  preferences: z.array(z.object({ value: z.string(), label: z.string() })),
  request: z.array(
    z.object({
      field: z.string(),
      label: z.string(),
      options: z.array(z.object({ value: z.string(), label: z.string() })),
      value: z.union([z.string(), z.number(), z.boolean(), z.null()]),
    }),
  ),
  /** Rows of one's own by their kind, each with the fields that one may give. */
  rows: z.record(z.string(), z.array(DoorRow)),
  /** Who applies with them, by name, and whether that can be said here. */
  partner: text,
  mayAddPartner: z.boolean(),
  questions: z.array(
    z.object({
      id: text,
      personId: Id,
      code: z.string(),
      text: z.string(),
      answer: z.enum(['yesNo', 'choice', 'number']),
      options: z.array(z.string()),
      value: text,
      explanation: text,
      explain: z.boolean(),
      ends: text,
    }),
  ),
  consents: z.array(
    z.object({ personId: Id, of: text, kind: z.string(), label: z.string(), text: z.string(), given: z.boolean(), needed: z.boolean(), later: z.boolean() }),
  ),
  missing: z.array(z.object({ key: z.string(), what: z.string(), section: z.string() })),
});
export type DoorDetailsView = z.infer<typeof DoorDetailsView>;

export const DoorTask = z.object({
  key: z.string(),
  what: z.string(),
  why: z.string(),
  due: z.string().nullable(),
  conditionKey: z.string().nullable(),
  acceptable: z.array(z.string()),
});
export const DoorView = z.object({
  csrfToken: z.string(),
  name: z.string(),
  reference: z.string(),
  product: z.string(),
  line: LineName,
  stage: z.string(),
  /** How the place writes. */
  locale: z.string(),
  /** The name under which one signs. */
  fullName: z.string(),
  steps: z.array(z.object({ label: z.string(), state: z.enum(['past', 'now', 'ahead']) })),
  outcome: z.enum(['open', 'declined', 'withdrawn', 'lapsed', 'done']),
  declineReasons: z.array(z.string()),
  /** The day until which one who was declined can bring something new. */
  appealUntil: CalendarDate.nullable(),
  /** The offer that waits for an answer, or that was accepted. */
  offer: z
    .object({
      id: Id,
      kind: z.enum(['asAsked', 'changed']),
      until: CalendarDate,
      open: z.boolean(),
      mine: z.enum(['accept', 'refuse']).nullable(),
      waitsFor: z.array(z.string()),
      terms: z.array(z.object({ label: z.string(), value: z.string() })),
      conditions: z.array(z.object({ text: z.string(), met: z.boolean() })),
      reasons: z.array(z.string()),
    })
    .nullable(),
  /** Papers about what was decided. */
  notices: z.array(z.object({ id: Id, kind: z.enum(NOTICE_KINDS), madeAt: Time })),
  /** What one may fill in oneself; null when it is not one's turn. */
  details: DoorDetailsView.nullable(),
  /** What one agreed to, which can be taken back while the file is open. */
  consents: z.array(z.object({ personId: Id, of: text, kind: z.string(), label: z.string(), givenAt: Time })),
  /** What is asked for fair treatment only, while one can say it; nobody who decides sees it. */
  monitoring: z.array(z.object({ question: z.string(), text: z.string(), options: z.array(z.string()), value: text, declined: z.boolean() })),
  tasks: z.array(DoorTask),
  papers: z.array(z.object({ id: Id, name: z.string(), state: z.string(), reason: z.string().nullable(), addedAt: Time })),
  /** What something was sent for and nobody has looked at yet: another page or side can follow. */
  underway: z.array(z.object({ conditionKey: z.string(), what: z.string() })),
  signing: z
    .object({
      document: z.enum(SIGNED_DOCUMENTS),
      title: z.string(),
      state: z.enum(['waiting', 'yours', 'signed']),
      waitingFor: z.string().nullable(),
      consentedAt: Time.nullable(),
      readAt: Time.nullable(),
      /** How many pages there are to read; 0 while it isn't one's turn. */
      pages: z.int(),
      /** What is chosen with the signature; null where nothing is. */
      question: z.string().nullable(),
      options: z.array(z.string()),
      /** Beside what one puts one’s initials. */
      initials: z.array(z.object({ code: z.string(), text: z.string() })),
      complete: z.boolean(),
    })
    .nullable(),
  /** Documents that everybody signed and that were sealed. */
  sealed: z.array(z.object({ document: z.enum(SIGNED_DOCUMENTS), title: z.string() })),
  /** What it costs, where it can be worked out. */
  costs: z.object({ payment: z.string(), total: z.string() }).nullable(),
  paidOut: z.object({ amount: z.string(), accountTail: z.string(), at: Time }).nullable(),
  /** Whether one is asked about one's health, or about that of a child, and what is still open of it. */
  health: z.enum(['none', 'open', 'complete', 'barred']),
  /** What is given towards the premium, line by line, while plans are chosen; it is read before one is. */
  assistance: z.object({ resultId: Id, lines: z.array(z.string()), most: z.string(), readAt: z.string().nullable() }).nullable(),
  /** The plans that one may choose among for everybody covered, with what is paid each time; null where nothing is chosen now. */
  plans: z
    .object({
      mode: z.string(),
      bar: z.string().nullable(),
      choices: z.array(
        z.object({ code: z.string(), label: z.string(), says: z.string(), leavesOut: z.array(z.string()), each: z.string().nullable(), chosen: z.boolean() }),
      ),
    })
    .nullable(),
  policy: z
    .object({
      number: z.string(),
      startsOn: CalendarDate,
      endsOn: CalendarDate,
      freeLookUntil: CalendarDate.nullable(),
      ended: z.boolean(),
      cards: z.boolean(),
    })
    .nullable(),
  /** What is let, what is paid before the keys, and how it is handed over; null where nothing is let, or to who doesn't apply. */
  /** Where one stands in a round of applications; null where nothing is drawn, or for who doesn't apply. */
  round: z
    .object({
      code: z.string(),
      name: z.string(),
      closesOn: CalendarDate,
      drawn: z.boolean(),
      rank: z.int().nullable(),
      of: z.int().nullable(),
      number: text,
      seed: text,
      /** How many stand before who wait for the same size. */
      ahead: z.int().nullable(),
      points: z.int(),
      preferences: z.array(z.object({ label: z.string(), points: z.int(), counts: z.boolean(), why: z.string() })),
      offer: z.object({ id: Id, unit: z.string(), plan: z.string(), rent: z.string(), answerBy: CalendarDate }).nullable(),
      refused: z.int(),
      refusalsMost: z.int(),
      left: z.boolean(),
    })
    .nullable(),
  lease: z
    .object({
      unit: z
        .object({
          id: z.string(),
          label: z.string(),
          plan: z.string(),
          startsOn: CalendarDate,
          lastOn: CalendarDate,
          state: UnitState,
          holdsUntil: text,
          /** Once it is let: how it goes on, or ends. */
          end: text,
        })
        .nullable(),
      rent: text,
      choosing: z.boolean(),
      lacks: text,
      choices: z.array(
        z.object({ id: z.string(), label: z.string(), plan: z.string(), picture: text, size: z.string(), rent: z.string(), facts: z.array(z.string()) }),
      ),
      charges: z.array(
        z.object({ label: z.string(), amount: z.string(), paid: z.boolean(), dueOn: CalendarDate.nullable(), due: z.string(), why: z.string() }),
      ),
      /** What comes before the keys, in order, once the unit is kept for them. */
      steps: z.array(z.object({ what: z.string(), mine: z.boolean(), by: z.string(), done: z.boolean() })),
      owed: z.string(),
      owedMinor: z.int(),
      /** Whether some of it is waited for now, and how much; all of it where nothing is. */
      asked: z.boolean(),
      askedMinor: z.int(),
      askedNow: z.string(),
      late: text,
      payments: z.array(
        z.object({
          direction: DirectionName,
          amount: z.string(),
          state: OrderStateName,
          at: Time,
          reference: text,
          way: Way,
        }),
      ),
      criteria: PublicProduct.shape.criteria,
      record: z
        .object({
          open: z.boolean(),
          rooms: z.array(
            z.object({
              id: Id,
              room: z.string(),
              state: z.enum(['good', 'worn', 'damaged']).nullable(),
              note: text,
              pictures: z.array(z.object({ id: Id, name: z.string() })),
            }),
          ),
          bar: text,
          mine: z.boolean(),
          signatures: z.array(z.object({ name: z.string(), side: SideName })),
        })
        .nullable(),
      keys: z.object({ count: z.int(), at: Time, to: z.string() }).nullable(),
    })
    .nullable(),
});
export type DoorView = z.infer<typeof DoorView>;

/** Who is inside: somebody with a file, whoever let them a home and answers about it, or nobody. */
export const DoorInside = z.object({ view: DoorView.nullable(), asked: DoorReferences.nullable() });
export type DoorInside = z.infer<typeof DoorInside>;

/** How long each page was in sight. */
export const ReadToEnd = z.strictObject({
  seen: z
    .array(z.strictObject({ page: z.int().min(1).max(500), milliseconds: z.int().min(0).max(86_400_000) }))
    .min(1)
    .max(500),
});
/** The answer to what a document asks; nothing where it asks nothing. */
const Choice = z.string().min(1, 'Choose one of the answers').max(200).nullable().default(null);
/** Initials by the part beside which they are put. */
const Initials = z.record(z.string().max(30), z.string().max(20)).default({});
export const SignAgreement = z.discriminatedUnion('mark', [
  z.strictObject({
    mark: z.literal('typed'),
    choice: Choice,
    initials: Initials,
    name: z.string().trim().min(1, 'Type your name').max(200),
  }),
  z.strictObject({
    mark: z.literal('drawn'),
    choice: Choice,
    initials: Initials,
    /** A PNG as a data URL. */
    image: z
      .string()
      .max(400_000, 'The drawing is too large')
      .regex(/^data:image\/png;base64,[A-Za-z0-9+/=]+$/, 'Draw your signature'),
  }),
]);
export type SignAgreement = z.infer<typeof SignAgreement>;
