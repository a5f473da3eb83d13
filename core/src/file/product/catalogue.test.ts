import { describe, expect, it } from 'vitest';
import { extended } from './catalogue';

const catalogue = new Map<string, Record<string, unknown>>([
  [
    'ground',
    {
      round: 'counter',
      terms: { from: 1, to: 9 },
      questions: [
        { code: 'a', text: 'A?' },
        { code: 'b', text: 'B?' },
      ],
    },
  ],
  [
    'line',
    {
      extends: ['ground'],
      terms: { to: 5 },
      questions: {
        with: [
          { code: 'b', text: 'Really B?' },
          { code: 'c', text: 'C?' },
        ],
      },
    },
  ],
  ['round', { extends: ['circle'] }],
  ['circle', { extends: ['round'] }],
]);

describe('a product that extends a catalogue', () => {
  it('is what it extends, member by member, with what is its own on top', () => {
    expect(extended({ extends: ['line'], code: 'p', terms: { from: 2 } }, catalogue)).toEqual({
      code: 'p',
      round: 'counter',
      terms: { from: 2, to: 5 },
      questions: [
        { code: 'a', text: 'A?' },
        { code: 'b', text: 'Really B?' },
        { code: 'c', text: 'C?' },
      ],
    });
  });
  it('leaves out what it says it does without, and only what is there', () => {
    const without = (...codes: string[]) => extended({ extends: ['ground'], questions: { without: codes } }, catalogue) as { questions: { code: string }[] };
    expect(without('a').questions.map(({ code }) => code)).toEqual(['b']);
    expect(() => without('z')).toThrow('no “z” to leave out of questions');
  });
  it('gives a list whole where it says no difference', () => {
    expect(extended({ extends: ['ground'], questions: [{ code: 'x' }] }, catalogue)).toMatchObject({ questions: [{ code: 'x' }] });
    expect(() => extended({ extends: ['odd'], list: { with: [] } }, new Map([['odd', { list: [1] }]]))).toThrow('The list list can only be given whole');
  });
  it('extends nothing that isn’t there, nor itself', () => {
    expect(() => extended({ extends: ['nothing'] }, catalogue)).toThrow('The catalogue has no nothing');
    expect(() => extended({ extends: ['round'] }, catalogue)).toThrow('extends itself');
  });
});
