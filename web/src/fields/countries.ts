import { COUNTRIES, countryName } from '@cavren/core';

let options: { value: string; label: string }[] | null = null;
/** All countries by name, made once. */
export const countryOptions = (): { value: string; label: string }[] =>
  (options ??= COUNTRIES.map((value) => ({ value, label: countryName(value) })).sort((a, b) => a.label.localeCompare(b.label)));
