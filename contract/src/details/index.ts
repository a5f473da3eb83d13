import type { Entity } from '@cavren/core';
import { z } from 'zod';
import { debtFields, livingCostFields } from '../commitments/index';
import { homeFields } from '../home/index';
import { incomeFields } from '../income/index';
import { personFields } from '../people/index';
import { requestFields } from '../request/index';
import { Id, Version } from '../values/index';
import { assetFields } from '../worth/index';

/** The fields of every kind of row, and the rule for each: read by the server on every write and by the screens. */
export const FIELDS: Record<Entity, Record<string, z.ZodType>> = {
  request: requestFields,
  person: personFields,
  home: homeFields,
  income: incomeFields,
  livingCost: livingCostFields,
  debt: debtFields,
  asset: assetFields,
};

const RowEntity = z.enum(['person', 'home', 'income', 'livingCost', 'debt', 'asset']);
export type RowEntity = z.infer<typeof RowEntity>;
const FieldValue = z.union([z.string(), z.number(), z.boolean(), z.null()]);
export type FieldValue = z.infer<typeof FieldValue>;

/** One change to the details of a file. Ids of new rows are made by whoever adds them, so that a repeated write adds nothing twice. */
export const DetailChange = z.discriminatedUnion('op', [
  z.strictObject({
    op: z.literal('set'),
    entity: z.union([RowEntity, z.literal('request')]),
    id: Id.nullable().default(null),
    field: z.string().max(40),
    value: FieldValue,
  }),
  z.strictObject({ op: z.literal('add'), entity: RowEntity, id: Id, values: z.record(z.string().max(40), FieldValue) }),
  z.strictObject({ op: z.literal('remove'), entity: RowEntity, id: Id }),
]);
export type DetailChange = z.infer<typeof DetailChange>;

export const ChangeDetails = z.strictObject({ version: Version, changes: z.array(DetailChange).min(1).max(200) });
export type ChangeDetails = z.infer<typeof ChangeDetails>;

export const RevealNumber = z.strictObject({ entity: z.enum(['person', 'request']), id: Id.nullable() });
export const RevealedNumber = z.object({ number: z.string() });
