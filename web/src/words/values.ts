import { dateReadings, formatDate, parseMoney, parseMonth, readLength, readMass, type Field, type FieldValue, type IsoDate } from '@cavren/core';
import type { Writing } from '@cavren/words';

/** Several things in a sentence: “a, b, and c”. */
export const listed = (parts: readonly string[]): string => new Intl.ListFormat('en-US').format(parts);

export type Reading = { value: FieldValue } | { problem: string };

/** A number as people write it; thousands may be parted by commas. */
const numberIn = (text: string, pattern: RegExp): number | null => {
  const found = pattern.exec(/^\d{1,3}(,\d{3})+(\D|$)/.test(text) ? text.replaceAll(',', '') : text)?.[1];
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
      // Lengths and weights are typed in either measure.
      if (described.unit === 'centimetres') return measured(readLength(text), 'Give a height like 180 cm, or 5 ft 11 in');
      if (described.unit === 'kilograms') return measured(readMass(text), 'Give a weight like 82 kg, or 181 lb');
      return plainNumber(text);
    case 'percent':
      return plainNumber(text);
    default:
      return { value: text };
  }
}

function plainNumber(text: string): Reading {
  const decimal = numberIn(text, /^(\d{1,6}(?:\.\d{1,2})?)\s*%?$/);
  return decimal === null ? { problem: 'Give a number like 37.5' } : { value: decimal };
}

const measured = (value: number | null, problem: string): Reading => (value === null ? { problem } : { value });
