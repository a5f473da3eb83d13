import { ROW_ENTITIES, type DetailChange, type RowEntity as CoreRowEntity } from '@cavren/core';
import { z } from 'zod';
import { Id, Version } from '../values/index';
import { MOST_CHANGES } from './plain';

export type { DetailChange, FieldValue } from '@cavren/core';
export { MOST_CHANGES } from './plain';
export { FIELDS, fieldSchema, rowSchema, statedSchema } from './schema';

const RowEntity = z.enum(ROW_ENTITIES) as z.ZodType<CoreRowEntity>;
export type RowEntity = CoreRowEntity;
const FieldValue = z.union([z.string(), z.number(), z.boolean(), z.null()]);

/** One change to the details of a file. Ids of new rows are made by whoever adds them, so that a repeated write adds nothing twice. */
const Change = z.discriminatedUnion('op', [
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

/** One change of details, wherever a change is asked for. */
export const OneChange = Change as unknown as z.ZodType<DetailChange>;

export const ChangeDetails = z.strictObject({
  version: Version,
  changes: z.array(OneChange).min(1).max(MOST_CHANGES),
});
export type ChangeDetails = z.infer<typeof ChangeDetails>;

export const RevealNumber = z.strictObject({
  entity: z.enum(['person', 'request', 'payee', 'identityPaper']),
  id: Id.nullable(),
  field: z.enum(['idNumber', 'taxNumber', 'payoutAccount', 'debitAccount', 'account', 'number']).optional(),
});
export const RevealedNumber = z.object({ number: z.string() });
