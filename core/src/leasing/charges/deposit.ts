import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import { minor, type Minor } from '../../basis/money/index';
import { say } from '../../basis/words/index';
import type { DepositCap } from '../../file/product/index';
import type { FileState } from '../../file/state/index';

/** The place’s cap on deposits where the unit of a file stands: of its own region, else of all others. Null where there is none, or it isn’t somewhere to live. */
export function depositCapOf({ product, pack, unit }: Pick<FileState, 'product' | 'pack' | 'unit'>): DepositCap | null {
  if (!product.lease?.residential) return null;
  return pack.deposits.find(({ region }) => region === unit?.unit.region) ?? pack.deposits.find((cap) => cap.region === '*') ?? null;
}

const places = { chapter: 'request', anchor: 'amount' };
const rentLine = (rent: Minor): Term => ({ label: say('lease.rentOfMonth'), sign: '+', value: rent, unit: 'money', place: places });

/**
 * The most that a place lets be asked as a deposit, with its arithmetic: so many months’ rent, or so many weeks’, a week
 * being the 52nd part of a year’s rent. Rounded down, since a cap isn’t exceeded by a cent.
 */
export function depositMost(cap: DepositCap, rent: Minor): Term {
  const label = say('lease.depositCap', { source: cap.source });
  const weeks = cap.above && rent * 12 >= cap.above.yearlyRent ? cap.above.weeks : cap.weeks;
  const terms: Term[] =
    weeks === null
      ? [rentLine(rent), { label: say('lease.monthsOfRent'), sign: '×', value: cap.months ?? 0, unit: 'count' }]
      : [
          rentLine(rent),
          { label: say('lease.monthsOfYear'), sign: '×', value: 12, unit: 'count' },
          { label: say('lease.weeksOfYear'), sign: '÷', value: 52, unit: 'count' },
          { label: say('lease.weeksOfRent'), sign: '×', value: weeks, unit: 'count' },
        ];
  const exact = worked(terms);
  const value = exact.floor().toNumber();
  // A cent that isn’t whole is let go: the line shows what was worked, the cap what of it may be asked.
  return roundTo('money', exact) === value
    ? { label, sign: '+', value, unit: 'money', terms }
    : { label, sign: '+', value, unit: 'money', note: say('lease.roundedDown') };
}

/** Months of rent that are to be a deposit: those of the request, or the product's usual ones. */
export const depositAsked = ({ product, request }: Pick<FileState, 'product' | 'request'>): number =>
  request.depositMonths ?? product.lease?.deposit.months ?? 0;

/** Months of rent that are asked as a deposit of a file, as far as the place lets them be; nothing where nothing is let. */
export function depositMonthsOf(file: Pick<FileState, 'product' | 'pack' | 'unit' | 'request'>): number {
  const rent = file.request.amount;
  if (!file.product.lease || rent === null || rent === 0) return 0;
  const asked = depositAsked(file);
  const cap = depositCapOf(file);
  return cap ? Math.min(asked, depositMost(cap, rent).value / rent) : asked;
}

/**
 * The most months of rent that may be asked as a deposit of a file: the product's most, or less where the place's law caps it.
 * @returns months, in hundredths, rounded down; the product's most where the rent isn't known yet, nothing where nothing is let.
 */
export function depositMonthsMost(file: Pick<FileState, 'product' | 'pack' | 'unit' | 'request'>): number {
  const most = file.product.lease?.deposit.monthsMost ?? 0;
  const cap = depositCapOf(file);
  const rent = file.request.amount;
  return cap && rent ? Math.min(most, Math.floor((depositMost(cap, rent).value * 100) / rent) / 100) : most;
}

/** What is asked as a deposit, and what would be but for the place’s cap. */
export interface Deposit {
  term: Term;
  wanted: Minor;
  cap: Term | null;
}

/**
 * The deposit of a lease: so many months’ rent, as the product or whoever asks for it says, at most what the place lets
 * be asked. Pets’ deposits count towards the cap where the place says so.
 * @param months months of rent that are asked for.
 * @param pets what is asked for pets beside it.
 */
export function depositOf(rent: Minor, months: number, pets: Minor, cap: DepositCap | null): { deposit: Deposit; pets: Minor } {
  const terms: Term[] = [rentLine(rent), { label: say('lease.monthsOfRent'), sign: '×', value: months, unit: 'count' }];
  const wanted = minor(roundTo('money', worked(terms)));
  const label = say('lease.deposit');
  const most = cap && depositMost(cap, rent);
  if (!most || (most.value >= wanted + pets && !cap.petsBeside) || (cap.petsBeside && most.value >= wanted))
    return { deposit: { term: { label, sign: '+', value: wanted, unit: 'money', terms }, wanted, cap: most }, pets };
  const asked = Math.min(wanted, most.value);
  const left = cap.petsBeside ? pets : Math.min(pets, most.value - asked);
  const capped: Term = { label, sign: '+', value: asked, unit: 'money', ...(asked < wanted ? { terms: [most] } : { terms }) };
  return { deposit: { term: capped, wanted, cap: most }, pets: minor(left) };
}
