import { ISIC_LABEL } from './isic';
import { NAICS_LABEL } from './naics';

/** Published lists of industries, each with its source; what ships of each is from memory. */
export const INDUSTRY_LISTS = {
  naics: { label: 'NAICS 2022', source: 'North American Industry Classification System, 2022: subsectors, and industries of the sea', codes: NAICS_LABEL },
  isic: {
    label: 'ISIC Rev. 4',
    source: 'International Standard Industrial Classification of All Economic Activities, Revision 4: divisions',
    codes: ISIC_LABEL,
  },
} as const satisfies Record<string, { label: string; source: string; codes: Readonly<Record<string, string>> }>;
export type IndustryList = keyof typeof INDUSTRY_LISTS;
export const INDUSTRY_LIST_NAMES = Object.keys(INDUSTRY_LISTS) as [IndustryList, ...IndustryList[]];

export interface Industry {
  code: string;
  label: string;
}

/** All industries of a list, by code. */
export const industriesOf = (list: IndustryList): Industry[] =>
  Object.entries<string>(INDUSTRY_LISTS[list].codes)
    .map(([code, label]) => ({ code, label }))
    .sort((a, b) => a.code.localeCompare(b.code));

/** What an industry is called; null where the list has no such code. */
export function industryLabel(list: IndustryList, code: string): string | null {
  const codes: Readonly<Record<string, string>> = INDUSTRY_LISTS[list].codes;
  return Object.hasOwn(codes, code) ? (codes[code] ?? null) : null;
}
