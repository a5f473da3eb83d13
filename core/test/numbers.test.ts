import fc from 'fast-check';
import { stdnum } from 'stdnum';
import { describe, expect, it } from 'vitest';
import {
  hybridCheckCharacter,
  identityNumberProblem,
  isIban,
  isLuhn,
  isRoutingNumber,
  makeReference,
  readReference,
  readTravelDocument,
  REFERENCE_ALPHABET,
} from '../src/index';

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
  it.each(['GB29 NWBK 6016 1331 9268 19', 'DE89370400440532013000', 'NO9386011117947'])('IBAN %s holds', (iban) => expect(isIban(iban)).toBe(true));
  it('IBAN with one digit changed fails', () => expect(isIban('GB29 NWBK 6016 1331 9268 18')).toBe(false));
  // 011000015 is the Federal Reserve Bank's own number in 12 CFR 229 appendix A (from memory).
  it.each([
    ['011000015', true],
    ['011000016', false],
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
  });
});

describe('reference', () => {
  // ISO/IEC 7064's MOD 11,10 is what the Croatian personal number uses; a library of such numbers is the reference.
  it('has the check character of ISO/IEC 7064’s hybrid systems', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1_000_000_000, max: 9_999_999_999 }), (number) => {
        const body = String(number);
        expect(stdnum['HR']?.['oib']?.validate(body + hybridCheckCharacter(body, '0123456789')).isValid).toBe(true);
      }),
    );
  });
  it('is read back however it is typed, and never with one character wrong', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(), { minLength: 6, maxLength: 6 }), fc.nat(6), fc.nat(27), (draws, at, other) => {
        const reference = makeReference(draws);
        expect(readReference(` ${reference.toLowerCase().replaceAll('-', '')} `)).toBe(reference);
        const characters = [...reference.replaceAll('-', '')];
        const changed = characters.with(at, REFERENCE_ALPHABET[other] ?? '').join('');
        if (changed !== characters.join('')) expect(readReference(changed)).toBeNull();
      }),
    );
  });
  it('finds nearly all exchanges of neighbours, as ISO/IEC 7064 says of the hybrid systems', () => {
    let exchanged = 0;
    let missed = 0;
    for (let number = 1; number <= 5000; number += 1) {
      const characters = [...makeReference([1, 7, 49, 343, 2401, 16_807].map((step) => number * step * 13 + step)).replaceAll('-', '')];
      for (let at = 0; at < 6; at += 1) {
        const [left = '', right = ''] = characters.slice(at, at + 2);
        if (left === right) continue;
        exchanged += 1;
        if (
          readReference(
            characters
              .with(at, right)
              .with(at + 1, left)
              .join(''),
          ) !== null
        )
          missed += 1;
      }
    }
    expect(missed / exchanged).toBeLessThan(0.02);
  });
  it('leaves out what is misheard', () => expect([...'0O1ILSBU'].filter((character) => REFERENCE_ALPHABET.includes(character))).toEqual([]));
});
