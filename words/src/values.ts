import { dateInWords, formatDate, formatMoney, writePhone, type DateOrder, type Field, type Minor } from '@cavren/core';

/** How values are written in a place. */
export interface Writing {
  dateOrder: DateOrder;
  locale: string;
  currency: string;
  phoneRegion: string;
}

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
    case 'date':
      return dateInWords(value as string);
    case 'people':
      return (value as string).split(' ').map(nameOf).join(' and ');
    case 'hidden':
      return typeof value === 'string' ? value : typedValue(described, value, writing);
    default:
      return typedValue(described, value, writing);
  }
}
