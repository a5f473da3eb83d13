import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { datesProblem, offerBars } from './index';
import { isoDate, type IsoDate } from '../../basis/dates/index';
import { product, TODAY } from '../../../test/sample';

describe('offers', () => {
  const certificate = {
    id: 'c',
    staffId: 'wren',
    number: 'L-1',
    line: 'lending' as const,
    places: ['us'],
    from: isoDate('2025-01-01'),
    until: isoDate('2026-06-30'),
  };
  const bars = (values: Partial<typeof certificate> | null, on = '2026-03-02', channel = 'counter', offer = product.offer) =>
    offerBars({ ...product, offer }, 'United States', { on: isoDate(on), channel, certificates: values === null ? [] : [{ ...certificate, ...values }] });
  it('only with a certificate for the line and place that holds on the day', () => {
    expect(bars({})).toEqual([]);
    expect(bars(null)).toEqual(['You hold no certificate for lending.']);
    expect(bars({ places: ['nz'] })).toEqual(['Your certificate for lending is not for United States.']);
    expect(bars({}, '2026-07-01')).toEqual(['Your certificate L-1 for lending ran out on 30 Jun 2026.']);
    expect(bars({ from: isoDate('2026-05-01') })).toEqual(['Your certificate L-1 for lending begins on 1 May 2026.']);
    expect(bars({}, '2026-06-30')).toEqual([]);
  });
  it('only on its days and in its ways', () => {
    const offer = { from: isoDate('2026-02-01'), until: isoDate('2026-04-30'), channels: ['counter'] };
    expect(bars({}, '2026-01-31', 'counter', offer)).toEqual(['It is offered from 1 Feb 2026.']);
    expect(bars({}, '2026-05-01', 'counter', offer)).toEqual(['It was offered until 30 Apr 2026.']);
    expect(bars({}, '2026-03-01', 'phone', offer)).toEqual(['It is not offered this way.']);
  });
  it('signed, received and keyed: none later than the next', () => {
    const problem = (signedOn: string | null, receivedOn: string) =>
      datesProblem({ signedOn: signedOn as IsoDate | null, receivedOn: isoDate(receivedOn), keyedOn: TODAY })?.field ?? null;
    expect(problem(null, '2026-03-02')).toBeNull();
    expect(problem('2026-02-20', '2026-02-27')).toBeNull();
    expect(problem('2026-02-28', '2026-02-27')).toBe('signedOn');
    expect(problem('2026-02-20', '2026-03-03')).toBe('receivedOn');
  });
  it('what was signed on paper came within the days that the product gives', () => {
    const problem = (signedOn: string, within: number | null) =>
      datesProblem({ signedOn: isoDate(signedOn), receivedOn: isoDate('2026-02-27'), keyedOn: TODAY, within })?.field ?? null;
    expect(problem('2025-11-29', 90)).toBeNull();
    expect(problem('2025-11-28', 90)).toBe('signedOn');
    expect(problem('2024-01-01', null)).toBeNull();
  });
});
