import { isoDate, type LineRules } from '@cavren/core';
import { describe, expect, it } from 'vitest';
import product from '../../server/data/products/hull-gear.json' with { type: 'json' };
import { asPasted, readPasted } from '../src/lines/pasted';

const rules = product.cover.lines as unknown as LineRules;
const US = { dateOrder: 'mdy', locale: 'en-US', currency: 'USD', phoneRegion: 'US' } as const;
const read = (text: string) => readPasted(text, rules, US, isoDate('2026-03-02'));

describe('lines that are pasted', () => {
  it('are read in their order, by code or by words, with figures as people write them', () => {
    const [first, second] = read(
      'Trap or pot\tGreen buoys\tOpen roads\t180\t$84.00\t100\tHalf of its value\t38\tWickmoor Marine\ntrap\tRed\troads\t1,200\t84\t60 %\thalf\t38\tbrant',
    );
    expect(first).toMatchObject({
      problems: [],
      values: { item: 'trap', mark: 'Green buoys', place: 'roads', units: 180, unitPrice: 8_400, share: 100, level: 'half', weeks: 38, agent: 'wickmoor' },
    });
    expect(second).toMatchObject({ problems: [], values: { units: 1200, share: 60, agent: 'brant' } });
  });

  it('may come as CSV with a head in another order, and without some columns', () => {
    const [line] = read('Units,Item,Name or mark\n40,Rope,"Leaded rope, 12 mm"\n');
    expect(line).toMatchObject({ problems: [], values: { units: 40, item: 'rope', mark: 'Leaded rope, 12 mm' } });
    expect(line?.values).not.toHaveProperty('place');
  });

  it('say what can’t be read, and stay whole to be put right', () => {
    const lines = read('Trap or pot\tGreen\tOpen roads\tmany\t84\nHull\tHeron\tInner harbour\t1\t60000\n\n');
    expect(lines).toHaveLength(2);
    expect(lines[0]?.problems).toEqual(['Units: Give a number like 37.5']);
    // Three hulls begin so.
    expect(lines[1]?.problems[0]).toMatch(/^Item: “Hull” is none of “Hull, timber”, “Hull, steel”/);
    expect(read(asPasted(lines)).map(({ cells }) => cells)).toEqual(lines.map(({ cells }) => cells));
  });

  it('a word by itself is one cell, and nothing is made of nothing', () => {
    expect(read('')).toEqual([]);
    expect(read('trap')).toMatchObject([{ values: { item: 'trap' } }]);
    expect(read(['trap', ...Array<string>(9).fill('x')].join('\t'))[0]?.problems).toContain('There are more than 9 columns');
  });
});
