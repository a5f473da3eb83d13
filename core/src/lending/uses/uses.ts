import { say } from '../../basis/words/index';
import { SOURCE_KIND_LABEL } from './fields';
import { total, type Term } from '../../basis/arithmetic/index';
import type { FileState } from '../../file/state/index';
import { feesFor, feesPaid } from '../fees/index';
import { minor, type Minor } from '../../basis/money/index';

export interface UsesAndSources {
  uses: Term[];
  sources: Term[];
  /** What the sources lack against the uses; below zero when they are too much. */
  gap: Minor;
  /** Fees that are taken from the pay-out: so much less of the loan reaches what is paid for, and is the applicant's to bring. */
  withheld: Minor;
  /** Whether there is anything to balance yet. */
  stated: boolean;
}

export type UsesInput = Pick<FileState, 'product' | 'request' | 'uses' | 'sources' | 'debts'>;

/**
 * What the money goes into, and where it comes from: the purposes (or the price where none are listed), debts that the
 * loan pays off and fees that are added to it, against the loan, the down payment and other sources. Fees that are taken
 * from the pay-out or paid beforehand are the applicant's own and stand on neither side; what is taken from the pay-out is
 * said beside them.
 */
export function usesAndSources(file: UsesInput): UsesAndSources {
  const { request, product } = file;
  const at = (anchor: string): Term['place'] => ({ chapter: 'request', anchor });
  const listed = file.uses.filter(({ amount }) => amount !== null);
  const purposes: Term[] =
    listed.length > 0
      ? listed.map(({ id, what, amount }) => ({ label: what ?? say('uses.purpose'), sign: '+', value: amount ?? 0, unit: 'money', place: at(`${id}.amount`) }))
      : [{ label: say('uses.price'), sign: '+', value: request.price ?? 0, unit: 'money', place: at('price') }];
  const cleared = file.debts
    .filter(({ cleared: paidOff, balance }) => paidOff && (balance ?? 0) > 0)
    .map<Term>(({ id, lender, balance }) => ({
      label: say('uses.paysOff', { lender: lender ?? 'a debt' }),
      sign: '+',
      value: balance ?? 0,
      unit: 'money',
      place: { chapter: 'commitments', anchor: `${id}.balance` },
    }));
  const due = product.costs && request.amount !== null ? feesFor(product.costs.fees, request.amount) : [];
  const financed = feesPaid(due, 'financed');
  const fees: Term[] = financed > 0 ? [{ label: say('uses.feesAddedLoan'), sign: '+', value: financed, unit: 'money' }] : [];
  const loan: Term = {
    label: say('uses.thisLoan'),
    sign: '+',
    value: (request.amount ?? 0) + financed,
    unit: 'money',
    place: at('amount'),
    ...(financed > 0
      ? {
          terms: [
            { label: say('uses.amount'), sign: '+', value: request.amount ?? 0, unit: 'money' },
            { label: say('uses.feesAdded'), sign: '+', value: financed, unit: 'money' },
          ],
        }
      : {}),
  };
  const others = file.sources
    .filter(({ amount }) => amount !== null)
    .map<Term>(({ id, kind, what, amount, owed }) => {
      const label = what ?? SOURCE_KIND_LABEL[kind ?? 'other'];
      const line: Term = { label, sign: '+', value: amount ?? 0, unit: 'money', place: at(`${id}.amount`) };
      if (kind !== 'tradeIn' || !owed) return line;
      // Its value pays what is owed on it first; where that is more, the rest has to be brought.
      const still: Term = { label: say('uses.stillOwed'), sign: '−', value: owed, unit: 'money', place: at(`${id}.owed`) };
      return { label, sign: '+', value: (amount ?? 0) - owed, unit: 'money', place: line.place, terms: [{ ...line, label: say('uses.tradeInValue') }, still] };
    });
  const down: Term[] =
    request.downPayment === null ? [] : [{ label: say('uses.downPayment'), sign: '+', value: request.downPayment, unit: 'money', place: at('downPayment') }];
  const uses = [...purposes, ...cleared, ...fees];
  const sources = [loan, ...down, ...others];
  return {
    uses,
    sources,
    gap: minor(total(uses) - total(sources)),
    withheld: feesPaid(due, 'withheld'),
    stated: request.amount !== null && (listed.length > 0 || request.price !== null),
  };
}
