import { total, type Term } from '../../basis/arithmetic/index';
import { lastDayOf, type IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { EquipmentRules, LeaseFeeRule, ProductDefinition, Stage } from '../../file/product/index';
import { applicantsOf, personName, type FileState } from '../../file/state/index';
import { PET_KIND_LABEL } from '../../people/home/index';
import { leaseTermsOf, rentOfStretch, type LeaseInput, type LeaseTerms } from '../terms/index';
import { equipmentTerms } from '../equipment/index';
import { depositAsked, depositCapOf, depositOf, type Deposit } from './deposit';
import type { Receipt } from './fields';

/** Something that a file charges before the keys are handed over. */
export interface LeaseCharge {
  key: string;
  label: Words;
  amount: Minor;
  /** The day on which it is due, where that is one; else with the stage. */
  dueOn: IsoDate | null;
  /** The stage that can’t be left while it is owed. */
  before: Stage;
  /** What becomes of it where nothing is let. */
  back: LeaseFeeRule['back'];
  why: Words;
  terms: Term[];
}

/** When something is due that has no day of its own, in words: before the keys, or what is leased is delivered. */
export const chargeDue = ({ before }: Pick<LeaseCharge, 'before'>, { equipment }: Pick<ProductDefinition, 'equipment'>): Words =>
  before === 'completing'
    ? equipment
      ? say('equipment.dueBeforeDelivery')
      : say('lease.dueBeforeKeys')
    : before === 'signing'
      ? say('lease.dueWithLease')
      : say('lease.withApplication');

/** A fee that was let go, and why. */
export interface WaivedFee {
  label: string;
  reason: string | null;
}

interface Subject {
  id: string;
  name: Words;
}

/** What a fee is asked for: the file once, everybody who applies, each pet that is no assistance animal, each vehicle. */
function subjectsOf(file: LeaseInput, each: LeaseFeeRule['each']): Subject[] {
  if (each === 'adult') return applicantsOf(file).map((person) => ({ id: person.id, name: personName(person) }));
  if (each === 'pet') return petsCharged(file).map(({ id, kind }) => ({ id, name: kind === null ? say('lease.aPet') : PET_KIND_LABEL[kind] }));
  if (each === 'vehicle') return file.vehicles.map(({ id, plate, make }) => ({ id, name: plate ?? make ?? say('lease.aVehicle') }));
  return [{ id: '', name: '' }];
}

/** Pets for which something may be asked: an assistance animal is none (24 CFR 5.303 and 100.204, from memory). */
export const petsCharged = ({ pets }: Pick<FileState, 'pets'>): FileState['pets'] => pets.filter(({ serviceAnimal }) => !serviceAnimal);

/** Fees by the product’s list, each with whom or what it is for. */
function feesOf(file: LeaseInput, fees: readonly LeaseFeeRule[]): LeaseCharge[] {
  const waived = (code: string): boolean => file.feeWaivers.some((one) => one.code === code && one.reason !== null);
  return fees
    .filter(({ code, waivable }) => !(waivable && waived(code)))
    .flatMap(({ code, label, amount, each, before, back, why }) =>
      subjectsOf(file, each).map<LeaseCharge>(({ id, name }) => {
        const said = id === '' ? label : say('lease.feeFor', { fee: label, name });
        return {
          key: id === '' ? `fee:${code}` : `fee:${code}:${id}`,
          label: said,
          amount,
          dueOn: null,
          before,
          back,
          why,
          terms: [{ label: say('lease.asListed'), sign: '+', value: amount, unit: 'money' }],
        };
      }),
    );
}

/** Fees of the product’s list that were waived. */
export function waivedFees({ product, feeWaivers }: Pick<LeaseInput, 'product' | 'feeWaivers'>): WaivedFee[] {
  const fees = product.lease?.fees ?? [];
  return feeWaivers.flatMap(({ code, reason }) => {
    const fee = fees.find((one) => one.code === code);
    return fee?.waivable && reason !== null ? [{ label: fee.label, reason }] : [];
  });
}

/** The first rent, of the unit and what is let beside it, and the next where the first is only the end of a month. */
function rentsOf(file: LeaseInput, terms: LeaseTerms): LeaseCharge[] {
  const { lease } = file.product;
  if (!lease) return [];
  const [first, second] = terms.months;
  if (!first) return [];
  const late = lease.nextMonthFrom !== null && Number(first.from.slice(8)) >= lease.nextMonthFrom && second !== undefined;
  return [first, ...(late ? [second] : [])].map((month, at) => {
    const extras = terms.extras.map((extra) => {
      const part = rentOfStretch(lease.proration, minor(extra.value), month);
      return month.whole ? extra : { ...part, label: extra.label };
    });
    const lines = [month.term, ...extras];
    return {
      key: at === 0 ? 'rent:first' : 'rent:next',
      label: say('lease.rentFrom', { from: { day: month.from }, until: { day: lastDayOf(month.until) } }),
      amount: minor(total(lines)),
      dueOn: first.dueOn,
      before: lease.rentBefore,
      back: 'givenBack' as const,
      why: at === 0 ? say('lease.firstRentWhy') : say('lease.nextRentWhy'),
      terms: lines,
    };
  });
}

/** What is asked of a file as a deposit and for its pets, as far as the place lets them be asked; and by which law, where one caps them. */
export function leaseDeposit(file: LeaseInput, rent: Minor): { deposit: Deposit; pets: Minor; petsWanted: Minor; source: string | null } {
  const cap = depositCapOf(file);
  const petsWanted = minor(petsCharged(file).length * (file.product.lease?.deposit.pet ?? 0));
  return { ...depositOf(rent, depositAsked(file), petsWanted, cap), petsWanted, source: cap?.source ?? null };
}

/** The deposit, and that of each pet. */
function depositsOf(file: LeaseInput, terms: LeaseTerms): LeaseCharge[] {
  const { lease } = file.product;
  if (!lease) return [];
  const pets = petsCharged(file);
  const { deposit, pets: ofPets, petsWanted, source } = leaseDeposit(file, terms.rent);
  const base = { dueOn: terms.startsOn, before: lease.deposit.before, back: 'givenBack' as const };
  const capped = deposit.cap !== null && deposit.term.value < deposit.wanted;
  const why = capped && source ? say('lease.depositCapped', { source }) : lease.deposit.why;
  return [
    ...(deposit.term.value > 0
      ? [{ ...base, key: 'deposit', label: deposit.term.label, amount: minor(deposit.term.value), why, terms: deposit.term.terms ?? [] }]
      : []),
    ...(ofPets > 0
      ? [
          {
            ...base,
            key: 'deposit:pets',
            label: say('lease.depositPets', { count: pets.length }),
            amount: ofPets,
            why: ofPets < petsWanted && source ? say('lease.depositCapped', { source }) : lease.deposit.why,
            terms:
              ofPets < petsWanted
                ? [{ label: say('lease.leftUnderCap'), sign: '+' as const, value: ofPets, unit: 'money' as const }]
                : [
                    { label: say('lease.asListed'), sign: '+' as const, value: lease.deposit.pet, unit: 'money' as const },
                    { label: say('lease.howMany'), sign: '×' as const, value: pets.length, unit: 'count' as const },
                  ],
          },
        ]
      : []),
  ];
}

/** What is paid before equipment is delivered: what is paid at first, the first payment where they fall due in advance, fees, tax on the price. */
function atDelivery(file: LeaseInput, rules: EquipmentRules): LeaseCharge[] {
  const worked = equipmentTerms(file);
  const charge = (key: string, label: Words, amount: Minor, why: Words, terms: Term[] = []): LeaseCharge => ({
    key,
    label,
    amount,
    dueOn: null,
    before: 'completing',
    back: 'givenBack',
    why,
    terms: terms.length > 0 ? terms : [{ label, sign: '+', value: amount, unit: 'money' }],
  });
  const fees = rules.fees.filter(({ when }) => when === 'start').map(({ code, label, amount, why }) => charge(`fee:${code}`, label, amount, why));
  if (!worked) return fees;
  const { initial, due, payment, priceTax, tax } = worked;
  return [
    ...fees,
    charge('initial', say('equipment.initial'), initial, say('equipment.initialWhy')),
    ...(due === 'advance' ? [charge('rent:first', say('equipment.firstPayment'), payment, say('equipment.firstPaymentWhy'), worked.terms)] : []),
    ...(tax ? [charge('tax', say('equipment.tax'), priceTax, tax.source)] : []),
  ];
}

/**
 * Everything that a file charges before the keys are handed over, in the order in which it is asked for: fees, the
 * deposit, the first rent. What needs terms that aren’t known yet isn’t there.
 */
export function leaseCharges(file: LeaseInput): LeaseCharge[] {
  const { lease, equipment, route } = file.product;
  const terms = leaseTermsOf(file);
  const charges = lease
    ? [...feesOf(file, lease.fees), ...(terms ? [...depositsOf(file, terms), ...rentsOf(file, terms)] : [])]
    : equipment
      ? atDelivery(file, equipment)
      : [];
  const order = ({ before }: LeaseCharge): number => route.indexOf(before);
  return charges.filter(({ amount }) => amount > 0).sort((a, b) => order(a) - order(b));
}

type Paying = LeaseInput & Pick<FileState, 'receipts'>;

/** What came in and stayed. */
export const paidIn = (receipts: readonly Receipt[]): Minor =>
  minor(receipts.reduce((so, { state, direction, amount }) => (state !== 'done' ? so : direction === 'in' ? so + amount : so - amount), 0));

/** A charge, what of it is paid, and what is still owed. */
export interface ChargeStanding extends LeaseCharge {
  paid: Minor;
  owed: Minor;
}

/** What is paid of each charge: money goes to those that are asked for first (common practice, no source). What is left over is nobody’s yet. */
export function chargesStanding(file: Paying): { charges: ChargeStanding[]; over: Minor } {
  let left: number = paidIn(file.receipts);
  const charges = leaseCharges(file).map((charge) => {
    const paid = Math.min(charge.amount, Math.max(0, left));
    left -= paid;
    return { ...charge, paid: minor(paid), owed: minor(charge.amount - paid) };
  });
  return { charges, over: minor(Math.max(0, left)) };
}

/** What is still owed in all. */
export const owedOf = (file: Paying): Minor => owed(chargesStanding(file).charges);
/** What is still owed before a stage is left. */
export const owedBefore = (file: Paying, stage: Stage): Minor => owed(chargesStanding(file).charges.filter(({ before }) => before === stage));
const owed = (charges: readonly ChargeStanding[]): Minor => minor(charges.reduce((so, one) => so + one.owed, 0));

/** What of the money that was paid is kept where nothing is let, and what goes back. */
export interface GivenBack {
  kept: { label: Words; amount: Minor; why: Words }[];
  keeps: Minor;
  back: Minor;
}

/**
 * What becomes of what was paid where a file ends without a lease: a fee that is kept stays, one that is kept only for a
 * decision goes back where none was made, everything else goes back to the cent.
 * @returns what is kept and what goes back; together they are what was paid.
 */
export function givenBackOf(file: Paying & Pick<FileState, 'decisions'>): GivenBack {
  const decided = file.decisions.some(({ outcome }) => outcome === 'approve' || outcome === 'counter' || outcome === 'decline');
  const { charges } = chargesStanding(file);
  const kept = charges
    .filter(({ back, paid }) => paid > 0 && (back === 'kept' || (back === 'unlessDecided' && decided)))
    .map(({ label, paid, back }) => ({ label, amount: paid, why: back === 'kept' ? say('lease.keptWhy') : say('lease.keptForDecision') }));
  const keeps = minor(kept.reduce((so, { amount }) => so + amount, 0));
  return { kept, keeps, back: minor(Math.max(0, paidIn(file.receipts) - keeps)) };
}
