import {
  ACCOUNT_KIND_NAMES,
  CHAPTERS,
  CHECK_KINDS,
  RECORD_KINDS,
  CONDITION_SUBJECTS,
  DAY_COUNTS,
  AGREEMENT_FIGURES,
  AGREEMENT_PARTS,
  END_STAGES,
  HEALTH_DETAILS,
  ENTITIES,
  FAMILY_STATUS_LABEL,
  type FamilyStatus,
  FILING_STATUS_LABEL,
  INDUSTRY_LIST_NAMES,
  LEGAL_FORM_LABEL,
  MEANS,
  MATTERS,
  MEASURES,
  RISK_CODES,
  NUMBER_KINDS,
  PART_KINDS,
  PAYMENT_PERIOD_NAMES,
  RATE_METHODS,
  ROLES,
  STAGES,
  type FilingStatus,
  type IdentityNumberKind,
  type LegalForm,
  type PlacePack as CorePlacePack,
  type ProductDefinition as CoreProduct,
} from '@cavren/core';
import { z } from 'zod';
import { DepositCapShape, DrawShape, EquipmentShape, LeaseTaxShape, LateFeeCapShape, LeaseShape } from '../leasing/index';
import { CalendarDate, DateOrder, LineName, Money, PRODUCT_CODE, Share, Words } from '../values/index';

function isPattern(text: string): boolean {
  try {
    return new RegExp(text) instanceof RegExp;
  } catch {
    return false;
  }
}
function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone.length > 0;
  } catch {
    return false;
  }
}

export const StageName = z.enum([...STAGES, ...END_STAGES]);
export const RoleName = z.enum(ROLES);
export const NumberKindName = z.enum(Object.keys(NUMBER_KINDS) as [IdentityNumberKind, ...IdentityNumberKind[]]);
const HistoryRule = z.strictObject({ years: z.number().positive().max(20), roles: z.array(RoleName), before: StageName, why: z.string() }).nullable();
const EntityName = z.enum(ENTITIES);
const Rate = z.number().min(0).max(10);
const Bands = z.array(z.strictObject({ from: Money, rate: Share })).min(1);

export const LimitRule = z.strictObject({
  measure: z.enum(MEASURES),
  bound: z.enum(['most', 'least']),
  value: z.number(),
  refer: z.number().optional(),
  from: z.literal('residualIncome').optional(),
  withDeposit: z.strictObject({ months: z.number().positive().max(12), value: z.number(), rule: z.string() }).optional(),
  rule: z.string(),
});

const Months = z.int().min(1).max(600);
const CostRules = z.strictObject({
  dayCount: z.enum(DAY_COUNTS),
  every: z.array(z.enum(PAYMENT_PERIOD_NAMES)).min(1),
  parts: z
    .array(
      z.strictObject({
        kind: z.enum(PART_KINDS),
        label: z.string(),
        annualRate: Rate,
        stressAdded: Rate,
        months: z.strictObject({ least: Months, most: Months }),
        interestOnlyMost: Months.optional(),
        follows: z
          .strictObject({ index: z.string(), margin: z.number().min(-1).max(10), floor: Rate.optional(), cap: Rate.optional(), resetMonths: Months })
          .optional(),
        promotion: z.strictObject({ months: Months, annualRate: Rate }).optional(),
        season: z.array(z.int().min(1).max(12)).min(1).optional(),
        balloonMost: Share.optional(),
        revolving: z.strictObject({ share: Share, least: Money, counts: z.enum(['limit', 'drawn']).optional() }).optional(),
      }),
    )
    .min(1),
  fees: z.array(
    z.strictObject({
      code: z.string(),
      label: z.string(),
      brackets: z.array(z.strictObject({ from: Money, flat: Money, share: Share })).min(1),
      least: Money.optional(),
      most: Money.optional(),
      paid: z.enum(['withheld', 'financed', 'beforehand']),
      inRate: z.boolean(),
    }),
  ),
  late: z.strictObject({ fee: Money, afterDays: z.int().min(0), callsAfterDays: z.int().min(1) }),
  settlement: z.strictObject({ share: Share, shareWithinYear: Share }),
  securities: z.record(z.string(), Share),
  business: z.strictObject({ yearlyCap: Money, multiple: z.number().positive().max(60), ownersByProfit: z.array(z.string()) }).nullable(),
});

const RateTableShape = z.strictObject({
  code: z.string(),
  source: z.string(),
  from: CalendarDate,
  until: CalendarDate.nullable(),
  rows: z
    .array(
      z.strictObject({
        class: z.string(),
        ageFrom: z.int().min(0),
        ageTo: z.int().min(0),
        waitingDays: z.int().min(0),
        benefitMonths: z.int().min(0),
        rate: z.number().positive(),
      }),
    )
    .min(1),
});
const LineRateTableShape = z.strictObject({
  code: z.string(),
  source: z.string(),
  from: CalendarDate,
  until: CalendarDate.nullable(),
  rows: z.array(z.strictObject({ item: z.string(), place: z.string(), rate: z.number().positive().max(100) })).min(1),
});
const Coded = z.strictObject({ code: z.string(), label: z.string() });

/** Things that are covered line by line. */
const LineRulesShape = z.strictObject({
  rates: z.array(LineRateTableShape).min(1),
  items: z.array(Coded.extend({ unit: z.string(), unitPrice: z.strictObject({ least: Money, most: Money }) })).min(1),
  places: z.array(Coded).min(1),
  levels: z.array(Coded.extend({ share: Share, assistance: Share })).min(1),
  assistanceSource: z.string(),
  agents: z.array(
    Coded.extend({ certificates: z.array(z.strictObject({ places: z.array(z.string()).min(1), from: CalendarDate, until: CalendarDate })).min(1) }),
  ),
  sumMost: Money.nullable(),
});

/** What can be covered, and what it costs. */
const CoverShape = z.strictObject({
  rates: z.array(RateTableShape),
  plans: z.array(
    z.strictObject({
      code: z.string(),
      label: z.string(),
      factor: z.number().positive(),
      says: z.string(),
      leavesOut: z.array(z.string()),
      level: z.string().optional(),
    }),
  ),
  waitingDays: z.array(z.int().min(0)),
  benefitMonths: z.array(z.int().min(1)),
  occupations: z.array(z.strictObject({ code: z.string(), label: z.string(), class: z.string().nullable() })),
  age: z.enum(['lastBirthday', 'nearestBirthday']),
  ages: z.strictObject({ least: z.int().min(0), most: z.int().min(1) }),
  benefit: z.strictObject({ least: Money, most: Money }).nullable(),
  childrenCharged: z.strictObject({ under: z.int().min(1), most: z.int().min(1) }).nullable(),
  tobacco: Share,
  bodyMass: z.array(z.strictObject({ from: z.number(), below: z.number().optional(), share: Share })),
  discounts: z.array(
    z.strictObject({ code: z.string(), label: z.string(), share: Share, persons: z.int().min(2).optional(), otherPolicy: z.boolean().optional() }),
  ),
  discountsMost: Share,
  fee: Money,
  modes: z.array(z.strictObject({ code: z.string(), label: z.string(), perYear: z.int().min(1), factor: z.number().positive() })).min(1),
  taxed: z.boolean(),
  riders: z.array(
    z.strictObject({ code: z.string(), label: z.string(), says: z.string(), share: Share.optional(), perMille: z.number().positive().max(1000).optional() }),
  ),
  enrolment: z.array(
    z.strictObject({
      code: z.string(),
      label: z.string(),
      age: z.int().min(0).optional(),
      within: z.int().min(1),
      by: z.enum(['months', 'calendarDays', 'businessDays']),
      condition: z.string().optional(),
    }),
  ),
  health: z
    .strictObject({
      questions: z
        .array(
          z.strictObject({
            code: z.string().regex(/^[a-zA-Z0-9]{2,30}$/),
            text: z.string(),
            follows: z.strictObject({ question: z.string(), is: z.enum(['yes', 'no']) }).optional(),
            bars: z.strictObject({ says: z.string(), offers: z.string() }).optional(),
            details: z.array(z.enum(HEALTH_DETAILS)),
          }),
        )
        .min(1),
      medications: z.array(z.string()),
      why: z.string(),
    })
    .nullable(),
  underwriting: z
    .strictObject({
      bodyMass: z.array(z.strictObject({ from: z.number(), below: z.number().optional(), points: z.int() })),
      tobacco: z.int(),
      occupations: z.record(z.string(), z.int()),
      answers: z.record(
        z.string(),
        z.strictObject({
          points: z.int().optional(),
          exclusion: z.string().optional(),
          postponeMonths: z.int().min(1).optional(),
          refer: z.boolean().optional(),
          why: z.string(),
        }),
      ),
      classes: z.array(z.strictObject({ upTo: z.int().nullable(), label: z.string(), loading: Rate.nullable() })).min(1),
      source: z.string(),
    })
    .nullable(),
  policy: z.strictObject({
    freeLookDays: z.int().min(0),
    firstPremium: z.enum(['before', 'at']),
    lapseDays: z.int().min(1),
    claim: z.string(),
    shortRate: z.array(z.strictObject({ upTo: Share, kept: Share })).nullable(),
  }),
  lines: LineRulesShape.nullable(),
  earnings: z.strictObject({ firstYear: Share, renewal: Share }).nullable(),
  replacement: z.strictObject({ question: z.string(), declares: z.string(), notice: z.string(), why: z.string() }).nullable(),
  assistance: z
    .strictObject({
      benchmark: z.strictObject({ level: z.string(), rank: z.int().min(1) }),
      notCounted: z.array(z.string()),
      deductions: z.array(Coded),
      why: z.string(),
    })
    .nullable(),
});

const Guideline = z.strictObject({ year: z.int(), source: z.string(), states: z.record(z.string(), z.strictObject({ first: Money, each: Money })) });

/** A product as data; the server reads its products from files of this shape. */
export const ProductDefinition = z.strictObject({
  code: z.string().regex(PRODUCT_CODE),
  version: z.int().min(1),
  name: z.string(),
  line: LineName,
  place: z.string(),
  route: z.array(StageName).min(2),
  chapters: z.array(z.enum(CHAPTERS)).min(1),
  bounds: z.strictObject({
    amount: z.strictObject({ least: Money, most: Money }),
    termMonths: z.strictObject({ least: z.int(), most: z.int() }),
    applicantAge: z.strictObject({ least: z.int() }),
  }),
  cover: CoverShape.nullable(),
  lease: LeaseShape.nullable(),
  draw: DrawShape.nullable(),
  equipment: EquipmentShape.nullable(),
  costs: CostRules.nullable(),
  income: z.strictObject({
    basis: z.enum(['gross', 'net']),
    kinds: z.record(
      z.string(),
      z.strictObject({
        share: Share,
        historyMonths: z.int().min(1).max(60).optional(),
        accountYears: z.int().min(1).max(2).optional(),
        accountMonths: z.int().min(1).max(120).optional(),
        ends: z.enum(['cutOff', 'question']),
        why: z.string(),
      }),
    ),
    grossUp: Share,
    fallReferred: Share,
    yearToDateTolerance: Share,
    heldMonths: z.int().min(0),
    gapMonths: z.int().min(0),
    beginsWithinDays: z.int().min(0).max(365),
    outlook: z.enum(['now', 'comingYear']),
  }),
  commitments: z.strictObject({
    revolving: z.strictObject({ kinds: z.array(z.string()), of: z.enum(['limit', 'balance']), share: Share }),
    ignoredWithinMonths: z.int().min(0),
    neverIgnored: z.array(z.string()),
    guaranteeShare: Share,
    deferred: z.strictObject({ kinds: z.array(z.string()), share: Share }),
    benchmark: z.boolean(),
  }),
  worth: z.strictObject({ haircut: z.record(z.string(), Share), liquid: z.array(z.string()), valueAge: z.int().min(1) }),
  amountIs: z.enum(['loan', 'rent', 'benefit', 'lease']),
  repaymentFactors: z.boolean(),
  limits: z.array(LimitRule),
  needs: z.array(
    z.strictObject({
      entity: EntityName,
      field: z.string(),
      label: z.string(),
      before: StageName,
      why: z.string(),
      roles: z.array(RoleName).optional(),
      when: z.strictObject({ field: z.string(), is: z.array(z.string()).min(1) }).optional(),
    }),
  ),
  rows: z.array(
    z.strictObject({
      entity: EntityName.exclude(['request']),
      label: z.string(),
      before: StageName,
      why: z.string(),
      each: z.array(RoleName).optional(),
      where: z.strictObject({ field: z.string(), equals: z.string() }).optional(),
      chapter: z.enum(CHAPTERS),
    }),
  ),
  offer: z.strictObject({ from: CalendarDate, until: CalendarDate.nullable(), channels: z.array(z.string()).min(1) }),
  round: z.string().nullable(),
  roles: z.array(RoleName).min(1),
  requestFields: z.array(z.strictObject({ field: z.string(), label: z.string(), hint: z.string().optional() })),
  measures: z.array(z.enum(MEASURES)),
  household: z.strictObject({
    spouses: z.int().min(1),
    counts: z.partialRecord(RoleName, z.partialRecord(z.enum(MEANS), Share)),
    earningsNotCountedOf: z.array(z.enum(['fullTimeStudent', 'minor'])),
    adultsMustApply: z.boolean(),
    why: z.string(),
  }),
  guarantor: z.strictObject({ measures: z.array(z.enum(MEASURES)).min(1), limits: z.array(LimitRule), why: z.string() }).nullable(),
  histories: z.strictObject({ home: HistoryRule, work: HistoryRule }),
  questions: z.array(
    z.strictObject({
      code: z.string().regex(/^[a-zA-Z0-9]{2,30}$/),
      phase: z.enum(['qualifying', 'declaration']),
      of: z.enum(['person', 'organisation', 'both']),
      roles: z.array(RoleName).min(1),
      text: z.string(),
      answer: z.enum(['yesNo', 'choice', 'number']),
      options: z.array(z.string()).min(2).optional(),
      follows: z.strictObject({ question: z.string(), is: z.array(z.string()).min(1) }).optional(),
      explain: z.array(z.string()).optional(),
      ends: z
        .strictObject({ is: z.array(z.string()).optional(), below: z.number().optional(), above: z.number().optional(), says: z.string(), reason: z.string() })
        .optional(),
      before: StageName,
      why: z.string(),
    }),
  ),
  consents: z
    .array(
      z.strictObject({
        kind: z.string(),
        label: z.string(),
        version: z.string(),
        text: z.record(z.string(), z.string()),
        to: z.string(),
        roles: z.array(RoleName),
        before: StageName.nullable(),
      }),
    )
    .min(1),
  lookUpConsent: z.string(),
  bankConsent: z.string().nullable(),
  employerConsent: z.string().nullable(),
  monitoring: z.array(z.strictObject({ code: z.string(), text: z.string(), options: z.array(z.string()).min(2) })),
  monitoringWhen: z.strictObject({ field: z.string(), is: z.array(z.string()).min(1) }).nullable(),
  familyStatus: z
    .strictObject({
      choices: z.array(z.enum(Object.keys(FAMILY_STATUS_LABEL) as [FamilyStatus, ...FamilyStatus[]])),
      askedAlone: z.boolean(),
      source: z.string(),
    })
    .nullable(),
  asks: z.array(z.enum(['pet', 'vehicle'])),
  detailsAge: z.int().min(1),
  signedWithin: z.int().min(1).nullable(),
  lapse: z.strictObject({ days: z.int().min(2), warnBefore: z.array(z.int().min(1)) }),
  ownersFrom: z.number().positive().max(100),
  checks: z.array(
    z.strictObject({
      kind: z.enum(CHECK_KINDS),
      label: z.string(),
      roles: z.array(RoleName),
      why: z.string(),
      records: z.array(z.strictObject({ of: z.enum(RECORD_KINDS), question: z.string(), years: z.int().min(1).max(50) })).optional(),
    }),
  ),
  conditions: z.array(
    z.strictObject({
      code: z.string(),
      subject: z.enum(CONDITION_SUBJECTS),
      kinds: z.array(z.string()).optional(),
      label: z.string(),
      acceptable: z.array(z.string()).min(1),
      why: z.string(),
      showsAmount: z.boolean().optional(),
      within: z.int().min(1).max(366).optional(),
      holds: z.union([z.int().min(1), z.literal('whileValid')]).optional(),
    }),
  ),
  activePapers: z.enum(['refused', 'cleaned']),
  signing: z.strictObject({
    order: z.array(RoleName).min(1),
    title: z.string(),
    choice: z.strictObject({ question: z.string(), options: z.array(z.string()).min(2) }),
    initials: z.array(z.strictObject({ code: z.string().regex(/^[a-zA-Z0-9]{2,30}$/), text: z.string() })).default([]),
    linkDays: z.int().min(1),
    application: z.strictObject({ title: z.string(), declares: z.array(z.string()).min(1) }).nullable(),
  }),
  declineReasons: z
    .array(
      z.strictObject({
        code: z.string(),
        label: z.string(),
        from: z
          .strictObject({
            measures: z.array(z.enum(MEASURES)).optional(),
            checks: z.array(z.enum(CHECK_KINDS)).optional(),
            conditions: z.array(z.string()).optional(),
            incomplete: z.boolean().optional(),
          })
          .optional(),
      }),
    )
    .min(1),
  deciding: z.strictObject({
    declinedBy: z.enum(['officer', 'approver']),
    offerDays: z.int().min(1),
    incompleteDays: z.int().min(1),
    appealDays: z.int().min(0),
    needsAnother: z.array(z.enum(MATTERS)),
    risk: z.partialRecord(z.enum(RISK_CODES), z.enum(['raised', 'high'])),
  }),
  days: z.partialRecord(StageName, z.int().min(0)),
  words: z.strictObject({
    steps: z.partialRecord(StageName, z.string()),
    approved: z.strictObject({ subject: z.string(), text: z.string() }),
    completed: z.strictObject({ subject: z.string(), text: z.string() }),
    release: z.string(),
  }),
  purposes: z.array(z.string()).min(1),
}) satisfies z.ZodType<CoreProduct>;

const Addressed = z.strictObject({ name: z.string(), address: z.array(z.string()).min(1) });
const Allowance = z.strictObject({ amount: Money, tapersAbove: Money.optional(), taperRate: Share.optional() });
const FilingStatusName = z.enum(Object.keys(FILING_STATUS_LABEL) as [FilingStatus, ...FilingStatus[]]);
const TaxTable = z.strictObject({
  code: z.string(),
  label: z.string(),
  from: CalendarDate,
  until: CalendarDate,
  allowance: Allowance,
  bands: Bands,
  statuses: z.partialRecord(FilingStatusName, z.strictObject({ allowance: Allowance, bands: Bands })).optional(),
  contributions: z.array(
    z.strictObject({
      code: z.string(),
      label: z.string(),
      of: z.enum(['employed', 'selfEmployed', 'both']),
      per: z.enum(['year', 'month', 'week']),
      bands: Bands,
      base: Share.optional(),
      afterWages: z.boolean().optional(),
      statuses: z.partialRecord(FilingStatusName, Bands).optional(),
      deducted: Share.optional(),
    }),
  ),
  source: z.string(),
});

export const PlacePack = z.strictObject({
  code: z.string(),
  name: z.string(),
  currency: z.string().length(3),
  locale: z.string(),
  dateOrder: DateOrder,
  identityNumber: z.strictObject({ kind: NumberKindName, label: z.string(), mask: z.string(), unissuedAllowed: z.boolean() }),
  numbers: z.array(z.strictObject({ kind: NumberKindName, use: z.enum(['identity', 'tax']), of: z.enum(['person', 'organisation']) })),
  languages: z.array(z.strictObject({ code: z.string(), label: z.string() })).min(1),
  notices: z
    .strictObject({
      creditor: Addressed,
      decideDays: z.int().min(1),
      counterOfferDays: z.int().min(1),
      statement: z.string(),
      agency: Addressed,
      source: z.string(),
    })
    .nullable(),
  regions: z.array(z.strictObject({ code: z.string().min(1).max(40), name: z.string().min(1), postal: z.array(z.string().regex(/^[^-]+(-[^-]+)?$/)) })),
  postalCode: z.strictObject({ form: z.string().refine(isPattern, 'This is no regular expression'), example: z.string() }).nullable(),
  industries: z.enum(INDUSTRY_LIST_NAMES),
  insuranceTax: z.strictObject({ label: z.string(), share: Share, source: z.string() }).nullable(),
  agreement: z.strictObject({
    figures: z.array(z.enum(AGREEMENT_FIGURES)).min(1).max(5),
    // Each once: nothing of an agreement is lost by the order of its place.
    parts: z
      .array(z.enum(AGREEMENT_PARTS))
      .length(AGREEMENT_PARTS.length)
      .refine((parts) => new Set(parts).size === parts.length, 'Each part of an agreement once'),
    rights: z.array(z.string()),
    law: z.string(),
    source: z.string(),
  }),
  paper: z.enum(['LETTER', 'A4']),
  legalForms: z.partialRecord(z.enum(Object.keys(LEGAL_FORM_LABEL) as [LegalForm, ...LegalForm[]]), z.string()),
  account: z.strictObject({
    kind: z.enum(ACCOUNT_KIND_NAMES),
    modulus: z
      .array(
        z.strictObject({
          from: z.string().regex(/^\d{6}$/),
          to: z.string().regex(/^\d{6}$/),
          by: z.enum(['MOD10', 'MOD11', 'DBLAL']),
          weights: z.array(z.int()).length(14),
        }),
      )
      .optional(),
    countries: z.array(z.string().length(2)).min(1).optional(),
  }),
  phoneRegion: z.string().length(2),
  contact: z.strictObject({ phone: z.string(), hours: z.string() }).nullable(),
  timeZone: z.string().refine(isTimeZone, 'There is no such time zone'),
  districts: z.record(z.string(), z.array(z.string()).min(2)),
  indices: z.record(
    z.string(),
    z.strictObject({ label: z.string(), source: z.string(), values: z.array(z.strictObject({ from: CalendarDate, rate: z.number().min(-1).max(10) })).min(1) }),
  ),
  rateMethod: z.enum(RATE_METHODS),
  creditLaw: z.array(z.strictObject({ from: CalendarDate, rate: z.string(), settlement: z.string() })),
  taxes: z.array(TaxTable),
  regionTaxes: z.record(z.string(), z.array(TaxTable)).nullable(),
  benchmark: z
    .strictObject({
      source: z.string(),
      regions: z.record(z.string(), z.array(z.strictObject({ incomeFrom: Money, sizes: z.array(Money).min(1), each: Money })).min(1)),
    })
    .nullable(),
  residualIncome: z
    .strictObject({
      source: z.string(),
      states: z.record(z.string(), z.string()),
      perSquareFoot: z.number().positive().optional(),
      bands: z.array(z.strictObject({ loanFrom: Money, each: Money, eachUpTo: z.int(), sizes: z.record(z.string(), z.array(Money).min(1)) })).min(1),
    })
    .nullable(),
  guideline: Guideline.nullable(),
  areaIncome: z.strictObject({ year: z.int(), source: z.string(), regions: z.record(z.string(), z.array(Money).min(4)) }).nullable(),
  assistance: z.array(
    z.strictObject({
      year: z.int(),
      source: z.string(),
      guideline: Guideline,
      from: z.number().min(0),
      upTo: z.number().positive().nullable(),
      bands: z.array(z.strictObject({ from: z.number().min(0), below: z.number().positive().nullable(), first: Share, last: Share })).min(1),
      affordable: Share,
    }),
  ),
  deposits: z.array(DepositCapShape),
  leaseTaxes: z.array(LeaseTaxShape),
  lateFees: z.array(LateFeeCapShape),
  yearStarts: z.string().regex(/^\d{2}-\d{2}$/),
  holidays: z.array(z.iso.date()),
  sources: z.array(z.string()).min(1),
}) satisfies z.ZodType<CorePlacePack>;

/** A version of a product with its place, as it is for good. */
export const ProductInForce = z.object({ id: z.string(), product: ProductDefinition, pack: PlacePack });
export type ProductInForce = z.infer<typeof ProductInForce>;

/** A product as it can be offered, or why it can't be, to somebody on a day and in a way of coming in. */
export const ProductOnOffer = z.object({
  code: z.string(),
  name: z.string(),
  line: LineName,
  place: z.string(),
  placeName: z.string(),
  round: z.string().nullable(),
  /** Which day it is where it is offered, and how days are written there. */
  today: z.string(),
  dateOrder: DateOrder,
  bars: z.array(Words),
});
export type ProductOnOffer = z.infer<typeof ProductOnOffer>;

export const OfferQuery = z.object({ channel: z.string().max(20).default('counter'), on: CalendarDate.optional() });

const Certificate = z.object({
  id: z.string(),
  staffId: z.string(),
  staffName: z.string(),
  number: z.string(),
  line: LineName,
  places: z.array(z.string()),
  from: CalendarDate,
  until: CalendarDate.nullable(),
});
export const CertificatePage = z.object({
  certificates: z.array(Certificate),
  staff: z.array(z.object({ id: z.string(), name: z.string() })),
  places: z.array(z.object({ code: z.string(), name: z.string(), dateOrder: DateOrder })),
});
export type CertificatePage = z.infer<typeof CertificatePage>;
export const KeepCertificate = z.strictObject({
  staffId: z.string().max(32),
  number: z.string().trim().min(3, 'Give the number of the certificate').max(40),
  line: LineName,
  places: z.array(z.string().max(20)).min(1, 'Name at least one place'),
  from: CalendarDate,
  until: CalendarDate.nullable(),
});
export type KeepCertificate = z.infer<typeof KeepCertificate>;
