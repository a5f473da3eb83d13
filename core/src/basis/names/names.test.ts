import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { compareNames, indexWords, initialsFit, jaro, jaroWinkler, signsAs } from './index';

/** Pairs of the table in W. E. Winkler, "String Comparator Metrics" (1990) and its later reprints; quoted from memory. */
describe('Jaro-Winkler', () => {
  it.each([
    ['MARTHA', 'MARHTA', 0.944, 0.961],
    ['DWAYNE', 'DUANE', 0.822, 0.84],
    ['DIXON', 'DICKSONX', 0.767, 0.813],
    ['JONES', 'JOHNSON', 0.79, 0.832],
    ['ABROMS', 'ABRAMS', 0.889, 0.922],
    ['HARDIN', 'MARTINEZ', 0.722, 0.722],
  ])('%s and %s', (a, b, expectedJaro, expectedWinkler) => {
    expect(jaro(a, b)).toBeCloseTo(expectedJaro, 3);
    expect(jaroWinkler(a, b)).toBeCloseTo(expectedWinkler, 3);
  });
  it('lies between 0 and 1, is 1 for the same text, and does not care which comes first', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (a, b) => {
        expect(jaro(a, b)).toBeGreaterThanOrEqual(0);
        expect(jaro(a, b)).toBeLessThanOrEqual(1);
        expect(jaro(a, a)).toBe(1);
        expect(jaro(a, b)).toBeCloseTo(jaro(b, a), 10);
      }),
    );
  });
});

describe('names', () => {
  it('forgives the order of words, accents, capitals and marks', () => {
    expect(compareNames('Sørensen, Bjørn', 'bjorn sorensen')).toEqual({ score: 1, reasons: ['same words in another order'] });
    expect(compareNames('Zoë O’Hara', 'Zoe OHara').score).toBe(1);
  });
  it('takes an initial for the word it begins', () => expect(compareNames('M. Aldous Finch', 'Marit Aldous Finch').score).toBeCloseTo(0.967, 3));
  it('says which words are close', () => {
    const { score, reasons } = compareNames('Tobin Varrek', 'Tobin Varreck');
    expect(score).toBeGreaterThan(0.95);
    expect(reasons).toEqual(['“varrek” one letter off “varreck”']);
  });
  it('keeps letters of other scripts', () => expect(compareNames('Ольга Петрова', 'Петрова Ольга').score).toBe(1));
  it.each([
    ['Zhang Weiming', 'Zhang Wei Ming'],
    ['Hanspeter Frei', 'Hans-Peter Frei'],
    ['Lucia Dell’Acqua', 'Lucia Dell Acqua'],
    ['Jean Luc De La Cour', 'Jeanluc Delacour'],
  ])('written together or apart, %s is %s', (a, b) => {
    expect(compareNames(a, b).score).toBe(1);
    expect(compareNames(b, a).score).toBe(1);
    expect(signsAs(a, b)).toBe(true);
  });
  it('words that only happen to join stay apart', () => expect(compareNames('Zhang Wei', 'Zhang Weiming').score).toBeLessThan(0.97));
  // ICAO Doc 9303, part 3, section 6, table B, from memory.
  it.each([
    ['Ольга Петрова', 'Olga Petrova', 1],
    ['Юлия Щукина', 'Iuliia Shchukina', 1],
    ['Ольга Петрова', 'Olga Petrov', 0.97],
  ])('Cyrillic against Latin letters: %s, %s', (a, b, least) => {
    expect(compareNames(a, b).score).toBeGreaterThanOrEqual(least);
    expect(compareNames(a, b).reasons[0]).toBe('the same in another script');
  });
  it.each([
    ['Li Wang', 'Lu Wang'],
    ['Bo Berg', 'Jo Berg'],
    ['Ann Olsen', 'Ana Olsen'],
    ['Lee Chu', 'Leo Chi'],
  ])('very short words are hardly alike: %s, %s', (a, b) => expect(compareNames(a, b).score).toBeLessThan(0.86));
  it('is found under its words, joined and in Latin letters', () => {
    expect(indexWords('Wei Ming Zhang')).toEqual(['wei', 'ming', 'zhang', 'weiming', 'mingzhang']);
    expect(indexWords('Ольга')).toEqual(['ольга', 'olga']);
  });
  it('finds nothing in an empty name', () => expect(compareNames('', 'Anna').score).toBe(0));
});

describe('the name that somebody signs with', () => {
  it.each([
    ['Ida Holm', 'Ida Holm', true],
    ['  holm, IDA', 'Ida Holm', true],
    ['Bjorn Sorensen', 'Bjørn Sørensen', true],
    ['I. Holm', 'Ida Holm', true],
    ['Ida H', 'Ida Holm', true],
    ['Ana M Silva', 'Ana María Silva', true],
    ['Jean-Luc Noir', 'Jean Luc Noir', true],
    ['I H', 'Ida Holm', false],
    ['Ida', 'Ida Holm', false],
    ['Ida Holm Holm', 'Ida Holm', false],
    ['Ivo Holm', 'Ida Holm', false],
    ['', 'Ida Holm', false],
    ['\u200b', 'Ida Holm', false],
    ['Idah Olm', 'Ida Holm', false],
  ])('%j for %j: %s', (typed, name, fits) => {
    expect(signsAs(typed, name)).toBe(fits);
  });
});

describe('initials', () => {
  it.each([
    ['IH', 'Ida Holm', true],
    ['i. h.', 'Ida Holm', true],
    ['ih', 'Ida Maria Holm', true],
    ['IMH', 'Ida Maria Holm', true],
    ['Á. Ø.', 'Åse Østby', true],
    ['I', 'Ida', true],
    ['HI', 'Ida Holm', false],
    ['IM', 'Ida Maria Holm', false],
    ['I', 'Ida Holm', false],
    ['Ida Holm', 'Ida Holm', false],
    ['', 'Ida Holm', false],
    ['', '', false],
  ])('“%s” of %s: %s', (typed, name, fits) => {
    expect(initialsFit(typed, name)).toBe(fits);
  });
});
