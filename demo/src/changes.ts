import type { DetailChange, FieldValue } from '@cavren/contract';
import type { Minor } from '@cavren/core';
import { nanoid } from 'nanoid';

type RowEntity = Extract<DetailChange, { op: 'add' }>['entity'];

export const set = (entity: RowEntity | 'request', id: string | null, field: string, value: FieldValue): DetailChange => ({
  op: 'set',
  entity,
  id,
  field,
  value,
});
export const add = (entity: RowEntity, values: Record<string, FieldValue>, id: string = nanoid()): DetailChange => ({ op: 'add', entity, id, values });
export const cents = (units: number): Minor => Math.round(units * 100) as Minor;

/** @param changed answers that are yes instead, each with its explanation. */
export const answers = (personId: string, given: Record<string, string>, changed: Record<string, string> = {}): DetailChange[] =>
  Object.entries(given).map(([question, value]) => {
    const explanation = changed[question];
    return add('answer', { personId, question, ...(explanation === undefined ? { value } : { value: 'yes', explanation }) });
  });

export const NO_DECLARATIONS = { bankruptcy: 'no', proceedings: 'no', stateDebt: 'no', loansAlongside: 'no', debtsAndSupport: 'yes' };
export const QUALIFIED = { resident: 'yes', citizen: 'yes', boatEarns: 'yes', ...NO_DECLARATIONS };
export const PARTNER_QUALIFIED = { resident: 'yes', citizen: 'yes', ...NO_DECLARATIONS };
