import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareNames, compareWithRegister, jaro, jaroWinkler, watchlistCandidates } from '../src/index';

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
  it('finds nothing in an empty name', () => expect(compareNames('', 'Anna').score).toBe(0));
});

describe('register and watchlist', () => {
  it('says that day and month were exchanged', () => {
    const fields = compareWithRegister({ fullName: 'Ida Holm', birthDate: '1990-04-03' }, { fullName: 'Ida Holm', birthDate: '1990-03-04' });
    expect(fields.map(({ label, agrees }) => [label, agrees])).toEqual([
      ['Name', true],
      ['Birth date', false],
    ]);
    expect(fields[1]?.reasons).toEqual(['day and month exchanged']);
  });
  it('says when the register has nobody', () =>
    expect(compareWithRegister({ fullName: 'A B', birthDate: null }, null)).toMatchObject([{ agrees: false, found: 'not in the register' }]));

  const entries = [
    { name: 'Corvin Thale', aliases: ['K. Thale'], birthDate: '1971-02-08', list: 'Invented list', reference: 'X-1' },
    { name: 'Somebody Else', aliases: [], birthDate: null, list: 'Invented list', reference: 'X-2' },
  ];
  it('puts a near name forward with its reasons, and an equal birth date makes it nearer', () => {
    const [far] = watchlistCandidates({ fullName: 'Corvin Thalle', birthDate: '1988-01-01' }, entries);
    const [near] = watchlistCandidates({ fullName: 'Corvin Thalle', birthDate: '1971-02-08' }, entries);
    expect(far?.entry.reference).toBe('X-1');
    expect(far?.reasons).toContain('birth date differs (list: 1971-02-08)');
    expect(near?.score).toBeGreaterThan(far?.score ?? 1);
  });
  it('leaves out the ones that do not resemble', () => expect(watchlistCandidates({ fullName: 'Ida Holm', birthDate: null }, entries)).toEqual([]));
});
