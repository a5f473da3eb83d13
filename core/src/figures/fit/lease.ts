import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { DetailChange } from '../../file/details/index';
import type { FileState } from '../../file/state/index';
import { depositAsked } from '../../leasing/charges/index';
import { rentOf } from '../../leasing/units/index';
import type { Figure } from '../affordability/index';
import { lastGood, type FitInput } from './fit';
import { triedOn } from './tried';

/** What can be changed of a let so that it fits: how long it is let for, a higher deposit, or a unit at a lower rent. */
export interface LeaseProposal {
  lever: 'term' | 'deposit' | 'rent';
  label: Words;
  /** What is changed in the file; nothing where another unit has to be looked for. */
  changes: DetailChange[];
  /** The highest rent a month that fits, that of the longer term, or the one that is asked for. */
  rent: Minor;
  figures: Figure[];
}

/** Rents are lowered to whole units of the currency. */
const UNIT = 100;

/**
 * What would bring a let that is over a limit inside: a longer term at the rent of the list for it, the lowest deposit with
 * which the product’s limits are others and that the place lets be asked, and the highest rent that fits, for which another
 * unit can be looked for. Each is tried by working the figures of the changed file; a rent one unit of the currency higher
 * doesn't do.
 * @returns nothing where nothing is let, or nothing is outside.
 */
export function whatFitsLease(file: FitInput & Pick<FileState, 'unit'>, today: IsoDate): LeaseProposal[] {
  const { product, request, unit } = file;
  const { amount, termMonths } = request;
  if (!product.lease || amount === null) return [];
  const { outside, worked, passes } = triedOn(file, today);
  if (!outside) return [];
  const set = (field: string, value: number): DetailChange => ({ op: 'set', entity: 'request', id: null, field, value });
  const longer = (unit?.unit.plan.rents ?? [])
    .map(({ leastMonths }) => leastMonths)
    .filter((months) => termMonths !== null && months > termMonths && months <= product.bounds.termMonths.most)
    .sort((a, b) => a - b)
    .flatMap((months) => {
      const rent = unit && rentOf(unit.unit, unit.startsOn, months);
      const changes = rent === null ? [] : [set('termMonths', months), set('amount', rent)];
      return rent !== null && rent < amount && passes(changes) ? [{ months, rent, changes }] : [];
    });
  const [first] = longer;
  const deposit = [...new Set(product.limits.flatMap(({ withDeposit }) => (withDeposit ? [withDeposit.months] : [])))]
    .filter((months) => months > depositAsked(file) && months <= (product.lease?.deposit.monthsMost ?? 0))
    .sort((a, b) => a - b)
    .find((months) => passes([set('depositMonths', months)]));
  const least = Math.ceil(product.bounds.amount.least / UNIT);
  const at = (units: number): DetailChange[] => [set('amount', units * UNIT)];
  // As it is asked for doesn't do.
  const asked = Math.ceil(amount / UNIT);
  const highest = asked > least && passes(at(least)) ? lastGood(least, asked, (units) => passes(at(units))) * UNIT : null;
  return [
    ...(first
      ? [
          {
            lever: 'term' as const,
            label: say('fit.letFor', { months: first.months }),
            changes: first.changes,
            rent: first.rent,
            figures: worked(first.changes),
          },
        ]
      : []),
    ...(deposit === undefined
      ? []
      : [
          {
            lever: 'deposit' as const,
            label: say('fit.depositOf', { months: deposit }),
            changes: [set('depositMonths', deposit)],
            rent: amount,
            figures: worked([set('depositMonths', deposit)]),
          },
        ]),
    ...(highest === null
      ? []
      : [
          {
            lever: 'rent' as const,
            label: say('fit.rentAtMost', { rent: { money: highest } }),
            changes: [],
            rent: minor(highest),
            figures: worked(at(highest / UNIT)),
          },
        ]),
  ];
}
