import { describe, expect, it } from 'vitest';
import { COUNTRIES, countryName, liesIn, postalProblem, regionOf } from './index';
import { shippedPlace } from '../../../test/sample';

const us = shippedPlace('us');
const region = (code: string) => us.regions.find((one) => one.code === code) ?? { code, name: code, postal: [] };

describe('postal codes', () => {
  it('are written as their place writes them', () => {
    const bad = (place: 'us' | 'nz' | 'gb', codes: string[]) => codes.filter((code) => postalProblem(shippedPlace(place).postalCode, code) !== null);
    expect(bad('us', ['00412', '00412-1234', '0041', '00412-12', 'AB1 2CD'])).toEqual(['0041', '00412-12', 'AB1 2CD']);
    expect(bad('nz', ['9013', '90131', '0610'])).toEqual(['90131']);
    // The forms of BS 7666, from memory: A9 9AA, A99 9AA, A9A 9AA, AA9 9AA, AA99 9AA, AA9A 9AA.
    expect(bad('gb', ['M1 1AE', 'B33 8TH', 'W1A 0AX', 'CR2 6XH', 'DN55 1PT', 'ec1a 1bb', 'E1', '12345'])).toEqual(['E1', '12345']);
    expect(postalProblem(null, 'anything')).toBeNull();
  });
  // First three digits by state as the United States Postal Service gives them out (Publication 65), from memory.
  it.each([
    ['04101', 'ME'],
    ['06390', null],
    ['10001', 'NY'],
    ['00501', 'NY'],
    ['20500', 'DC'],
    ['33101', 'FL'],
    ['73301', 'TX'],
    ['88501', 'TX'],
    ['90210', 'CA'],
    ['96813', 'HI'],
    ['99501', 'AK'],
    ['00801', 'VI'],
    ['00901', 'PR'],
    ['00412', 'QH'],
  ])('%s lies in %s', (code, expected) => expect(regionOf(us.regions, code)?.code ?? null).toBe(expected));
  it('lie in a region by their beginning; where nothing is known of a region, anywhere', () => {
    expect(liesIn(region('NY'), '06390')).toBe(true);
    expect(liesIn(region('CT'), '06390')).toBe(true);
    expect(liesIn(region('ME'), '00412')).toBe(false);
    expect(liesIn({ code: 'x', name: 'X', postal: [] }, '1')).toBe(true);
    expect(us.regions).toHaveLength(54);
  });
});

describe('countries', () => {
  it('are codes of ISO 3166-1 with names', () => {
    expect(COUNTRIES).toContain('NZ');
    expect(COUNTRIES.every((code) => /^[A-Z]{2}$/.test(code))).toBe(true);
    expect(countryName('IE')).toBe('Ireland');
  });
});
