import { formatMoney, type Figure, type FigureUnit, type Minor } from '@cavren/core';

/** A value of an arithmetic as it is written: money with its currency, ratios in percent. */
export function showValue(value: number, unit: FigureUnit, currency: string): string {
  if (unit === 'money') return formatMoney(value as Minor, { currency });
  if (unit === 'ratio') return `${(value * 100).toFixed(2)} %`;
  return Number.isInteger(value) ? String(value) : value.toFixed(2);
}

export const showFigure = (figure: Figure, currency: string): string => (figure.value === null ? '—' : showValue(figure.value, figure.unit, currency));

export function showLimit(figure: Figure, currency: string): string {
  if (!figure.limit) return 'no limit';
  return `${figure.limit.bound === 'most' ? 'at most' : 'at least'} ${figure.unit === 'ratio' ? `${(figure.limit.value * 100).toFixed(0)} %` : showValue(figure.limit.value, figure.unit, currency)}`;
}
