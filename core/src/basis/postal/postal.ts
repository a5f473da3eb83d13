import { getCountries } from 'libphonenumber-js';
import { say, type Words } from '../words/index';

/** How postal codes are written somewhere: a regular expression of the whole code, and an example. */
export interface PostalRules {
  form: string;
  example: string;
}

/** A state or region, with the beginnings of the postal codes that lie in it: one (`055`) or a stretch of them (`010-027`). */
export interface Region {
  code: string;
  name: string;
  postal: string[];
}

/** ISO 3166-1 alpha-2 codes of the countries in which somebody can be reached. */
export const COUNTRIES: readonly string[] = [...getCountries()].sort();

const names = new Intl.DisplayNames('en', { type: 'region' });
/** What a country is called, by the Unicode CLDR that comes with the program; its code where that names none. */
export const countryName = (code: string): string => names.of(code) ?? code;

/** Whether an address lies in another country than a place; one that names none lies there. @param home the place's own country. */
export const isAbroad = (country: string | null | undefined, home: string): country is string => Boolean(country) && country !== home;

/** @returns why a text can't be a postal code there; null when it can, or where nothing is known of their form. */
export function postalProblem(rules: PostalRules | null, code: string): Words | null {
  if (!rules || new RegExp(`^(?:${rules.form})$`, 'i').test(code.trim())) return null;
  return say('postal.form', { example: rules.example });
}

/** Whether a postal code begins as those of a region do; true where nothing is known of them. */
export function liesIn({ postal }: Region, code: string): boolean {
  if (postal.length === 0) return true;
  return postal.some((stretch) => {
    const [from = '', to = from] = stretch.split('-');
    const begins = code.slice(0, from.length);
    return begins >= from && begins <= to;
  });
}

/** The region in which a postal code lies, where only one has it; null otherwise. */
export function regionOf(regions: readonly Region[], code: string): Region | null {
  const having = regions.filter((region) => region.postal.length > 0 && liesIn(region, code));
  return having.length === 1 ? (having[0] ?? null) : null;
}
