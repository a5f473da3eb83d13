import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { person, sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { astray } from '../../basis/arithmetic/index';
import { addDays, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { BLANK_ROW } from '../../file/details/index';
import type { FileState } from '../../file/state/index';
import type { Receipt } from './fields';
import {
  chargesStanding,
  depositMonthsMost,
  depositMost,
  depositOf,
  givenBackOf,
  lateCapOf,
  lateFeeInWords,
  lateFeeOf,
  leaseCharges,
  leaseDeposit,
  owedBefore,
  paidIn,
  waivedFees,
} from './index';

const row = { createdAt: '2026-03-02T08:00:00.000Z' };
const product = shippedProduct('quay-cottages');
const base = sampleFile({ product, pack: shippedPlace('us') });
const pet = (id: string, serviceAnimal = false) => ({ ...BLANK_ROW.pet, ...row, id, kind: 'dog' as const, weight: 14, serviceAnimal });
const held = (region: string): FileState['unit'] => ({
  unit: {
    id: 's.a',
    stock: 's',
    code: 'a',
    label: 'A',
    region,
    access: [],
    availableFrom: isoDate('2026-01-01'),
    plan: { code: 'p', label: 'P', bedrooms: 2, sleeps: 4, size: 1, sizeUnit: 'square feet', rooms: [], includes: [], picture: null, rents: [] },
  },
  startsOn: isoDate('2027-03-15'),
  endsOn: isoDate('2028-03-15'),
  goesOn: true,
  state: 'held',
  holdsUntil: null,
  heldAt: row.createdAt,
  heldBy: 'Wren',
});
const asking = (values: Partial<FileState> = {}, request: Partial<FileState['request']> = {}): FileState => ({
  ...base,
  unit: held('QH'),
  people: [person(), person({ id: 'person-b', role: 'coApplicant', fullName: 'Tom Holm' })],
  ...values,
  request: { ...base.request, amount: minor(118_000), termMonths: 12, advanceOn: isoDate('2027-03-15'), depositMonths: null, ...request },
});
const receipt = (amount: number, values: Partial<Receipt> = {}): Receipt => ({
  id: `r${amount}`,
  direction: 'in',
  way: 'counter',
  amount: minor(amount),
  payer: 'Ida Holm',
  state: 'done',
  problem: null,
  reference: null,
  at: row.createdAt,
  by: 'Wren',
  ...values,
});

describe('what is charged before the keys', () => {
  it('is each adult’s screening, the deposit, the pet’s and the first days of rent with what is let beside', () => {
    const file = asking({ pets: [pet('p1'), pet('p2', true)], leaseExtras: [{ ...row, id: 'x1', code: 'parking', count: 1 }] });
    expect(leaseCharges(file).map(({ key, amount, before }) => [key, amount, before])).toEqual([
      ['fee:screening:person-a', 3_000, 'checking'],
      ['fee:screening:person-b', 3_000, 'checking'],
      ['fee:pet:p1', 7_500, 'completing'],
      ['fee:keys', 2_500, 'completing'],
      ['deposit', 118_000, 'completing'],
      ['deposit:pets', 15_000, 'completing'],
      // 1,180.00 × 17 ÷ 31 and 45.00 × 17 ÷ 31.
      ['rent:first', 64_710 + 2_468, 'completing'],
    ]);
  });
  it('grows by who joins, and shrinks by what is waived with a reason', () => {
    const three = asking({ people: [...asking().people, person({ id: 'person-c', role: 'coApplicant', fullName: 'Una Holm' })] });
    expect(leaseCharges(three).filter(({ key }) => key.startsWith('fee:screening'))).toHaveLength(3);
    const waiver = (reason: string | null) => asking({ feeWaivers: [{ ...row, id: 'w1', code: 'screening', reason }] });
    expect(leaseCharges(waiver(null)).some(({ key }) => key.startsWith('fee:screening'))).toBe(true);
    expect(leaseCharges(waiver('Crew of the house')).some(({ key }) => key.startsWith('fee:screening'))).toBe(false);
    expect(waivedFees(waiver('Crew of the house'))).toEqual([{ label: 'Screening', reason: 'Crew of the house' }]);
  });
  it('has the next month with the first where that is only the end of one', () => {
    const late = leaseCharges(asking({}, { advanceOn: isoDate('2027-03-28') }));
    expect(late.filter(({ key }) => key.startsWith('rent')).map(({ key, amount }) => [key, amount])).toEqual([
      ['rent:first', 15_226],
      ['rent:next', 118_000],
    ]);
  });
  it('leads by its arithmetic to every amount', () => {
    const file = asking({ pets: [pet('p1'), pet('p3')], leaseExtras: [{ ...row, id: 'x1', code: 'parking', count: 3 }] });
    for (const { label, amount, terms } of leaseCharges(file)) expect(astray({ label, value: amount, unit: 'money', terms })).toEqual([]);
  });
});

describe('a deposit', () => {
  it('of a file is what it is charged, and says the most that may be asked', () => {
    for (const months of [null, 0.5, 3]) {
      const file = asking({ pets: [pet('p1')] }, { depositMonths: months });
      const { deposit, pets } = leaseDeposit(file, minor(118_000));
      const charged = (key: string) => leaseCharges(file).find((charge) => charge.key === key)?.amount ?? 0;
      expect([deposit.term.value, pets]).toEqual([charged('deposit'), charged('deposit:pets')]);
      expect(deposit.cap?.value, 'two months of rent, by the law of its region').toBe(236_000);
    }
    const nowhere = leaseDeposit(asking({ unit: null }), minor(118_000));
    expect(nowhere.deposit.term.value).toBe(118_000);
  });
  it('is at most what the product and the law both let be asked, in months of the rent', () => {
    const file = asking({}, { amount: minor(118_000) });
    const lease = file.product.lease;
    if (!lease) throw new Error('The sample lets something');
    const withMost = (monthsMost: number, deposits = file.pack.deposits): FileState => ({
      ...file,
      product: { ...file.product, lease: { ...lease, deposit: { ...lease.deposit, monthsMost } } },
      pack: { ...file.pack, deposits },
    });
    expect([0, 1, 2, 3].map((most) => depositMonthsMost(withMost(most)))).toEqual([0, 1, 2, 2]);
    expect(depositMonthsMost(withMost(3, []))).toBe(3);
    // Five weeks are 60/52 of a month's rent, in hundredths and never above.
    expect(depositMonthsMost(withMost(3, [cap({ weeks: 5 })]))).toBe(1.15);
    expect(depositMonthsMost({ ...withMost(3), request: { ...file.request, amount: null } })).toBe(3);
    expect(depositMonthsMost({ ...file, product: { ...file.product, lease: null } })).toBe(0);
  });
  const cap = (values: object) => ({ region: '*', months: null, weeks: null, petsBeside: false, backWithinDays: null, source: 'a law', ...values });
  // A week’s rent is a 52nd of a year’s: 1,300.00 × 12 ÷ 52 × 5 = 1,500.00; at 50,000.00 a year and above six weeks (Tenant Fees Act 2019, schedule 1, from memory).
  it('is at most so many weeks’ rent where the place counts in weeks, more weeks from a rent on', () => {
    const england = cap({ weeks: 5, above: { yearlyRent: minor(5_000_000), weeks: 6 } });
    expect(depositMost(england, minor(130_000)).value).toBe(150_000);
    // 4,166.66 × 12 = 49,999.92 is below, 4,166.67 × 12 = 50,000.04 is not.
    expect(depositMost(england, minor(416_666)).value).toBe(480_768);
    expect(depositMost(england, minor(416_667)).value).toBe(576_923);
  });
  it('is rounded down at its cap', () => {
    expect(depositMost(cap({ weeks: 4 }), minor(100_001)).value).toBe(92_308);
    expect(depositMost(cap({ months: 1.5 }), minor(100_001)).value).toBe(150_001);
  });
  it('leaves to pets what the cap leaves, or stands beside theirs', () => {
    const rent = minor(100_000);
    const within = depositOf(rent, 2, minor(30_000), cap({ months: 2 }));
    expect([within.deposit.term.value, within.pets]).toEqual([200_000, 0]);
    const some = depositOf(rent, 1.8, minor(30_000), cap({ months: 2 }));
    expect([some.deposit.term.value, some.pets]).toEqual([180_000, 20_000]);
    const beside = depositOf(rent, 3, minor(30_000), cap({ months: 2, petsBeside: true }));
    expect([beside.deposit.term.value, beside.pets]).toEqual([200_000, 30_000]);
    const none = depositOf(rent, 3, minor(30_000), null);
    expect([none.deposit.term.value, none.pets]).toEqual([300_000, 30_000]);
  });
  it('is never above the cap with pets, nor below nothing, and never above what was wanted', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.integer({ min: 0, max: 600 }).map((n) => n / 100),
        fc.integer({ min: 0, max: 100_000 }),
        fc.integer({ min: 1, max: 400 }).map((n) => n / 100),
        (rent, months, pets, most) => {
          const law = cap({ months: most });
          const { deposit, pets: ofPets } = depositOf(minor(rent), months, minor(pets), law);
          expect(deposit.term.value + ofPets).toBeLessThanOrEqual(Math.max(0, depositMost(law, minor(rent)).value));
          expect(deposit.term.value).toBeLessThanOrEqual(deposit.wanted);
          expect(Math.min(deposit.term.value, ofPets)).toBeGreaterThanOrEqual(0);
          expect(ofPets).toBeLessThanOrEqual(pets);
        },
      ),
    );
  });
  it('goes by where the unit stands, and has no cap where nobody lives', () => {
    const amountOf = (file: FileState) => leaseCharges(file).find(({ key }) => key === 'deposit')?.amount;
    expect(amountOf(asking({}, { depositMonths: 3 }))).toBe(236_000);
    expect(amountOf(asking({ unit: held('MA') }, { depositMonths: 3 }))).toBe(118_000);
    expect(amountOf(asking({ unit: held('TX') }, { depositMonths: 3 }))).toBe(354_000);
    const berth = asking({ product: shippedProduct('skerry-berths'), pack: shippedPlace('gb') }, { depositMonths: 3 });
    expect(amountOf(berth)).toBe(354_000);
  });
});

// Worked by hand: common practice, no source; the caps are the places’ data.
describe('rent that comes late', () => {
  const due = isoDate('2027-05-01');
  const rule = { method: 'share' as const, graceDays: 5, amount: minor(0), share: 0.05, most: null };
  const paid = (days: number) => addDays(due, days);
  it('costs nothing on the last day of grace, and its fee on the day after', () => {
    expect(lateFeeOf(rule, null, minor(118_000), due, paid(5)).fee).toBe(0);
    expect(lateFeeOf(rule, null, minor(118_000), due, paid(6))).toMatchObject({ fee: 5_900, daysLate: 1, from: '2027-05-07' });
  });
  it('costs so much a day up to a most', () => {
    const daily = { method: 'daily' as const, graceDays: 3, amount: minor(300), share: 0, most: minor(6_000) };
    expect(lateFeeOf(daily, null, minor(21_000), due, paid(10)).fee).toBe(2_100);
    expect(lateFeeOf(daily, null, minor(21_000), due, paid(60)).fee).toBe(6_000);
  });
  it('costs a flat sum', () => {
    const flat = { method: 'flat' as const, graceDays: 0, amount: minor(4_000), share: 0, most: null };
    expect(lateFeeOf(flat, null, minor(21_000), due, paid(1)).fee).toBe(4_000);
  });
  it('costs no more than the place lets be asked, after its days of grace', () => {
    const { lateFees } = shippedPlace('us');
    const quay = lateCapOf({ lateFees }, 'QH');
    expect(lateFeeOf(rule, quay, minor(118_000), due, paid(6)).fee).toBe(4_720);
    const maine = lateCapOf({ lateFees }, 'ME');
    expect(lateFeeOf(rule, maine, minor(118_000), due, paid(15)).fee).toBe(0);
    expect(lateFeeOf(rule, maine, minor(118_000), due, paid(16)).fee).toBe(4_720);
    // The lesser of fifty dollars and five per cent.
    const newYork = lateCapOf({ lateFees }, 'NY');
    expect(lateFeeOf(rule, newYork, minor(118_000), due, paid(6)).fee).toBe(5_000);
    expect(lateFeeOf(rule, newYork, minor(80_000), due, paid(6)).fee).toBe(4_000);
    expect(lateCapOf({ lateFees }, 'TX')).toBeNull();
  });
  it('never falls by a day more, and its arithmetic leads to it', () => {
    const RULE = fc.record({
      method: fc.constantFrom('flat' as const, 'share' as const, 'daily' as const),
      graceDays: fc.integer({ min: 0, max: 20 }),
      amount: fc.integer({ min: 0, max: 10_000 }).map((n) => minor(n)),
      share: fc.integer({ min: 0, max: 20 }).map((n) => n / 100),
      most: fc.option(fc.integer({ min: 0, max: 20_000 }).map((n) => minor(n))),
    });
    fc.assert(
      fc.property(RULE, fc.integer({ min: 0, max: 90 }), fc.integer({ min: 1, max: 500_000 }), (one, days, late) => {
        const now = lateFeeOf(one, null, minor(late), due, paid(days));
        expect(lateFeeOf(one, null, minor(late), due, paid(days + 1)).fee).toBeGreaterThanOrEqual(now.fee);
        expect(astray({ label: 'fee', value: now.fee, unit: 'money', terms: now.terms })).toEqual([]);
      }),
    );
  });
  it('is said with an example of ten days', () => {
    expect(lateFeeInWords(rule, null, minor(118_000), due)).toMatchObject({ values: { paid: { day: '2027-05-16' }, fee: { money: 5_900 }, grace: 5 } });
    const quay = lateCapOf(shippedPlace('us'), 'QH');
    expect(lateFeeInWords(rule, quay, minor(118_000), due)).toMatchObject({ values: { share: { percent: 0.04 }, fee: { money: 4_720 } } });
  });
});

describe('what was paid', () => {
  const file = asking({ pets: [pet('p1')] });
  it('goes to what is asked for first, and what is owed stands at its gate', () => {
    const paying = { ...file, receipts: [receipt(4_000)] };
    expect(
      chargesStanding(paying)
        .charges.slice(0, 3)
        .map(({ paid, owed }) => [paid, owed]),
    ).toEqual([
      [3_000, 0],
      [1_000, 2_000],
      [0, 7_500],
    ]);
    expect(owedBefore(paying, 'checking')).toBe(2_000);
    expect(owedBefore(file, 'checking')).toBe(6_000);
  });
  it('counts when it is there, and not while it is on its way or was refused', () => {
    const states = (['ordered', 'unknown', 'failed', 'differs'] as const).map((state) => receipt(100, { state }));
    expect(paidIn(states)).toBe(0);
    expect(paidIn([receipt(500), receipt(200, { direction: 'back' })])).toBe(300);
  });
  const decided = {
    ...row,
    id: 'd1',
    outcome: 'decline' as const,
    reasons: [],
    other: null,
    comment: null,
    answer: null,
    by: 'Maud',
    byId: 'm',
    at: row.createdAt,
  };
  it('comes back to the cent but for what is kept, which a screening is only where somebody decided', () => {
    const paid = { ...file, receipts: [receipt(124_000)] };
    expect(givenBackOf(paid)).toMatchObject({ keeps: 0, back: 124_000 });
    const after = givenBackOf({ ...paid, decisions: [decided] });
    expect([after.keeps, after.back]).toEqual([6_000, 118_000]);
    expect(after.kept.map(({ amount }) => amount)).toEqual([3_000, 3_000]);
  });
  it('is what is kept plus what goes back, whatever was paid', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 200_000 }), { maxLength: 6 }),
        fc.boolean(),
        fc.integer({ min: 0, max: 2 }),
        (amounts, isDecided, pets) => {
          const paying = {
            ...asking({ pets: Array.from({ length: pets }, (_, at) => pet(`p${at}`)) }),
            receipts: amounts.map((amount, at) => receipt(amount, { id: `r${at}` })),
            decisions: isDecided ? [decided] : [],
          };
          const { keeps, back } = givenBackOf(paying);
          expect(keeps + back).toBe(paidIn(paying.receipts));
          expect(keeps).toBeGreaterThanOrEqual(0);
          const { charges, over } = chargesStanding(paying);
          expect(charges.reduce((so, one) => so + one.paid, 0) + over).toBe(paidIn(paying.receipts));
        },
      ),
    );
  });
});
