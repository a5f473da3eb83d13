import { affordability } from '../../figures/affordability/index';
import { withChanges, type FitChange } from '../../figures/fit/index';
import { costsOf, paidOutOf, totalPayableOf } from '../../lending/costs/index';
import { minor } from '../../basis/money/index';
import type { IsoDate } from '../../basis/dates/index';
import { answerersOf, type FileState, type Offer, type OfferTerms } from '../../file/state/index';
import type { FilePerson } from '../../people/people/index';

/** What is asked for in a file, as an offer says it: the amount, and of a loan what it costs. Whole minor units. */
export function offerTermsOf(file: FileState, today: IsoDate): OfferTerms {
  const { request } = file;
  const costs = costsOf(file, today);
  const figure = (measure: string): number | null => affordability(file, today).figures.find((one) => one.measure === measure)?.value ?? null;
  return {
    amount: request.amount ?? minor(0),
    termMonths: request.termMonths,
    payment: costs?.payment ?? null,
    totalPayable: costs ? totalPayableOf(costs) : null,
    paidOut: costs ? paidOutOf(file) : null,
    rate: costs ? figure('apr') : null,
  };
}

/** A file as a counter-offer would have it; the file itself stays. */
export const asOffered = (file: FileState, changes: readonly FitChange[]): FileState => withChanges(file, changes);

/** Those who apply and haven't said yes to the offer that is out. */
export function awaitedOf(file: Pick<FileState, 'people'>, offer: Pick<Offer, 'answers'>): FilePerson[] {
  return answerersOf(file).filter(({ id }) => !offer.answers.some(({ personId, answer }) => personId === id && answer === 'accept'));
}

/** What of a request an approver may offer otherwise: how much, for how long and in which parts, never who is paid or what somebody earns. */
const OFFERABLE: Readonly<Record<string, readonly string[]>> = {
  request: ['amount', 'price', 'downPayment', 'termMonths', 'advanceOn', 'firstPaymentOn'],
  use: ['amount'],
};

/** Whether a change of details can be a part of a counter-offer. */
export function isOfferable(change: FitChange): boolean {
  if (change.entity === 'part') return true;
  return change.op === 'set' && (OFFERABLE[change.entity]?.includes(change.field) ?? false);
}
