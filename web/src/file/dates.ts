import { dateReadings, type DateOrder, type IsoDate } from '@cavren/core';

/** In which order this browser's language writes day, month and year. */
export function orderOfBrowser(language = navigator.language): DateOrder {
  const parts = new Intl.DateTimeFormat(language).formatToParts(new Date(2000, 0, 2)).map(({ type }) => type);
  if (parts.indexOf('year') < parts.indexOf('day')) return 'ymd';
  return parts.indexOf('month') < parts.indexOf('day') ? 'mdy' : 'dmy';
}

/** The days that typed figures may mean: two when the place and who types write dates in different orders, so that it must be asked. */
export function possibleDates(text: string, order: DateOrder, today: IsoDate, own = orderOfBrowser()): IsoDate[] {
  const readings = dateReadings(text, order, today);
  return own === order ? readings.slice(0, 1) : readings;
}
