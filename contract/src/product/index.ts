import { CHAPTERS, END_STAGES, ENTITIES, MEASURES, STAGES, type PlacePack as CorePlacePack, type ProductDefinition as CoreProduct } from '@cavren/core';
import { z } from 'zod';
import { Money } from '../values/index';

export const StageName = z.enum([...STAGES, ...END_STAGES]);
const RoleName = z.enum(['applicant', 'coApplicant', 'guarantor', 'dependant']);
const EntityName = z.enum(ENTITIES);
const Rate = z.number().min(0).max(10);

/** A product as data; the server reads its products from files of this shape. */
export const ProductDefinition = z.strictObject({
  code: z.string().regex(/^[a-z0-9-]{3,40}$/),
  version: z.int().min(1),
  name: z.string(),
  line: z.enum(['lending', 'insurance', 'leasing']),
  place: z.string(),
  route: z.array(StageName).min(2),
  chapters: z.array(z.enum(CHAPTERS)).min(1),
  bounds: z.strictObject({
    amount: z.strictObject({ least: Money, most: Money }),
    termMonths: z.strictObject({ least: z.int(), most: z.int() }),
    applicantAge: z.strictObject({ least: z.int() }),
  }),
  pricing: z.strictObject({ annualRate: Rate, stressAdded: Rate, fee: Money }),
  incomeShare: z.record(z.string(), z.number().min(0).max(2)),
  limits: z.array(z.strictObject({ measure: z.enum(MEASURES), bound: z.enum(['most', 'least']), value: z.number(), rule: z.string() })),
  needs: z.array(
    z.strictObject({ entity: EntityName, field: z.string(), label: z.string(), before: StageName, why: z.string(), roles: z.array(RoleName).optional() }),
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
  consentsBeforeChecks: z.strictObject({ kind: z.string(), label: z.string(), version: z.string(), text: z.string() }),
  checks: z.array(z.strictObject({ kind: z.enum(['identity', 'watchlist']), label: z.string(), roles: z.array(RoleName), why: z.string() })),
  conditions: z.array(
    z.strictObject({
      code: z.string(),
      subject: z.enum(['signer', 'income', 'home', 'downPayment']),
      kinds: z.array(z.string()).optional(),
      label: z.string(),
      acceptable: z.array(z.string()).min(1),
      why: z.string(),
      showsAmount: z.boolean().optional(),
    }),
  ),
  signing: z.strictObject({
    order: z.array(RoleName).min(1),
    title: z.string(),
    choice: z.strictObject({ question: z.string(), options: z.array(z.string()).min(2) }),
    linkDays: z.int().min(1),
  }),
  declineReasons: z.array(z.strictObject({ code: z.string(), label: z.string() })).min(1),
  days: z.partialRecord(StageName, z.int().min(0)),
  purposes: z.array(z.string()).min(1),
}) satisfies z.ZodType<CoreProduct>;

export const PlacePack = z.strictObject({
  code: z.string(),
  name: z.string(),
  currency: z.string().length(3),
  locale: z.string(),
  dateOrder: z.enum(['mdy', 'dmy', 'ymd']),
  identityNumber: z.strictObject({ kind: z.literal('us-ssn'), label: z.string(), mask: z.string(), unissuedAllowed: z.boolean() }),
  phoneRegion: z.string().length(2),
  holidays: z.array(z.iso.date()),
  sources: z.array(z.string()).min(1),
}) satisfies z.ZodType<CorePlacePack>;

export const ProductOnOffer = z.object({ code: z.string(), name: z.string(), line: z.enum(['lending', 'insurance', 'leasing']), place: z.string() });
export type ProductOnOffer = z.infer<typeof ProductOnOffer>;
