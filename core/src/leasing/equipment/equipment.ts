import { Decimal } from 'decimal.js';
import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import { addMonths, type IsoDate } from '../../basis/dates/index';
import { minor, scaled, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import { levelPayment } from '../../credit/loan/index';
import type { EquipmentRules, LeaseTax } from '../../file/product/index';
import { applicantOf, type FileState } from '../../file/state/index';
import { homeNow } from '../../people/household/index';
import { equipmentLacks, leasedPrice, type LeasedItem, type PaymentsDue } from './fields';

export type EquipmentInput = Pick<FileState, 'product' | 'pack' | 'request' | 'people' | 'homes' | 'leasedItems'>;

const place = (anchor: string) => ({ chapter: 'equipment', anchor });

/** A payment of a lease, and what is owed after it. Whole minor units. */
export interface LeasePayment {
  number: number;
  dueOn: IsoDate;
  base: Minor;
  tax: Minor;
  /** Of the base payment: what it costs to have the item, and what it takes off what is owed. */
  interest: Minor;
  principal: Minor;
  /** What is owed once it is paid, the residual value included. */
  liability: Minor;
}

/** What a lease of equipment costs, without its days and its rate. Whole minor units. */
export interface EquipmentTerms {
  price: Minor;
  initial: Minor;
  /** What is financed: the price less what is paid at first. */
  adjusted: Minor;
  residual: Minor;
  months: number;
  due: PaymentsDue;
  moneyFactor: number;
  depreciation: Minor;
  /** What all base payments are beyond the depreciation. */
  rentCharge: Minor;
  base: Minor;
  tax: LeaseTax | null;
  /** Tax of each payment, and tax that is due once on the price. */
  paymentTax: Minor;
  priceTax: Minor;
  payment: Minor;
  /** How the base payment is worked. */
  terms: Term[];
}

/** A lease of equipment with its rate of a year, and every payment by its day. */
export interface EquipmentLease extends EquipmentTerms {
  startsOn: IsoDate;
  /** The rate at which payments and residual value are worth what is financed. */
  implicitRate: number;
  payments: LeasePayment[];
}

/** The tax of where an item is kept; null where there is none, or the place isn't known. */
function leaseTaxOf(file: EquipmentInput): LeaseTax | null {
  const applicant = applicantOf(file);
  const region = applicant ? (homeNow(file, applicant.id)?.region ?? null) : null;
  const { leaseTaxes } = file.pack;
  return leaseTaxes.find((tax) => tax.region === region) ?? leaseTaxes.find((tax) => tax.region === '*') ?? null;
}

/** Below this a rate of a period is none. */
const NO_RATE = 1e-12;

/**
 * The payment of each period that takes a present value to a residual value: an annuity, due at the start of each period
 * where it is paid in advance. Not rounded.
 * @param rate of one period.
 */
export function annuityPayment(rate: number, periods: number, present: number, residual: number, due: PaymentsDue): number {
  if (rate < NO_RATE) return (present - residual) / periods;
  const growth = new Decimal(1).plus(rate).pow(periods);
  const end = new Decimal(present).times(growth).minus(residual);
  const annuity = growth
    .minus(1)
    .div(rate)
    .times(due === 'advance' ? 1 + rate : 1);
  return end.div(annuity).toNumber();
}

/** What payments and a residual value at the end are worth at the start. @param rate of one period. */
export function presentValue(rate: number, periods: number, payment: number, residual: number, due: PaymentsDue): number {
  // Worked by logarithms, so that nothing is lost where a rate is very small.
  const grown = -periods * Math.log1p(rate);
  const annuity = rate < NO_RATE ? periods : (-Math.expm1(grown) / rate) * (due === 'advance' ? 1 + rate : 1);
  return payment * annuity + residual * Math.exp(grown);
}

/**
 * The rate of one period at which payments and residual value are worth a present value, found by halving to a billionth.
 * Nothing is earned where they come to no more than it: the rate is zero then, and never below.
 */
export function implicitRate(periods: number, payment: number, present: number, residual: number, due: PaymentsDue): number {
  if (payment * periods + residual <= present) return 0;
  let [low, high] = [0, 1];
  while (presentValue(high, periods, payment, residual, due) > present && high < 1e6) high *= 2;
  for (let step = 0; step < 200 && high - low > 1e-12; step += 1) {
    const middle = (low + high) / 2;
    if (presentValue(middle, periods, payment, residual, due) > present) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The months of a year in which a money factor counts: a factor × 2400 is the rate of a year in per cent (common practice, no source). */
const FACTOR_TO_RATE = 24;
const rateOfFactor = (factor: number): number => factor * FACTOR_TO_RATE;

/**
 * How a base payment is worked, by a product's method: by a money factor, what it loses in value over the months and the
 * factor on what is financed and the residual value together; or as an annuity at the rate of the factor. Both are common
 * practice, no source. Each line is rounded to the cent, once.
 */
function baseTerms(rules: EquipmentRules, { adjusted, residual, months, due }: Pick<EquipmentTerms, 'adjusted' | 'residual' | 'months' | 'due'>): Term[] {
  const { moneyFactor } = rules;
  const financed: Term = { label: say('equipment.financed'), sign: '+', value: adjusted, unit: 'money', place: place('downPayment') };
  const left: Term = { label: say('equipment.residual'), sign: '−', value: residual, unit: 'money', place: place('residual') };
  if (rules.method === 'annuity') {
    const rate = rateOfFactor(moneyFactor) / 12;
    const value = roundTo('money', new Decimal(annuityPayment(rate, months, adjusted, residual, due)));
    return [{ label: say('equipment.annuity', { months, due, rate: { percent: rateOfFactor(moneyFactor) } }), sign: '+', value, unit: 'money' }];
  }
  const loses: Term[] = [financed, left, { label: say('equipment.months'), sign: '÷', value: months, unit: 'count', place: place('termMonths') }];
  const rent: Term[] = [financed, { ...left, sign: '+' }, { label: say('equipment.factor'), sign: '×', value: moneyFactor, unit: 'count' }];
  return [
    { label: say('equipment.losesMonth'), sign: '+', value: roundTo('money', worked(loses)), unit: 'money', terms: loses },
    { label: say('equipment.rentMonth'), sign: '+', value: roundTo('money', worked(rent)), unit: 'money', terms: rent },
  ];
}

/** Every payment, and what is owed after it: interest on what was owed at the implicit rate, the last row taking what rounding left. */
function scheduleOf(lease: Omit<EquipmentLease, 'payments'>): LeasePayment[] {
  const { adjusted, residual, base, months, due, paymentTax, startsOn } = lease;
  const rate = lease.implicitRate / 12;
  let owed: number = adjusted;
  return Array.from({ length: months }, (_, at) => {
    // In advance nothing has been owed for any time when the first payment comes.
    const grown = due === 'advance' && at === 0 ? 0 : roundTo('money', new Decimal(owed).times(rate));
    const isLast = at === months - 1;
    // In advance a month of interest is still to come after the last payment, up to the residual value.
    const toEnd = due === 'advance' ? roundTo('money', new Decimal(residual).div(1 + rate)) : residual;
    const principal = isLast ? owed - toEnd : base - grown;
    const interest = isLast ? base - principal : grown;
    owed -= principal;
    return {
      number: at + 1,
      dueOn: addMonths(startsOn, due === 'advance' ? at : at + 1),
      base,
      tax: paymentTax,
      interest: minor(interest),
      principal: minor(principal),
      liability: minor(owed),
    };
  });
}

/**
 * What a lease of equipment costs: what is financed, its payment with tax, how that is worked.
 * @returns null where something lacks; `equipmentLacks` says what.
 */
export function equipmentTerms(file: EquipmentInput): EquipmentTerms | null {
  const rules = file.product.equipment;
  const { request } = file;
  const months = request.termMonths;
  if (!rules || months === null || equipmentLacks(file) !== null) return null;
  const price = leasedPrice(file);
  const initial = request.downPayment ?? minor(0);
  const adjusted = minor(price - initial);
  const residual = request.residual ?? minor(0);
  const due = request.paymentsDue ?? rules.due[0] ?? 'arrears';
  const terms = baseTerms(rules, { adjusted, residual, months, due });
  const base = minor(roundTo('money', worked(terms)));
  const tax = leaseTaxOf(file);
  const paymentTax = tax?.on === 'payments' ? scaled(base, tax.rate) : minor(0);
  const depreciation = minor(adjusted - residual);
  return {
    price,
    initial,
    adjusted,
    residual,
    months,
    due,
    moneyFactor: rules.moneyFactor,
    depreciation,
    rentCharge: minor(base * months - depreciation),
    base,
    tax,
    paymentTax,
    priceTax: tax?.on === 'price' ? scaled(price, tax.rate) : minor(0),
    payment: minor(base + paymentTax),
    terms,
  };
}

/**
 * A lease of equipment with its implicit rate, and every payment with interest and liability.
 * @param today the day on which it begins where the file names none.
 * @returns null where something lacks; `equipmentLacks` says what.
 */
export function equipmentLease(file: EquipmentInput, today: IsoDate): EquipmentLease | null {
  const terms = equipmentTerms(file);
  if (!terms) return null;
  const { months, base, adjusted, residual, due } = terms;
  const lease = { ...terms, startsOn: file.request.advanceOn ?? today, implicitRate: implicitRate(months, base, adjusted, residual, due) * 12 };
  return { ...lease, payments: scheduleOf(lease) };
}

/** What a lease takes a month, as a line of other figures. */
export function leasePaymentTerm(file: EquipmentInput): Term | null {
  const lease = equipmentTerms(file);
  if (!lease) return null;
  const { base, tax, paymentTax, payment, terms } = lease;
  const taxed: Term[] =
    tax && paymentTax > 0
      ? [
          { label: say('equipment.base'), sign: '+', value: base, unit: 'money', terms },
          {
            label: say('equipment.tax'),
            sign: '+',
            value: paymentTax,
            unit: 'money',
            note: say('equipment.taxOn', { rate: { percent: tax.rate }, source: tax.source }),
          },
        ]
      : terms;
  return { label: say('equipment.payment'), sign: '+', value: payment, unit: 'money', place: place('termMonths'), ref: 'payment', terms: taxed };
}

/** A test of whether a lease is a purchase in all but its name, what it found, and how. */
export interface ClassificationTest {
  code: 'transfer' | 'option' | 'life' | 'value';
  met: boolean;
  /** The share that was found, and the one from which it counts; null where the test has none. */
  share: number | null;
  from: number | null;
  terms: Term[];
}

/** From which share of its life, and of its price, a lease counts as a purchase (common practice; the “major part” and “substantially all” of FASB ASC 842-10-25-2, whose 842-10-55-2 names them, from memory). */
const LIFE_SHARE = 0.75;
const VALUE_SHARE = 0.9;

/**
 * Whether a lease is one of finance: the item becomes the lessee's, can be bought for so little that it will be, is leased
 * for most of its life, or its payments are worth nearly all of its price at the lessee's own rate.
 */
export function classifyLease(file: EquipmentInput): { finance: boolean; tests: ClassificationTest[] } | null {
  const lease = equipmentTerms(file);
  const rules = file.product.equipment;
  if (!lease || !rules) return null;
  const { optionPrice, endChoice } = file.request;
  const lifeOf = ({ kind, state, ageYears }: LeasedItem): number =>
    (rules.items.find((one) => one.code === kind)?.lifeYears ?? 0) - (state === 'used' ? (ageYears ?? 0) : 0);
  const life = Math.max(0, Math.min(...file.leasedItems.map(lifeOf))) * 12;
  const worth = lease.initial + roundTo('money', new Decimal(presentValue(rules.discountRate / 12, lease.months, lease.base, 0, lease.due)));
  const optionShare = optionPrice === null ? null : optionPrice / lease.price;
  const lifeShare = life > 0 ? lease.months / life : 1;
  const valueShare = worth / lease.price;
  const money = (label: Words, value: number, sign: Term['sign'], anchor?: string): Term => ({
    label,
    sign,
    value,
    unit: 'money',
    ...(anchor ? { place: place(anchor) } : {}),
  });
  const tests: ClassificationTest[] = [
    { code: 'transfer', met: endChoice === 'buy' && optionPrice === 0, share: null, from: null, terms: [] },
    {
      code: 'option',
      met: optionShare !== null && optionShare < rules.bargainBelow,
      share: optionShare,
      from: rules.bargainBelow,
      terms:
        optionPrice === null ? [] : [money(say('equipment.optionPrice'), optionPrice, '+', 'optionPrice'), money(say('equipment.price'), lease.price, '÷')],
    },
    {
      code: 'life',
      met: lifeShare >= LIFE_SHARE,
      share: lifeShare,
      from: LIFE_SHARE,
      terms: [
        { label: say('equipment.months'), sign: '+', value: lease.months, unit: 'count', place: place('termMonths') },
        { label: say('equipment.lifeMonths'), sign: '÷', value: life, unit: 'count' },
      ],
    },
    {
      code: 'value',
      met: valueShare >= VALUE_SHARE,
      share: valueShare,
      from: VALUE_SHARE,
      terms: [
        { ...money(say('equipment.worthNow'), worth, '+'), note: say('equipment.worthAt', { rate: { percent: rules.discountRate } }) },
        money(say('equipment.price'), lease.price, '÷'),
      ],
    },
  ];
  return { finance: tests.some(({ met }) => met), tests };
}

/** What a lease costs in all beside a loan for the same items. Whole minor units. */
export interface BesideLoan {
  lease: { atFirst: Minor; payments: Minor; atEnd: Minor; total: Minor };
  /** What having bought it at the end comes to in all; null where it can't be bought for a price that is known. */
  owned: Minor | null;
  loan: { amount: Minor; rate: number; payment: Minor; atFirst: Minor; payments: Minor; total: Minor };
}

/** What is asked for once when a lease begins, and once when it ends without the item being bought. */
export const feesAt = (rules: EquipmentRules, when: 'start' | 'end'): Minor =>
  minor(rules.fees.filter((fee) => fee.when === when).reduce((sum, { amount }) => sum + amount, 0));

/**
 * The lease beside a loan for the same price with the same sum paid at first, over the same months. Taxes on the price are
 * the same in both where they are due on it; a loan pays them on the whole price at first where the place taxes payments.
 */
export function besideLoan(file: EquipmentInput): BesideLoan | null {
  const lease = equipmentTerms(file);
  const rules = file.product.equipment;
  if (!lease || !rules) return null;
  const { annualRate, fee } = rules.loan;
  const amount = lease.adjusted;
  const payment = levelPayment(amount, annualRate, lease.months);
  const loanTax = lease.tax ? scaled(lease.price, lease.tax.rate) : 0;
  const atFirst = minor(lease.initial + fee + loanTax);
  const loanPayments = minor(payment * lease.months);
  const first = minor(lease.initial + feesAt(rules, 'start') + lease.priceTax);
  const all = minor(lease.payment * lease.months);
  const atEnd = feesAt(rules, 'end');
  const { optionPrice } = file.request;
  const optionTax = lease.tax?.on === 'payments' ? scaled(optionPrice ?? minor(0), lease.tax.rate) : 0;
  return {
    lease: { atFirst: first, payments: all, atEnd, total: minor(first + all + atEnd) },
    owned: optionPrice === null ? null : minor(first + all + optionPrice + optionTax),
    loan: { amount, rate: annualRate, payment, atFirst, payments: loanPayments, total: minor(atFirst + loanPayments) },
  };
}

/** What ending a lease early costs after a payment, before what the item brings is taken off: what is owed then, and the product's fee. */
export const earlyEnd = (lease: EquipmentLease, rules: EquipmentRules, afterPayment: number): Minor =>
  minor((lease.payments.find(({ number }) => number === afterPayment)?.liability ?? lease.adjusted) + rules.early.fee);

/**
 * Whether a law asks for the disclosures of a consumer's lease: to a person, for more than four months, and not beyond the
 * obligation up to which it holds (12 CFR 1013.2(e), from memory).
 */
export function isConsumerLease(file: EquipmentInput): boolean {
  const lease = equipmentTerms(file);
  const rules = file.product.equipment;
  if (!lease || !rules?.consumer) return false;
  const applicant = applicantOf(file);
  const personal = file.request.purpose === null || rules.consumer.purposes.includes(file.request.purpose);
  return applicant?.kind === 'person' && personal && lease.months > 4 && lease.initial + lease.payment * lease.months <= rules.consumer.mostObligation;
}
