import { ENTITIES, type Entity } from '@cavren/core';
import { z } from 'zod';
import { accountFields, payrollFields } from '../business/index';
import { debtFields, livingCostFields } from '../commitments/index';
import { answerFields } from '../declarations/index';
import { homeFields, petFields, vehicleFields } from '../home/index';
import { explanationFields, incomeFields } from '../income/index';
import { partFields } from '../parts/index';
import { personFields, relationFields } from '../people/index';
import { requestFields } from '../request/index';
import { securityFields } from '../securities/index';
import { sourceFields, useFields } from '../uses/index';
import { Id, Version } from '../values/index';
import { variantFields } from '../variants/index';
import { workFields } from '../work/index';
import { assetFields } from '../worth/index';

/** The fields of every kind of row, and the rule for each: read by the server on every write and by the screens. */
export const FIELDS: Record<Entity, Record<string, z.ZodType>> = {
  request: requestFields,
  person: personFields,
  relation: relationFields,
  home: homeFields,
  work: workFields,
  income: incomeFields,
  livingCost: livingCostFields,
  debt: debtFields,
  asset: assetFields,
  pet: petFields,
  vehicle: vehicleFields,
  answer: answerFields,
  explanation: explanationFields,
  part: partFields,
  use: useFields,
  source: sourceFields,
  security: securityFields,
  payroll: payrollFields,
  account: accountFields,
  variant: variantFields,
};

const RowEntity = z.enum(ENTITIES).exclude(['request']);
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

export const RevealNumber = z.strictObject({
  entity: z.enum(['person', 'request']),
  id: Id.nullable(),
  field: z.enum(['idNumber', 'taxNumber', 'payoutAccount']).optional(),
});
export const RevealedNumber = z.object({ number: z.string() });
