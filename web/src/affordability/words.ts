import { formatMoney, inPercent, type Figure, type FigureUnit, type Minor, type Term, type Verdict } from '@cavren/core';
import type { MarkKind } from '../look/index';

/** A value of an arithmetic as it is written: money with its currency, ratios in percent. */
export function showValue(value: number, unit: FigureUnit, currency: string): string {
  if (unit === 'money') return formatMoney(value as Minor, { currency });
  if (unit === 'ratio') return inPercent(value);
  if (unit === 'times') return `${value.toFixed(2)} ×`;
  if (unit === 'months') return `${Number(value.toFixed(2))} ${value === 1 ? 'month' : 'months'}`;
  return String(Number(value.toFixed(12)));
}

/**
 * An arithmetic of one level in one line: “$34.60 × 36 × 52 ÷ 12”. Lines are worked from the first to the last, so a sum that
 * is multiplied or divided afterwards stands in brackets.
 */
export function inOneLine(terms: readonly Term[], currency: string): string {
  let said = '';
  let isSum = false;
  for (const { sign, value, unit } of terms) {
    if (sign === '·') continue;
    const shown = showValue(value, unit, currency);
    if (said === '') {
      said = `${sign === '−' ? '−' : ''}${shown}`;
      continue;
    }
    const adds = sign === '+' || sign === '−';
    if (!adds && isSum) said = `(${said})`;
    isSum = adds;
    said += ` ${sign} ${shown}`;
  }
  return said;
}

/** The mark of a verdict. */
export const VERDICT_MARK: Record<Verdict, MarkKind> = { inside: 'settled', refer: 'waiting', outside: 'blocked', noLimit: 'none', unknown: 'none' };

/** What stands before a limit that a figure doesn’t simply keep. */
export const LIMIT_WORD: Partial<Record<Verdict, string>> = { outside: 'outside: ', refer: 'to be weighed: ' };

export const showFigure = (figure: Figure, currency: string): string => (figure.value === null ? '—' : showValue(figure.value, figure.unit, currency));

export function showLimit(figure: Figure, currency: string): string {
  if (!figure.limit) return 'no limit';
  return `${figure.limit.bound === 'most' ? 'at most' : 'at least'} ${figure.unit === 'ratio' ? `${(figure.limit.value * 100).toFixed(0)}\u00a0%` : showValue(figure.limit.value, figure.unit, currency)}`;
}
