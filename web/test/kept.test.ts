import { applyChange, computePath } from '@cavren/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anIncome, sampleFile, TODAY } from '../../core/test/sample';
import { kept } from '../src/file/kept';

const AT = '2026-03-02T09:00:00.000Z';
const copy = <T>(value: T): T => structuredClone(value);

describe('what is as it was', () => {
  it('is the same object, and what is around a change is not', () => {
    const before = { a: [{ b: 1 }, { b: 2 }], c: { d: 'x' } };
    const now = kept(before, { a: [{ b: 1 }, { b: 3 }], c: { d: 'x' } });
    expect(now).toEqual({ a: [{ b: 1 }, { b: 3 }], c: { d: 'x' } });
    expect(now.a[0]).toBe(before.a[0]);
    expect(now.c).toBe(before.c);
    expect(now.a).not.toBe(before.a);
    expect(before.a[1]).toEqual({ b: 2 });
  });
  it('holds for whatever was there before: what comes out always says what came in', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (before, now) => {
        expect(kept(before, copy(now))).toEqual(now);
        expect(kept(before, copy(before))).toBe(typeof before === 'object' ? before : copy(before));
      }),
    );
  });
  it('tells a missing part from an empty one, and a list from an object', () => {
    expect(Object.keys(kept<object>({ a: undefined }, {}))).toEqual([]);
    expect(kept<unknown>({ 0: 'a' }, ['a'])).toEqual(['a']);
    const before = { a: 1, b: 2 };
    expect(kept(before, { a: 1, c: 2 })).not.toBe(before);
  });
  it('knows an element again by its own name, where another came before it or went', () => {
    const before = [
      { key: 'a', what: { say: 'x' } },
      { key: 'b', what: { say: 'y' } },
    ];
    const more = kept(before, [{ key: 'new', what: { say: 'z' } }, ...copy(before)]);
    expect([more[1], more[2]]).toEqual(before);
    expect(more[1]).toBe(before[0]);
    expect(more[2]).toBe(before[1]);
    expect(kept(before, copy(before.slice(1)))[0]).toBe(before[1]);
    // Two of one name are told apart by their places.
    const twice = [
      { id: 'a', n: 1 },
      { id: 'a', n: 2 },
    ];
    expect(kept(twice, copy(twice))).toBe(twice);
  });
  it('reaches through a Path: a typed amount changes its own income and leaves the others', () => {
    const file = sampleFile({ incomes: ['income-a', 'income-b'].map((id) => anIncome({ ...sampleFile().incomes[0], id })) });
    const first = kept(null, copy(computePath(file, TODAY)));
    expect(kept(first, copy(computePath(file, TODAY)))).toBe(first);
    const typed = applyChange(file, { op: 'set', entity: 'income', id: 'income-a', field: 'amount', value: 123_456 }, AT);
    const fresh = computePath(typed, TODAY);
    const next = kept(first, copy(fresh));
    expect(next).toEqual(fresh);
    expect(next.figures.incomes[0]).not.toBe(first.figures.incomes[0]);
    expect(next.figures.incomes[1]).toBe(first.figures.incomes[1]);
  });
});
