import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { compareNames, nameWords, slipForms, slipsBetween } from '../names/index';
import { samePlace, splitAddress, splitName } from './index';

describe('names as they are searched and pasted', () => {
  it.each([
    ['marit', 'marit', 0],
    ['marit', 'mairt', 1],
    ['marit', 'mari', 1],
    ['marit', 'maarit', 1],
    ['marit', 'narit', 1],
    ['ca', 'abc', 3],
    ['', 'abc', 3],
  ])('%s and %s are %i slips apart', (a, b, slips) => expect(slipsBetween(a, b)).toBe(slips));

  it('two words one slip apart always share a form with one letter left out', () => {
    const letter = fc.constantFrom(...'abcdefgh');
    fc.assert(
      fc.property(
        fc.array(letter, { minLength: 3, maxLength: 12 }),
        fc.nat(),
        letter,
        fc.constantFrom('drop', 'add', 'change', 'swap'),
        (letters, place, other, how) => {
          const wrong = [...letters];
          const where = place % letters.length;
          if (how === 'drop') wrong.splice(where, 1);
          else if (how === 'add') wrong.splice(where, 0, other);
          else if (how === 'change') wrong[where] = other;
          else if (where + 1 < wrong.length) [wrong[where], wrong[where + 1]] = [wrong[where + 1] ?? '', wrong[where] ?? ''];
          const [a, b] = [letters.join(''), wrong.join('')];
          expect(slipsBetween(a, b)).toBeLessThanOrEqual(1);
          if (b.length >= 3) expect(slipForms(a).some((form) => slipForms(b).includes(form))).toBe(true);
        },
      ),
    );
  });
  it('takes a short form for its given name, and says so', () => {
    expect(compareNames('Bill Marrack', 'William Marrack')).toEqual({ score: 0.975, reasons: ['“bill” is used for “william”'] });
    expect(compareNames('Peggy Tern', 'Margaret Tern').score).toBeGreaterThan(0.97);
    expect(compareNames('Bill Marrack', 'Robert Marrack').score).toBeLessThan(0.8);
  });
  it.each([
    ['SOLVANE, Marit Anne', { fullName: 'Marit Anne Solvane', knownAs: null, title: null }],
    ['Dr. Corvin Thalle', { fullName: 'Corvin Thalle', knownAs: null, title: 'Dr.' }],
    ['Philippa (Pip) Corran', { fullName: 'Philippa Corran', knownAs: 'Pip', title: null }],
    ['Philippa “Pip” Corran', { fullName: 'Philippa Corran', knownAs: 'Pip', title: null }],
    ["  Maeve   O'NEIL-HAY ", { fullName: "Maeve O'Neil-Hay", knownAs: null, title: null }],
    ['Ольга Ветрова', { fullName: 'Ольга Ветрова', knownAs: null, title: null }],
    ['宮崎 花子', { fullName: '宮崎 花子', knownAs: null, title: null }],
    ['Ida', { fullName: 'Ida', knownAs: null, title: null }],
  ])('splits %s', (text, expected) => expect(splitName(text)).toEqual(expected));
  it('loses no letter of a name but that of a title', () => {
    const word = fc.stringMatching(/^[A-Z][a-z]{3,8}$/);
    fc.assert(
      fc.property(word, word, (given, family) => {
        expect(nameWords(splitName(`${family}, ${given}`).fullName)).toEqual(nameWords(`${given} ${family}`));
      }),
    );
  });
  it.each([
    ['4 Capstan Row, Quillhaven, QH 00412', 'US', { line: '4 Capstan Row', town: 'Quillhaven', region: 'QH', postalCode: '00412' }],
    ['4 Capstan Row\nApt 2\nQuillhaven, QH 00412-1234', 'US', { line: '4 Capstan Row, Apt 2', town: 'Quillhaven', region: 'QH', postalCode: '00412-1234' }],
    ['12 Gull Lane\nSouth Harbour 9013', 'NZ', { line: '12 Gull Lane', town: 'South Harbour', region: null, postalCode: '9013' }],
    ['1 Quay, Lowmouth, AB1 2CD', 'GB', { line: '1 Quay', town: 'Lowmouth', region: null, postalCode: 'AB1 2CD' }],
    ['4 Capstan Row, Quillhaven', 'US', { line: '4 Capstan Row', town: 'Quillhaven', region: null, postalCode: null }],
  ])('splits the address %j', (text, region, expected) => expect(splitAddress(text, region)).toEqual(expected));
  it('leaves a street alone', () => expect(splitAddress('4 Capstan Row', 'US')).toBeNull());
  it('sees the same place through capitals, marks and usual shortenings', () => {
    expect(samePlace({ line: '4 Capstan Street', town: 'Quillhaven', postalCode: null }, { line: '4 capstan st.', town: 'QUILLHAVEN', postalCode: null })).toBe(
      true,
    );
    expect(samePlace({ line: '4 Capstan Row', town: 'Q', postalCode: '00412' }, { line: '5 Capstan Row', town: 'Q', postalCode: '00412' })).toBe(false);
    expect(samePlace({ line: null, town: 'Q', postalCode: null }, { line: null, town: 'Q', postalCode: null })).toBe(false);
  });
});
