import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { identityNumberProblem, isLuhn, isRoutingNumber, readTravelDocument } from './index';

describe('check digits', () => {
  it('reads the specimen passport of ICAO Doc 9303 part 4', () => {
    expect(readTravelDocument(['P<UTOERIKSSON<<ANNA<MARIA<<<<<<<<<<<<<<<<<<<', 'L898902C36UTO7408122F1204159ZE184226B<<<<<10'])).toEqual({
      documentNumber: 'L898902C3',
      lastName: 'ERIKSSON',
      firstNames: 'ANNA MARIA',
      birthDate: '740812',
      expiryDate: '120415',
    });
  });
  it('refuses the specimen with one digit changed, and lines that are too short', () => {
    expect(() => readTravelDocument(['P<UTOERIKSSON<<ANNA<MARIA<<<<<<<<<<<<<<<<<<<', 'L898902C36UTO7408132F1204159ZE184226B<<<<<10'])).toThrow(RangeError);
    expect(() => readTravelDocument(['P<UTO'])).toThrow(RangeError);
  });
  // ISO 13616-1 and the SWIFT IBAN registry's examples.
  // 011000015 is the Federal Reserve Bank's own number in 12 CFR 229 appendix A (from memory).
  it.each([
    ['011000015', true],
    ['011000016', false],
    // Right by its weights, of no district: 13 to 20, 33 to 60, 73 to 79 and 81 on begin none.
    ['130000006', false],
    ['500000005', false],
    ['990000000', false],
    ['000000000', false],
    ['12345678', false],
  ])('routing number %s: %s', (text, expected) => expect(isRoutingNumber(text)).toBe(expected));
  // ISO/IEC 7812-1 annex B's standing example 7992739871 with check digit 3 (from memory).
  it('Luhn', () => expect([isLuhn('79927398713'), isLuhn('79927398710'), isLuhn('abc')]).toEqual([true, false, false]));
  it('Social Security numbers: structure, and unissued ones only where allowed', () => {
    expect(identityNumberProblem('us-ssn', '000-12-3456')).not.toBeNull();
    expect(identityNumberProblem('us-ssn', '666-12-3456')).not.toBeNull();
    expect(identityNumberProblem('us-ssn', '219-09-12')?.message).toMatch(/nine digits; this one has 7/);
    expect(identityNumberProblem('us-ssn', '987-65-4320')).not.toBeNull();
    expect(identityNumberProblem('us-ssn', '987-65-4320', true)).toBeNull();
    expect(identityNumberProblem('us-ssn', '536-90-4399')).toBeNull();
    expect(identityNumberProblem('us-ssn', '123-45-0000')?.message).toMatch(/last four never 0000/);
    expect(identityNumberProblem('us-ssn', '123-00-4567')).not.toBeNull();
    expect(identityNumberProblem('us-ssn', '987-65-0000', true)).not.toBeNull();
  });
});
