import { describe, expect, it } from 'vitest';
import { isMeant } from '../src/fields/find';

const STATES = ['Illinois IL', 'Indiana IN', 'Maine ME', 'Maryland MD', 'Massachusetts MA', 'New Mexico NM'].map((text) => {
  const [, name = '', short = ''] = /^(.*) (\w\w)$/.exec(text) ?? [];
  return { value: short, short, label: `${short} ${name}` };
});
const found = (typed: string): string[] => STATES.filter((state) => isMeant(STATES, state, typed)).map(({ value }) => value);

describe('a long list that is searched by typing', () => {
  it.each([
    ['IN', ['IN']],
    ['me', ['ME']],
    ['ma', ['MA']],
    ['mai', ['ME']],
    ['new m', ['NM']],
    ['mexico', ['NM']],
    ['ndian', []],
    ['', ['IL', 'IN', 'ME', 'MD', 'MA', 'NM']],
  ])('%s finds %j', (typed, expected) => expect(found(typed)).toEqual(expected));
});
