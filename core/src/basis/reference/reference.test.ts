import fc from 'fast-check';
import { stdnum } from 'stdnum';
import { describe, expect, it } from 'vitest';
import { hybridCheckCharacter, makeReference, readReference, REFERENCE_ALPHABET } from './index';

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
