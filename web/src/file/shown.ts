import { dayInWords } from '@cavren/core';
import { computed } from 'vue';
import { openedFile, type Editing } from './editing';

/** How the desk writes what belongs to no file. */
const DESK = { locale: 'en-US', timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone } as const;

/** Making a clock takes longer than reading it a thousand times. */
const clocks = new Map<string, Intl.DateTimeFormat>();
function clockOf(locale: string, timeZone: string): Intl.DateTimeFormat {
  const key = `${locale} ${timeZone}`;
  const clock = clocks.get(key) ?? new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit', timeZone });
  clocks.set(key, clock);
  return clock;
}

/**
 * Dates and times of the open file, by the clock of its place.
 * @param editing the open file, where a component provides it itself.
 */
export function useShown(editing: Editing | null = openedFile()) {
  const place = computed(() => editing?.file.value?.pack ?? DESK);
  const showDate = (value: string | null): string => (value ? dayInWords(value, place.value.timeZone) : '');
  function showTime(value: string | null): string {
    if (!value) return '';
    const { locale, timeZone } = place.value;
    return `${showDate(value)} ${clockOf(locale, timeZone).format(new Date(value))}`;
  }
  /** Day and month of this year or the last, for lists that are read at a glance. */
  function showDay(value: string | null): string {
    return showDate(value).replace(/ \d{4}$/, '');
  }
  return { showDate, showDay, showTime };
}
