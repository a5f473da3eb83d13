import type { When } from './product';

export const valueOf = (row: object, field: string): unknown => (row as Record<string, unknown>)[field];
export const isEmpty = (value: unknown): boolean => value === null || value === undefined || value === '';

/** Whether a rule that is asked only of some rows is asked of this one. */
export function applies(when: When | null | undefined, row: object): boolean {
  if (!when) return true;
  const value = valueOf(row, when.field);
  return isEmpty(value) ? when.is.includes('empty') : when.is.includes('filled') || when.is.includes(typeof value === 'string' ? value : JSON.stringify(value));
}
