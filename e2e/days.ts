import { addDays, dateInWords, dayAt, formatDate, isoDate } from '@cavren/core';
import { day } from '../demo/src/changes';

/** A day as those of the demo thought of it, as it is read today. */
export const inWords = (thought: string): string => dateInWords(day(thought));
/** The same as it is typed where the month comes first. */
export const typed = (thought: string): string => formatDate(day(thought), 'mdy');
/** So many days from now, as it is typed in a place where the day comes first. */
export const typedAhead = (days: number, zone: string): string => formatDate(addDays(dayAt(new Date().toISOString(), zone), days), 'dmy');
/** The day before one of them, in words. */
export const dayBefore = (thought: string): string => dateInWords(addDays(isoDate(day(thought)), -1));
