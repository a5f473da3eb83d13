import type { Term } from '../../basis/arithmetic/index';
import { addDays, addMonths, type IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { LeaseRules } from '../../file/product/index';
import type { FileState } from '../../file/state/index';
import { isWhole, monthsOf, rentOfStretch, type Stretch } from './proration';

export type LeaseInput = Pick<
  FileState,
  'product' | 'pack' | 'request' | 'people' | 'pets' | 'vehicles' | 'unit' | 'leaseExtras' | 'feeWaivers' | 'leasedItems' | 'homes'
>;

/** A month of a lease, and what it costs. */
export interface RentMonth extends Stretch {
  dueOn: IsoDate;
  whole: boolean;
  /** Whether nothing is asked for it. */
  free: boolean;
  term: Term;
}

export interface LeaseTerms {
  startsOn: IsoDate;
  /** The first day that isn't let any more. */
  endsOn: IsoDate;
  rent: Minor;
  /** Of what is let beside it, a month, each with its arithmetic. */
  extras: Term[];
  months: RentMonth[];
  /** The last day on which notice can be given so that it ends with its term. */
  noticeBy: IsoDate;
}

/** Why the terms of a lease can't be worked: what lacks. Null where nothing does. */
export function leaseLacks({ product, request }: Pick<FileState, 'product' | 'request'>): Words | null {
  if (!product.lease) return null;
  if (request.amount === null || request.amount <= 0) return say('costs.rent');
  if (request.advanceOn === null) return say('lease.startLacks');
  if (request.termMonths === null) return say('lease.termLacks');
  return endOf(request) <= request.advanceOn ? say('lease.endsBeforeStart') : null;
}

type Dated = Pick<FileState['request'], 'advanceOn' | 'termMonths' | 'leaseEndsOn'>;
/** The first day that isn't let any more: the day after the one that was agreed on, else the end of the term. */
const endOf = ({ advanceOn, termMonths, leaseEndsOn }: Dated): IsoDate =>
  leaseEndsOn === null ? addMonths(advanceOn ?? ('' as IsoDate), termMonths ?? 0) : addDays(leaseEndsOn, 1);

/** From when until when something is let, the end not included; null while it isn't known. */
export function letOf(request: Dated): { startsOn: IsoDate; endsOn: IsoDate } | null {
  if (request.advanceOn === null || request.termMonths === null) return null;
  const endsOn = endOf(request);
  return endsOn > request.advanceOn ? { startsOn: request.advanceOn, endsOn } : null;
}

/** Whole months that nothing is asked for, as the product has them: the first or the last of those that there are. */
function freeMonths(whole: readonly Stretch[], { product, request }: Pick<FileState, 'product' | 'request'>): readonly Stretch[] {
  const count = Math.min(request.freeMonths ?? 0, product.lease?.concession?.most ?? 0, whole.length);
  if (count === 0) return [];
  return product.lease?.concession?.which === 'last' ? whole.slice(-count) : whole.slice(0, count);
}

/**
 * The terms of a lease: its months with the rent of each, prorated at both ends by the product's method, what is let
 * beside it, and the day by which notice is given. Rent is due on the first day of each month, the first on the first day of
 * the lease (common practice, no source). Null while something lacks.
 */
export function leaseTermsOf(file: Pick<LeaseInput, 'product' | 'request' | 'leaseExtras' | 'vehicles'>): LeaseTerms | null {
  const { lease } = file.product;
  const let_ = letOf(file.request);
  const rent = file.request.amount;
  if (!lease || !let_ || rent === null || rent <= 0) return null;
  const { startsOn, endsOn } = let_;
  const stretches = monthsOf({ from: startsOn, until: endsOn });
  const free = freeMonths(stretches.filter(isWhole), file);
  const months = stretches.map<RentMonth>((stretch) => {
    const isFree = free.includes(stretch);
    const term = rentOfStretch(lease.proration, rent, stretch);
    return {
      ...stretch,
      dueOn: stretch.from,
      whole: isWhole(stretch),
      free: isFree,
      term: isFree ? { label: term.label, sign: '+', value: 0, unit: 'money', note: say('lease.freeMonth') } : term,
    };
  });
  return { startsOn, endsOn, rent, extras: extrasOf(file), months, noticeBy: noticeBy(lease, endsOn) };
}

/** The last day on which notice can be given so that a let ends on a day, which isn't let any more. */
export const noticeBy = ({ notice }: Pick<LeaseRules, 'notice'>, endsOn: IsoDate): IsoDate => addDays(addMonths(endsOn, -notice.months), -1);

/** What is let beside a unit, a month: each of the product's list as often as it was taken. */
function extrasOf({ product, leaseExtras }: Pick<LeaseInput, 'product' | 'leaseExtras'>): Term[] {
  return leaseExtras.flatMap(({ id, code, count }): Term[] => {
    const extra = product.lease?.extras.find((one) => one.code === code);
    if (!extra) return [];
    const many = count ?? 1;
    const anchor = { chapter: 'unit', anchor: `${id}.count` };
    const one: Term = { label: extra.label, sign: '+', value: extra.monthly, unit: 'money', place: anchor };
    if (many === 1) return [one];
    const terms: Term[] = [one, { label: say('lease.howMany'), sign: '×', value: many, unit: 'count' }];
    return [{ ...one, value: minor(extra.monthly * many), terms }];
  });
}
