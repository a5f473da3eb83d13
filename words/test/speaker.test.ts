import { describe, expect, it } from 'vitest';
import { speakerFor } from '../src/index';

const us = speakerFor({ currency: 'USD', locale: 'en-US' });
const nz = speakerFor({ currency: 'NZD', locale: 'en-NZ' });
const held = (months: number) => ({ say: 'income.heldForMonths', values: { held: months } });

describe('sentences', () => {
  it('a text stands for itself, braces and all', () => {
    expect(us('Saltmeadow {Clinic}, 5 < 6')).toBe('Saltmeadow {Clinic}, 5 < 6');
  });
  it('has plurals', () => {
    expect([1, 2, 0].map((months) => us(held(months)))).toEqual(['held for 1 month', 'held for 2 months', 'held for 0 months']);
  });
  it('writes amounts, days and shares, amounts as the place does', () => {
    const supports = { say: 'path.purposesAddUpNotPrice', values: { purposes: { money: 1_234_567 }, price: { money: 5 } } };
    expect(us(supports)).toBe('Purposes add up to $12,345.67, not the price of $0.05');
    expect(nz(supports)).toBe('Purposes add up to $12,345.67, not the price of $0.05');
    expect(speakerFor({ currency: 'EUR', locale: 'de-DE' })(supports)).toContain('12.345,67');
    expect(us({ say: 'income.endedOn', values: { incomeUntil: { day: '2026-03-04' } } })).toBe('Ended on 4 Mar 2026');
    expect(us({ say: 'income.profitFell', values: { drop: { percent: 0.2055 } } })).toBe('profit fell by 20.55 %');
  });
  it('puts things in a row, and words within words', () => {
    const all = (by: 'comma' | 'and' | 'or') => ({ say: 'costs.terms', values: { terms: { all: ['a', held(1), 'b'], by } } });
    expect([us(all('comma')), us(all('and')), us(all('or'))]).toEqual(['a, held for 1 month, b', 'a, held for 1 month, and b', 'a, held for 1 month, or b']);
    expect(us({ say: 'fit.firstThen', values: { first: 'Pay less', then: { within: 'Pay longer' } } })).toBe('Pay less; pay longer');
  });
  it('values that look like messages stay what somebody keyed', () => {
    const name = '{count, plural, one {x} other {y}}';
    expect(us({ say: 'path.whoGives', values: { name } })).toBe(`${name}: who gives it`);
  });
  it('what a history of another release says is shown by its code', () => {
    expect(us({ say: 'former.message' })).toBe('former.message');
  });
});
