import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { coverage, gapInWords, moveBoundary } from './index';
import { isoDate, type IsoDate } from '../dates/index';
import { TODAY } from '../../../test/sample';

describe('histories', () => {
  const stretch = (id: string, since: string | null, until: string | null) => ({ id, since: since as IsoDate | null, until: until as IsoDate | null });
  it('names the earliest missing month', () => {
    const held = coverage([stretch('a', '2023-01-01', '2024-02-15'), stretch('b', '2024-08-01', null)], 3, TODAY);
    expect(held.asked).toEqual({ from: '2023-03', to: '2026-03', count: 37 });
    expect(held.gaps).toEqual([{ from: '2024-03', to: '2024-07', count: 5 }]);
    expect(gapInWords(held)).toBe('5 months are missing, the earliest is March 2024');
    expect(gapInWords(coverage([stretch('a', '2020-01-01', '2025-01-31'), stretch('b', '2025-03-01', null)], 3, TODAY))).toBe(
      '1 month is missing, the earliest is February 2025',
    );
    expect(gapInWords(coverage([stretch('a', '2020-01-01', null)], 3, TODAY))).toBeNull();
  });
  it('shows overlaps, but not the month in which one hands over to the next', () => {
    expect(coverage([stretch('a', '2023-01-01', '2024-05-31'), stretch('b', '2024-03-01', null)], 2, TODAY).overlaps).toEqual([
      { a: 'a', b: 'b', months: { from: '2024-03', to: '2024-05', count: 3 } },
    ]);
    expect(coverage([stretch('a', '2023-01-01', '2024-05-10'), stretch('b', '2024-05-11', null)], 2, TODAY).overlaps).toEqual([]);
  });
  const anyStretch = fc
    .record({ start: fc.integer({ min: -200, max: 60 }), length: fc.integer({ min: -3, max: 80 }), open: fc.boolean(), unknown: fc.boolean() })
    .map(({ start, length, open, unknown }, index = 0) => {
      const day = (months: number) => {
        const count = 2026 * 12 + 2 + months;
        return `${Math.floor(count / 12)}-${String((count % 12) + 1).padStart(2, '0')}-15`;
      };
      return stretch(`s${start}-${length}-${index}`, unknown ? null : day(start), open ? null : day(start + length));
    });
  it('gaps plus covered months are the months asked, and no gap month is covered, for any set of stretches', () => {
    fc.assert(
      fc.property(fc.array(anyStretch, { maxLength: 12 }), fc.integer({ min: 1, max: 10 }), (stretches, years) => {
        const { asked, gaps, covered } = coverage(stretches, years, TODAY);
        expect(asked.count).toBe(12 * years + 1);
        expect(covered + gaps.reduce((sum, { count }) => sum + count, 0)).toBe(asked.count);
        const months = Array.from({ length: asked.count }, (_, back) => {
          const count = 2026 * 12 + 2 - back;
          return `${Math.floor(count / 12)}-${String((count % 12) + 1).padStart(2, '0')}`;
        });
        const holds = (month: string) =>
          stretches.some(
            ({ since, until }) =>
              since !== null && (until === null || until >= since) && since.slice(0, 7) <= month && (until === null || until.slice(0, 7) >= month),
          );
        for (const month of months) expect(gaps.some(({ from, to }) => from <= month && month <= to)).toBe(!holds(month));
      }),
    );
  });
  it('a boundary takes the neighbour that touches it along', () => {
    const rows = [stretch('a', '2020-01-01', '2022-06-30'), stretch('b', '2022-07-01', null)];
    expect(moveBoundary(rows, 'b', 'since', isoDate('2022-09-01'))).toEqual([
      { id: 'b', field: 'since', value: '2022-09-01' },
      { id: 'a', field: 'until', value: '2022-08-31' },
    ]);
    expect(moveBoundary(rows, 'a', 'until', isoDate('2022-03-31'))).toEqual([
      { id: 'a', field: 'until', value: '2022-03-31' },
      { id: 'b', field: 'since', value: '2022-04-01' },
    ]);
    const sameDay = [stretch('a', '2020-01-01', '2022-07-01'), stretch('b', '2022-07-01', null)];
    expect(moveBoundary(sameDay, 'b', 'since', isoDate('2022-09-01'))[1]).toEqual({ id: 'a', field: 'until', value: '2022-09-01' });
  });
  it('leaves a neighbour that doesn’t touch, or would be turned round', () => {
    const apart = [stretch('a', '2020-01-01', '2022-05-31'), stretch('b', '2022-07-01', null)];
    expect(moveBoundary(apart, 'b', 'since', isoDate('2022-09-01'))).toHaveLength(1);
    const rows = [stretch('a', '2020-01-01', '2022-06-30'), stretch('b', '2022-07-01', null)];
    expect(moveBoundary(rows, 'b', 'since', isoDate('2019-05-01'))).toHaveLength(1);
    expect(moveBoundary(rows, 'a', 'since', isoDate('2019-05-01'))).toHaveLength(1);
  });
});
