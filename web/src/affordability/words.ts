import { formatMoney, inPercent, type Figure, type FigureUnit, type Minor, type Term, type Verdict } from '@cavren/core';
import type { MarkKind } from '../look/Mark.vue';

/** A value of an arithmetic as it is written: money with its currency, ratios in percent. */
export function showValue(value: number, unit: FigureUnit, currency: string): string {
  if (unit === 'money') return formatMoney(value as Minor, { currency });
  if (unit === 'ratio') return inPercent(value);
  if (unit === 'times') return `${value.toFixed(2)} ×`;
  if (unit === 'months') return `${Number(value.toFixed(2))} ${value === 1 ? 'month' : 'months'}`;
  return String(Number(value.toFixed(12)));
}

/** An arithmetic of one level in one line: “$34.60 × 36 × 52 ÷ 12”. */
export function inOneLine(terms: readonly Term[], currency: string): string {
  return terms
    .filter(({ sign }) => sign !== '·')
    .map(({ sign, value, unit }, at) => `${at === 0 ? (sign === '−' ? '−' : '') : `${sign} `}${showValue(value, unit, currency)}`)
    .join(' ');
}

/** The mark of a verdict. */
export const VERDICT_MARK: Record<Verdict, MarkKind> = { inside: 'settled', refer: 'waiting', outside: 'blocked', noLimit: 'none', unknown: 'none' };

export const showFigure = (figure: Figure, currency: string): string => (figure.value === null ? '—' : showValue(figure.value, figure.unit, currency));

export function showLimit(figure: Figure, currency: string): string {
  if (!figure.limit) return 'no limit';
  return `${figure.limit.bound === 'most' ? 'at most' : 'at least'} ${figure.unit === 'ratio' ? `${(figure.limit.value * 100).toFixed(0)} %` : showValue(figure.limit.value, figure.unit, currency)}`;
}
