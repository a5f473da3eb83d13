import { addDays, dateInWords, dayAt, formatDate, isoDate, monthInWords, yearsBetween } from '@cavren/core';
import { day } from '../demo/src/changes';

/** A day as those of the demo thought of it, as it is read today. */
export const inWords = (thought: string): string => dateInWords(day(thought));
/** The same as it is typed where the month comes first. */
export const typed = (thought: string): string => formatDate(day(thought), 'mdy');
/** The month of one of them, in words. */
export const month = (thought: string): string => monthInWords(day(thought));
/** How old somebody is today, whose birthday doesn’t move. */
export const age = (born: string): number => yearsBetween(isoDate(born), dayAt(new Date().toISOString(), 'America/New_York'));
/** So many days from now, as it is typed in a place where the day comes first. */
export const typedAhead = (days: number, zone: string): string => formatDate(addDays(dayAt(new Date().toISOString(), zone), days), 'dmy');
/** The day before one of them, in words. */
export const dayBefore = (thought: string): string => dateInWords(addDays(day(thought), -1));
