import type { DetailChange, FieldValue } from '@cavren/contract';
import { addDays, addMonths, dayAt, isoDate, monthsBack, type IsoDate, type Minor } from '@cavren/core';
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

/** The day on which those of the demo were thought up; what they say of lately, they say as of then. */
const THOUGHT_UP: IsoDate = isoDate('2026-11-26');

/** A day as it was thought up, moved by the whole months that have passed since: what was lately stays so, the end of a month too. */
export function day(thought: string): IsoDate {
  const months = monthsBack(THOUGHT_UP, dayAt(new Date().toISOString(), 'America/New_York'));
  const next = addDays(isoDate(thought), 1);
  return next.endsWith('-01') ? addDays(addMonths(next, months), -1) : addMonths(isoDate(thought), months);
}
