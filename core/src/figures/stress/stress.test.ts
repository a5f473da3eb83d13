import { describe, expect, it } from 'vitest';
import { levelPayment } from '../../credit/loan/index';
import { minor } from '../../basis/money/index';
import { stressOf } from './index';
import { sampleFile, TODAY } from '../../../test/sample';

describe('stress', () => {
  it('shows what is left along each axis, and where it breaks', () => {
    const file = sampleFile();
    const stress = stressOf(file, TODAY);
    if (!stress) throw new Error('there is an income and a request');
    const left = 433_333 - 25_000 - 60_000 - 38_666;
    expect(stress.left).toBe(left);
    const axis = (code: string) => stress.axes.find((candidate) => candidate.code === code);
    expect(axis('rate')?.points[6]).toEqual({ at: 0.03, left: left + 38_666 - levelPayment(minor(2_000_000), 0.09, 60) });
    expect(axis('rate')?.breaksAt).toBeNull();
    expect(axis('living')?.points.at(-1)).toEqual({ at: 0.5, left: left - 30_000 });
    // Reserves of 1,000 and 3,096.67 a month short of 4,333.33: gone after 1,000 ÷ 1,236.66 of a month.
    expect(axis('break')?.breaksAt).toBeCloseTo(100_000 / (433_333 - left), 4);
    expect(stress.earners).toEqual([{ personId: 'person-a', name: 'Ida Holm', income: 433_333, left: left - 433_333 }]);
    for (const { points } of stress.axes) points.reduce((before, point) => (expect(point.left).toBeLessThanOrEqual(before.left), point));
    expect(stressOf({ ...file, incomes: [] }, TODAY)).toBeNull();
  });
});
