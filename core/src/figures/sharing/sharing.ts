import { roundTo, total, worked, type Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say } from '../../basis/words/index';
import { applicantsOf, personName } from '../../file/state/index';
import type { FileState } from '../../file/state/index';
import { baseOf, type AffordabilityInput } from '../affordability/index';

/** One of several who share a rent: what they pay of it, and how often what counts of their income covers that, and all of it. */
export interface Sharer {
  personId: string;
  name: string;
  share: Minor | null;
  income: Term;
  /** Times, to four decimals; null where there is nothing to cover. */
  own: { value: number; terms: Term[] } | null;
  all: { value: number; terms: Term[] } | null;
}

export interface Sharing {
  sharers: Sharer[];
  /** What is to be shared: the rent after subsidies. */
  rent: Minor;
  /** The parts together less what is to be shared: zero when they make the whole. */
  over: number;
}

/**
 * Several who apply and share the rent: each carrying their own part, and each carrying all of it, since each owes the
 * whole (common practice, no source). By what counts of each one’s income on the product’s basis.
 * @returns null where nobody named a part, or the rent isn’t known.
 */
export function sharingOf(file: AffordabilityInput & Pick<FileState, 'rentShares'>, today: IsoDate): Sharing | null {
  if (file.rentShares.length === 0 || file.product.amountIs !== 'rent') return null;
  const base = baseOf(file, today);
  const { asked } = base;
  if (!asked) return null;
  const sharers = applicantsOf(file).map<Sharer>((person) => {
    const parts = file.rentShares.filter(({ personId, amount }) => personId === person.id && amount !== null);
    const share = parts.length === 0 ? null : minor(parts.reduce((so, { amount }) => so + (amount ?? 0), 0));
    const lines = base.income.filter(({ personId }) => personId === person.id);
    const income: Term = { label: say('sharing.incomeOf', { name: personName(person) }), sign: '+', value: total(lines), unit: 'money', terms: lines };
    const anchor = { chapter: 'unit', anchor: `${parts[0]?.id ?? ''}.amount` };
    const cover = (of: Term): { value: number; terms: Term[] } | null => {
      if (of.value <= 0) return null;
      const terms: Term[] = [income, { ...of, sign: '÷' }];
      return { value: roundTo('times', worked(terms)), terms };
    };
    return {
      personId: person.id,
      name: personName(person),
      share,
      income,
      own: share === null ? null : cover({ label: say('sharing.ownPart'), sign: '÷', value: share, unit: 'money', place: anchor }),
      all: cover({ ...asked, label: say('sharing.allOfIt') }),
    };
  });
  const shared = file.rentShares.reduce((so, { amount }) => so + (amount ?? 0), 0);
  return { sharers, rent: minor(asked.value), over: shared - asked.value };
}
