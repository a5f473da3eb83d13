import { affordability } from '../../figures/affordability/index';
import { withChanges, type FitChange } from '../../figures/fit/index';
import { costsOf, paidOutOf, totalPayableOf } from '../../lending/costs/index';
import { minor } from '../../basis/money/index';
import type { IsoDate } from '../../basis/dates/index';
import { lineCosts, lineName } from '../../insuring/lines/index';
import { termsOf } from '../../insuring/policy/index';
import { underwritingOf } from '../../insuring/underwriting/index';
import { answerersOf, personName, type FileState, type Offer, type OfferTerms } from '../../file/state/index';
import type { FilePerson } from '../../people/people/index';

/** What is asked for in a file, as an offer says it: the amount, and of a loan what it costs. Whole minor units. */
export function offerTermsOf(file: FileState, today: IsoDate): OfferTerms {
  if (file.product.cover) return coverTermsOf(file, today);
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

/** What a cover is offered at: the benefits of all, what is paid each time and in a year, and what the underwriting added or left out. */
function coverTermsOf(file: FileState, today: IsoDate): OfferTerms {
  const terms = termsOf(file, today);
  if (file.product.cover?.lines) return lineTermsOf(file, terms, today);
  const covered = file.covers.map((cover) => {
    const person = file.people.find(({ id }) => id === cover.personId);
    const said = underwritingOf(file, cover);
    return {
      name: person ? personName(person) : '',
      benefit: cover.benefit ?? minor(0),
      loading: said?.loading ?? 0,
      perMille: said?.perMille ?? 0,
      leftOut: said?.exclusions ?? [],
    };
  });
  const amount = minor(covered.reduce((so, { benefit }) => so + benefit, 0));
  return { amount, termMonths: null, payment: terms?.first ?? null, totalPayable: terms?.year ?? null, paidOut: null, rate: null, covered };
}

/** What lines of cover are offered at: what each is insured for, and what is paid. */
function lineTermsOf(file: FileState, terms: ReturnType<typeof termsOf>, today: IsoDate): OfferTerms {
  const costs = lineCosts(file, today);
  const insured = file.coverLines.map((line, at) => ({ line: lineName(file, line), insured: costs[at]?.insured ?? minor(0) }));
  const amount = minor(insured.reduce((so, one) => so + one.insured, 0));
  return { amount, termMonths: null, payment: terms?.first ?? null, totalPayable: terms?.year ?? null, paidOut: null, rate: null, insured };
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
