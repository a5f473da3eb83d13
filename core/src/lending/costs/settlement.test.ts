import { describe, it } from 'vitest';
import { expect, spoken } from '../../../test/spoken';
import { addDays, isoDate } from '../../basis/dates/index';
import { astray, total } from '../../basis/arithmetic/index';
import { settlementTerms } from './index';
import { minor } from '../../basis/money/index';
import { partSchedule, settlementOf } from '../../credit/parts/index';
import { costRules, costed, partTerms, withParts } from '../../../test/sample';

const START = isoDate('2026-03-02');
describe('settling early', () => {
  const plain = partTerms({ principal: minor(2_000_000) });
  it('is the balance and the days since, whatever the day', () => {
    const made = partSchedule(plain);
    expect(settlementOf(plain, made, START)).toMatchObject({ balance: 2_000_000, interest: 0 });
    // Ten days after the third payment, over 365.
    const third = made.rows[2];
    const on = addDays(third?.dueOn ?? START, 10);
    expect(settlementOf(plain, made, on)).toMatchObject({ balance: third?.balance, days: 10, interest: Math.round(((third?.balance ?? 0) * 0.06 * 10) / 365) });
    expect(settlementOf(plain, made, made.rows.at(-1)?.dueOn ?? START)).toMatchObject({ balance: 0, interest: 0 });
    expect(() => settlementOf(plain, made, addDays(START, -1))).toThrow(/before the advance/);
  });
  it('costs a share of the balance, less within a year of the end, never more than the interest saved', () => {
    const costs = costed(withParts([{ kind: 'level', amount: minor(2_000_000), termMonths: 60 }]));
    const at = (on: string) => settlementTerms(costs, costRules(), isoDate(on));
    const early = at('2027-03-02');
    expect(astray({ label: 'Settlement', value: total(early), unit: 'money', terms: early })).toEqual([]);
    const charge = (on: string) => at(on)[0]?.terms?.find(({ label }) => spoken(label) === 'For settling early')?.value ?? 0;
    const balance = (on: string) => at(on)[0]?.terms?.[0]?.value ?? 0;
    expect(charge('2027-03-02')).toBe(Math.round(balance('2027-03-02') * 0.01));
    expect(charge('2030-06-02')).toBe(Math.round(balance('2030-06-02') * 0.005));
    const last = costs.schedule.rows.at(-1);
    expect(charge(costs.schedule.rows.at(-2)?.dueOn ?? '')).toBe(Math.min(last?.interest ?? 0, Math.round(((last?.principal ?? 0) as number) * 0.005)));
  });
});
