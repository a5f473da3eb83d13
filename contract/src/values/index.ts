import { DATE_ORDERS, isIsoDate, LINES, MAX_AMOUNT, ORDER_STATES, type IsoDate, type Minor, type Words as CoreWords } from '@cavren/core';
import { z } from 'zod';

export { PRODUCT_CODE } from './plain';

/** Something to be said where it is shown: a message’s code with its values, or a text that stands for itself. */
export const Words = z.union([
  z.string(),
  z.object({ say: z.string(), values: z.record(z.string(), z.unknown()).optional() }),
]) as unknown as z.ZodType<CoreWords>;

/** Minor units, zero or more. */
export const Money = z
  .int('Give an amount in whole cents')
  .min(0, 'An amount can’t be below zero')
  .max(MAX_AMOUNT, 'An amount can be at most 9,999,999,999.99') as unknown as z.ZodType<Minor>;

/** A profit, or a loss below zero, in minor units. */
export const Profit = z
  .int('Give an amount in whole cents')
  .min(-Number(MAX_AMOUNT), 'A loss can be at most 9,999,999,999.99')
  .max(MAX_AMOUNT, 'An amount can be at most 9,999,999,999.99') as unknown as z.ZodType<Minor>;

/** An existing calendar date, YYYY-MM-DD. */
export const CalendarDate = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, 'Give a date as YYYY-MM-DD')
  .refine(isIsoDate, 'There is no such date') as unknown as z.ZodType<IsoDate>;

/** The order in which a place writes day, month and year. */
export const DateOrder = z.enum(DATE_ORDERS);

/** A date that somebody states: of a life or a contract, so never of another age. */
export const StatedDate = (CalendarDate as unknown as z.ZodString).refine(
  (date) => date >= '1850' && date < '2151',
  'Give a year between 1850 and 2150',
) as unknown as z.ZodType<IsoDate>;

export const Id = z.string().regex(/^[A-Za-z0-9_-]{8,32}$/, 'Not an id');
/** Ids of people of a file, separated by blanks. */
export const OwnerIds = z.string().regex(/^[A-Za-z0-9_-]{8,32}( [A-Za-z0-9_-]{8,32}){0,5}$/, 'Choose from the people of this file');
/** A decimal fraction of one: 0.05 is 5 per cent. */
export const Share = z.number('Give a percentage').min(0, 'Not below zero').max(1, 'At most 100 %');
export const Time = z.string();
/** The version of a file that a write has seen. */
export const Version = z.int().min(1);

/** Whether there is anything to see in a text: marks that only turn, join or hide others are nothing by themselves. */
export const isSeen = (text: string): boolean => text.trim() === '' || /[^\p{C}\p{Z}\p{M}]/u.test(text);

/** Text in one line: trimmed, no control characters, any script. */
export function line(most: number) {
  return z
    .string()
    .max(most, `At most ${most} characters`)
    .regex(/^[^\p{Cc}\p{Zl}\p{Zp}]*$/u, 'No tabs or line breaks here')
    .refine(isSeen, 'Type something that can be seen')
    .transform((text) => text.normalize('NFC').trim());
}

/** A reason that somebody gives: needed, and more than a mark. */
export const Reason = z.string().trim().min(3, 'Give a reason in a few words').max(1000, 'At most 1,000 characters');

/** One page of a list. */
export function page<T extends z.ZodType>(item: T) {
  return z.object({ items: z.array(item), total: z.int(), page: z.int(), size: z.int() });
}

export const PageQuery = { page: z.coerce.number().int().min(1).max(100_000).default(1), size: z.coerce.number().int().min(5).max(100).default(25) };

/** For write forms: unknown fields are refused. */
export const Done = z.object({ done: z.literal(true) });

export const LineName = z.enum(LINES);
/** What became of an order to a bank. */
export const OrderStateName = z.enum(ORDER_STATES);
