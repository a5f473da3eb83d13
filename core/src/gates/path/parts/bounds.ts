import { say, type Words } from '../../../basis/words/index';
import { yearsBetween } from '../../../basis/dates/index';
import { OWING_ROLES } from '../../../people/people/index';
import { plays, personName } from '../../../file/state/index';
import type { IsoDate } from '../../../basis/dates/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** What the product is offered for. */
export const bounds: PathPart = { code: 'bounds', entries: (file, { today }) => boundEntries(file, today) };

function boundEntries(file: FileState, today: IsoDate): Draft[] {
  const { amount: amounts, termMonths: terms, applicantAge } = file.product.bounds;
  const { amount, termMonths, advanceOn, firstPaymentOn } = file.request;
  const entries: Draft[] = [];
  const add = (field: string, what: Words, why: Words) =>
    entries.push({ key: `bound:${field}`, gate: 'details', what, why, holder: 'officer', place: { chapter: 'request', anchor: field } });
  if (amount !== null && (amount < amounts.least || amount > amounts.most))
    add(
      'amount',
      say('path.amountOutside', { least: { money: amounts.least }, most: { money: amounts.most } }),
      say('path.offeredBetweenTheseAmounts', { productName: file.product.name }),
    );
  if (termMonths !== null && (termMonths < terms.least || termMonths > terms.most))
    add(
      'termMonths',
      say('path.termOutsideMonths', { least: terms.least, most: terms.most }),
      say('path.offeredForTheseTerms', { productName: file.product.name }),
    );
  if (firstPaymentOn !== null && firstPaymentOn <= (advanceOn ?? today))
    add('firstPaymentOn', say('path.firstPaymentOnOrBefore'), say('path.paymentCanOnlyFallDue'));
  for (const person of file.people.filter((candidate) => candidate.kind === 'person' && plays(candidate, OWING_ROLES))) {
    if (person.birthDate === null || yearsBetween(person.birthDate, today) >= applicantAge.least) continue;
    entries.push({
      key: `bound:age:${person.id}`,
      gate: 'details',
      what: say('path.under', { person: personName(person), least: applicantAge.least }),
      why: say('path.applicantsAndGuarantorsMustOr', { productName: file.product.name, least: applicantAge.least }),
      holder: 'officer',
      personId: person.id,
      place: { chapter: 'people', anchor: `${person.id}.birthDate` },
    });
  }
  return entries;
}
