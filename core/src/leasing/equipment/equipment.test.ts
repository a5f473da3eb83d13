import fc from 'fast-check';
import * as formula from '@formulajs/formulajs';
import { describe, expect, it } from 'vitest';
import { astray, total } from '../../basis/arithmetic/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { BLANK_ROW } from '../../file/details/index';
import type { EquipmentRules } from '../../file/product/index';
import type { FileState } from '../../file/state/index';
import { affordability } from '../../figures/affordability/index';
import { computePath } from '../../gates/path/index';
import { paidOutOf } from '../../lending/costs/index';
import { leaseCharges } from '../charges/index';
import { person, sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { annuityPayment, besideLoan, classifyLease, earlyEnd, equipmentLacks, equipmentLease, implicitRate, isConsumerLease, presentValue } from './index';

const TODAY = isoDate('2026-12-01');
const said = (words: unknown): string => (typeof words === 'string' ? words : (words as { say: string }).say);

interface Wish {
  price?: number;
  initial?: number;
  residual?: number;
  months?: number;
  due?: 'advance' | 'arrears';
  option?: number | null;
  end?: 'return' | 'renew' | 'buy';
  rules?: Partial<EquipmentRules>;
  kind?: string;
  age?: number | null;
  region?: string;
  taxOn?: 'payments' | 'price';
  purpose?: string;
  company?: boolean;
}
function leaseFile(wish: Wish = {}): FileState {
  const { price = 1_200_000, initial = 200_000, residual = 250_000, months = 36, due = 'arrears', option = null, end = 'return', kind = 'engine' } = wish;
  const product = shippedProduct('gear-lease');
  const equipment = { ...(product.equipment as EquipmentRules), ...wish.rules };
  const place = shippedPlace('us');
  const pack = wish.taxOn ? { ...place, leaseTaxes: [{ region: 'QH', rate: 0.055, on: wish.taxOn, source: 'made up' }] } : { ...place, leaseTaxes: [] };
  const base = sampleFile({ product: { ...product, equipment }, pack, people: [person({ id: 'p1', kind: wish.company ? 'organisation' : 'person' })] });
  return {
    ...base,
    homes: [
      { ...BLANK_ROW.home, id: 'h', createdAt: base.openedAt, personId: 'p1', line: '1 Quay', region: wish.region ?? 'QH', since: isoDate('2020-01-01') },
    ],
    request: {
      ...base.request,
      amount: null,
      purpose: wish.purpose ?? 'A business',
      termMonths: months,
      downPayment: minor(initial),
      residual: minor(residual),
      paymentsDue: due,
      endChoice: end,
      optionPrice: option === null ? null : minor(option),
      advanceOn: TODAY,
      firstPaymentOn: null,
    },
    leasedItems: [
      {
        ...BLANK_ROW.leasedItem,
        id: 'i1',
        createdAt: base.openedAt,
        kind,
        description: 'Petrel 90',
        price: minor(price),
        count: 1,
        state: wish.age === undefined || wish.age === null ? 'new' : 'used',
        ageYears: wish.age ?? null,
      },
    ],
  };
}
const worked = (wish: Wish = {}) => {
  const lease = equipmentLease(leaseFile(wish), TODAY);
  if (!lease) throw new Error('nothing to work');
  return lease;
};
const WISH = fc.record({
  price: fc.integer({ min: 100_000, max: 9_000_000 }),
  initialShare: fc.double({ min: 0, max: 0.35, noNaN: true }),
  residualShare: fc.double({ min: 0, max: 0.4, noNaN: true }),
  months: fc.integer({ min: 12, max: 84 }),
  due: fc.constantFrom('advance' as const, 'arrears' as const),
  method: fc.constantFrom('moneyFactor' as const, 'annuity' as const),
  moneyFactor: fc.integer({ min: 0, max: 1_000 }).map((factor) => factor / 100_000),
});
const wishOf = ({
  price,
  initialShare,
  residualShare,
  months,
  due,
  method,
  moneyFactor,
}: typeof WISH extends fc.Arbitrary<infer Drawn> ? Drawn : never): Wish => ({
  price,
  initial: Math.round(price * initialShare),
  residual: Math.round(price * residualShare),
  months,
  due,
  rules: { method, moneyFactor },
});

describe('payments and rates, against a library of spreadsheet functions', () => {
  it('PMT with a future value, at the end and at the start of each period (type 1)', () => {
    for (const [rate, periods, present, residual] of [
      [0.005, 36, 1_000_000, 250_000],
      [0.0075, 60, 4_200_000, 0],
      [0.01, 12, 99_999, 30_000],
    ] as const)
      for (const due of ['arrears', 'advance'] as const)
        expect(annuityPayment(rate, periods, present, residual, due)).toBeCloseTo(
          -Number(formula.PMT(rate, periods, present, -residual, due === 'advance' ? 1 : 0)),
          6,
        );
  });
  it('PV with type 0 and 1', () => {
    for (const due of ['arrears', 'advance'] as const)
      expect(presentValue(0.006, 48, 25_000, 300_000, due)).toBeCloseTo(-Number(formula.PV(0.006, 48, 25_000, 300_000, due === 'advance' ? 1 : 0)), 6);
  });
  it('RATE with type 0 and 1, also over random leases', () => {
    fc.assert(
      fc.property(WISH, (drawn) => {
        const { base, adjusted, residual, months, due, implicitRate: rate } = worked(wishOf(drawn));
        if (base * months + residual <= adjusted) return expect(rate).toBe(0);
        expect(rate / 12).toBeCloseTo(implicitRate(months, base, adjusted, residual, due), 12);
        // The rate of the library, where its search comes to one.
        const theirs = Number(formula.RATE(months, 0 - base, adjusted, 0 - residual, due === 'advance' ? 1 : 0, 0.01));
        if (Number.isFinite(theirs) && theirs > 0) expect(rate / 12).toBeCloseTo(theirs, 6);
        // By its own meaning: at it the payments and the residual value are worth what is financed, within a tenth of a cent.
        expect(Math.abs(presentValue(rate / 12, months, base, residual, due) - adjusted)).toBeLessThan(0.1);
      }),
    );
  });
});

describe('a lease of equipment', () => {
  it('is worked by a money factor as by hand', () => {
    // 12,000 less 2,000; 2,500 left after 36 months: 7,500 ÷ 36 = 208.33, (10,000 + 2,500) × 0.00275 = 34.38 (34.375).
    const lease = worked();
    expect([lease.adjusted, lease.depreciation, lease.base]).toEqual([1_000_000, 750_000, 20_833 + 3_438]);
    expect(lease.rentCharge).toBe(24_271 * 36 - 750_000);
    expect(lease.payments.at(-1)?.liability).toBe(250_000);
  });
  it('owes the residual value after its last payment, and each payment is interest and principal to the cent', () => {
    fc.assert(
      fc.property(WISH, (drawn) => {
        const lease = worked(wishOf(drawn));
        expect(lease.payments).toHaveLength(lease.months);
        let owed: number = lease.adjusted;
        for (const { base, interest, principal, liability } of lease.payments) {
          expect(interest + principal).toBe(base);
          owed -= principal;
          expect(liability).toBe(owed);
        }
        // In advance the last month of interest brings what is owed up to the residual value.
        const last = lease.payments.at(-1)?.liability ?? 0;
        if (lease.due === 'arrears') expect(last).toBe(lease.residual);
        else expect(Math.abs(last * (1 + lease.implicitRate / 12) - lease.residual)).toBeLessThanOrEqual(1);
        expect(lease.base * lease.months - lease.depreciation).toBe(lease.rentCharge);
      }),
    );
  });
  it('has arithmetic that leads to its payment, all the way down', () => {
    fc.assert(
      fc.property(WISH, (drawn) => {
        const lease = worked(wishOf(drawn));
        expect(lease.terms.flatMap((term) => astray(term))).toEqual([]);
        expect(total(lease.terms)).toBe(lease.base);
      }),
    );
  });
  it('falls due on the first day in advance, and a month later in arrears', () => {
    expect(worked({ due: 'advance' }).payments[0]).toMatchObject({ dueOn: '2026-12-01', interest: 0 });
    expect(worked({ due: 'arrears' }).payments[0]?.dueOn).toBe('2027-01-01');
  });
  it('pays tax on each payment, or once on the price, as the place of the item has it', () => {
    const onPayments = worked({ taxOn: 'payments' });
    expect([onPayments.paymentTax, onPayments.payment, onPayments.priceTax]).toEqual([1_335, 24_271 + 1_335, 0]);
    const onPrice = worked({ taxOn: 'price' });
    expect([onPrice.paymentTax, onPrice.priceTax]).toEqual([0, 66_000]);
    expect(worked({ taxOn: 'payments', region: 'ZZ' }).payment).toBe(24_271);
  });
  it('charges before the delivery what is paid at first, the first payment in advance, fees and tax on the price', () => {
    const of = (wish: Wish) => Object.fromEntries(leaseCharges(leaseFile(wish)).map(({ key, amount }) => [key, amount]));
    expect(of({})).toEqual({ 'fee:documents': 18_500, initial: 200_000 });
    expect(of({ due: 'advance', taxOn: 'price' })).toEqual({ 'fee:documents': 18_500, initial: 200_000, 'rent:first': 24_271, tax: 66_000 });
  });
  it('pays its supplier the whole price, and weighs on what is left each month', () => {
    const file = leaseFile();
    expect(paidOutOf(file)).toBe(1_200_000);
    const figures = affordability(file, TODAY).figures;
    expect(figures.find(({ measure }) => measure === 'payment')?.value).toBe(24_271);
    // Somebody without a business has no cover of one.
    expect(figures.map(({ measure }) => measure)).not.toContain('debtServiceCover');
    expect(affordability(leaseFile({ company: true }), TODAY).figures.map(({ measure }) => measure)).toContain('debtServiceCover');
  });
  it('says what lacks, and is outside of what is offered where the product says so', () => {
    expect(said(equipmentLacks({ ...leaseFile(), leasedItems: [] }))).toBe('equipment.priceLacks');
    expect(said(equipmentLacks(leaseFile({ initial: 1_200_000 })))).toBe('equipment.nothingFinanced');
    expect(said(equipmentLacks(leaseFile({ residual: 1_000_000 })))).toBe('equipment.residualTooHigh');
    const bounds = (wish: Wish) =>
      computePath(leaseFile(wish), TODAY)
        .entries.map(({ key }) => key)
        .filter((key) => key.startsWith('bound:'));
    expect(bounds({})).toEqual([]);
    expect(bounds({ initial: 500_000 })).toEqual(['bound:downPayment']);
    expect(bounds({ residual: 490_000 })).toEqual(['bound:residual']);
    expect(bounds({ price: 50_000, initial: 0, residual: 0 })).toEqual(['bound:items']);
    expect(bounds({ end: 'buy' })).toEqual(['bound:optionPrice']);
    // A term that nobody has said yet is asked for as such, not at the residual value.
    const untold = leaseFile();
    const keys = computePath({ ...untold, request: { ...untold.request, termMonths: null } }, TODAY).entries.map(({ key }) => key);
    expect(keys.filter((key) => key.startsWith('bound:'))).toEqual([]);
    expect(bounds({ due: 'advance', rules: { due: ['arrears'] } })).toEqual(['bound:paymentsDue']);
  });
});

describe('what a lease counts as', () => {
  const met = (wish: Wish) =>
    classifyLease(leaseFile(wish))
      ?.tests.filter((test) => test.met)
      .map(({ code }) => code);
  it('is an operating lease where none of the tests holds', () => {
    expect(classifyLease(leaseFile())?.finance).toBe(false);
  });
  it('is one of finance where the item passes over, for nothing or for a bargain', () => {
    expect(met({ end: 'buy', option: 0 })).toEqual(['transfer', 'option']);
    expect(met({ end: 'buy', option: 119_999 })).toEqual(['option']);
    expect(met({ end: 'buy', option: 120_000 })).toEqual([]);
  });
  it('is one of finance from 75 % of its life on', () => {
    // Electronics are used for 8 years: 96 months, of which 72 are three quarters.
    expect(met({ kind: 'electronics', months: 71 })).not.toContain('life');
    expect(met({ kind: 'electronics', months: 72 })).toContain('life');
    // A used one has less left: six years, of which 54 months are three quarters.
    expect(met({ kind: 'electronics', months: 54, age: 2 })).toContain('life');
  });
  it('is one of finance where its payments are worth 90 % of its price', () => {
    const file = leaseFile({ residual: 0, rules: { discountRate: 0.02 } });
    const lease = equipmentLease(file, TODAY);
    const theirs = -Number(formula.PV(0.02 / 12, 36, lease?.base ?? 0)) + 200_000;
    const test = classifyLease(file)?.tests.find(({ code }) => code === 'value');
    expect(test?.share).toBeCloseTo(theirs / 1_200_000, 6);
    expect(test?.met).toBe(theirs / 1_200_000 >= 0.9);
    expect(test?.met).toBe(true);
  });
  it('has the disclosures of a consumer for a household alone, and up to the law’s sum', () => {
    expect(isConsumerLease(leaseFile({ purpose: 'A household' }))).toBe(true);
    expect(isConsumerLease(leaseFile({ purpose: 'A business' }))).toBe(false);
    expect(isConsumerLease(leaseFile({ purpose: 'A household', company: true }))).toBe(false);
    expect(isConsumerLease(leaseFile({ purpose: 'A household', price: 9_000_000, initial: 0, residual: 0 }))).toBe(false);
  });
});

describe('beside a loan', () => {
  it('is every sum that is paid, with and without buying it, and the loan’s own', () => {
    const beside = besideLoan(leaseFile({ taxOn: 'payments', option: 250_000 }));
    expect(beside?.lease).toEqual({ atFirst: 218_500, payments: 25_606 * 36, atEnd: 27_500, total: 218_500 + 25_606 * 36 + 27_500 });
    expect(beside?.owned).toBe(218_500 + 25_606 * 36 + 250_000 + 13_750);
    const payment = Math.round(-Number(formula.PMT(0.0695 / 12, 36, 1_000_000)));
    expect(beside?.loan.payment).toBe(payment);
    expect(beside?.loan.atFirst).toBe(200_000 + 20_000 + 66_000);
    expect(besideLoan(leaseFile())?.owned).toBeNull();
  });
  it('costs what is owed and a fee to end early', () => {
    const lease = worked();
    const rules = leaseFile().product.equipment as EquipmentRules;
    expect(earlyEnd(lease, rules, 12)).toBe((lease.payments[11]?.liability ?? 0) + 25_000);
  });
});
