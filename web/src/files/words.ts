import { dateInWords, dayAt, writePhone, type IsoDate } from '@cavren/core';

/** How the desk writes values where no file's place says otherwise. */
const REGION = 'US';

export const showDate = (date: string | null): string => (date ? dateInWords(date) : '');
export const showPhone = (phone: string | null): string => (phone ? writePhone(phone, REGION) : '');
export const showTime = (time: string | null): string =>
  time ? `${dateInWords(time)} ${new Date(time).toLocaleTimeString('en-US', { hour: '2-digit', minute: '2-digit' })}` : '';

/** How long ago, or by when, in the words of a desk. */
export function daysUntil(date: string, today: string): { text: string; late: boolean } {
  const days = Math.round((Date.parse(date) - Date.parse(today)) / 86_400_000);
  if (days < 0) return { text: days === -1 ? '1 day late' : `${-days} days late`, late: true };
  if (days === 0) return { text: 'today', late: false };
  return { text: days === 1 ? 'tomorrow' : `in ${days} days`, late: false };
}

/** Which day it is by the clock of this browser; a file has the day of its own place. */
export const localToday = (): IsoDate => dayAt(new Date().toISOString(), Intl.DateTimeFormat().resolvedOptions().timeZone);
