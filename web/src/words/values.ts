import {
  dateReadings,
  formatDate,
  formatMoney,
  parseMoney,
  parseMonth,
  writePhone,
  type DateOrder,
  type Field,
  type FieldValue,
  type IsoDate,
  type Minor,
} from '@cavren/core';

/** How values are written in a place. */
export interface Writing {
  dateOrder: DateOrder;
  locale: string;
  currency: string;
  phoneRegion: string;
}

/** How dates are typed in an order, for who is about to. */
export const DATE_FORM: Readonly<Record<DateOrder, string>> = { mdy: 'month/day/year', dmy: 'day/month/year', ymd: 'year-month-day' };

const percentOf = (share: number): string => String(Number((share * 100).toFixed(4)));
const NUMBERS: readonly Field['kind'][] = ['money', 'profit', 'whole', 'decimal', 'share', 'percent'];

/** Whether a field holds a figure, which stands at the right. */
export const isFigure = (described: Pick<Field, 'kind'> | undefined): boolean => described !== undefined && NUMBERS.includes(described.kind);

/** A value as it stands in its own field, where the unit is said beside it. */
export function typedValue(described: Field, value: unknown, { dateOrder, locale, phoneRegion }: Writing): string {
  if (value === null || value === undefined) return '';
  switch (described.kind) {
    case 'money':
    case 'profit':
      return formatMoney(value as Minor, { locale });
    case 'share':
      return percentOf(value as number);
    case 'date':
      return formatDate(value as string, dateOrder);
    case 'phone':
      return writePhone(value as string, phoneRegion);
    case 'hidden':
      return `•••• ${typeof value === 'string' ? value : (value as { tail: string }).tail}`;
    default:
      return typeof value === 'string' ? value : JSON.stringify(value);
  }
}

/**
 * A value as it stands in a sentence or a list, with its unit and in words.
 * @param nameOf says who somebody is by their id.
 */
export function saidValue(described: Field, value: unknown, writing: Writing, nameOf: (id: string) => string = (id) => id): string {
  if (value === null || value === undefined || value === '') return '';
  switch (described.kind) {
    case 'money':
    case 'profit':
      return formatMoney(Number(value) as Minor, { locale: writing.locale, currency: writing.currency });
    case 'share':
      return `${percentOf(Number(value))} %`;
    case 'percent':
      return `${Number(value)} %`;
    case 'yesNo':
      return value === true || value === 'true' ? 'yes' : 'no';
    case 'choice':
      return described.words?.[value as string] ?? (value as string);
    case 'person':
      return nameOf(value as string);
    case 'people':
      return (value as string).split(' ').map(nameOf).join(' and ');
    case 'hidden':
      return typeof value === 'string' ? value : typedValue(described, value, writing);
    default:
      return typedValue(described, value, writing);
  }
}

export type Reading = { value: FieldValue } | { problem: string };

const numberIn = (text: string, pattern: RegExp): number | null => {
  const found = pattern.exec(text)?.[1];
  return found === undefined ? null : Number(found);
};

/** What was typed into a field, as the value that it means; or what is wrong with it and what would be right. */
export function readTyped(described: Field, typed: string, { dateOrder }: Writing, today: IsoDate): Reading {
  const text = typed.trim();
  if (text === '') return { value: null };
  switch (described.kind) {
    case 'money':
    case 'profit': {
      const amount = parseMoney(text.replace(/^−/, '-'));
      return amount === null
        ? { problem: `Give an amount like ${described.kind === 'money' ? '1,250.00' : '1,250.00, or -300 for a loss'}` }
        : { value: amount };
    }
    case 'share': {
      const percent = numberIn(text, /^(\d{1,3}(?:\.\d{1,4})?)\s*%?$/);
      return percent === null ? { problem: 'Give a percentage like 4.5' } : { value: Number((percent / 100).toFixed(6)) };
    }
    case 'date': {
      const date = (described.month && parseMonth(text, described.month)) ?? dateReadings(text, dateOrder, today)[0];
      return date === undefined
        ? { problem: `Give a date like ${formatDate('1990-04-30', dateOrder)} or 30 Apr 1990${described.month ? ', or month and year' : ''}` }
        : { value: date };
    }
    case 'whole': {
      const whole = numberIn(text, /^(\d{1,6})$/);
      return whole === null ? { problem: 'Give a whole number' } : { value: whole };
    }
    case 'decimal':
    case 'percent': {
      const decimal = numberIn(text, /^(\d{1,6}(?:\.\d{1,2})?)\s*%?$/);
      return decimal === null ? { problem: 'Give a number like 37.5' } : { value: decimal };
    }
    default:
      return { value: text };
  }
}
