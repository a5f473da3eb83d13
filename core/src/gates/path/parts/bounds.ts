import { yearsBetween } from '../../../basis/dates/index';
import { OWING_ROLES } from '../../../people/people/index';
import { plays, personName } from '../../../file/state/index';
import { moneyIn } from '../../../basis/money/index';
import type { IsoDate } from '../../../basis/dates/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** What the product is offered for. */
export const bounds: PathPart = { code: 'bounds', entries: (file, { today }) => boundEntries(file, today) };

function boundEntries(file: FileState, today: IsoDate): Draft[] {
  const { amount: amounts, termMonths: terms, applicantAge } = file.product.bounds;
  const { amount, termMonths, advanceOn, firstPaymentOn } = file.request;
  const show = moneyIn(file.pack);
  const entries: Draft[] = [];
  const add = (field: string, what: string, why: string) =>
    entries.push({ key: `bound:${field}`, gate: 'details', what, why, holder: 'officer', place: { chapter: 'request', anchor: field } });
  if (amount !== null && (amount < amounts.least || amount > amounts.most))
    add('amount', `Amount outside ${show(amounts.least)} to ${show(amounts.most)}`, `${file.product.name} is offered between these amounts.`);
  if (termMonths !== null && (termMonths < terms.least || termMonths > terms.most))
    add('termMonths', `Term outside ${terms.least} to ${terms.most} months`, `${file.product.name} is offered for these terms.`);
  if (firstPaymentOn !== null && firstPaymentOn <= (advanceOn ?? today))
    add('firstPaymentOn', 'First payment on or before the advance', 'A payment can only fall due after the money was paid out.');
  for (const person of file.people.filter((candidate) => candidate.kind === 'person' && plays(candidate, OWING_ROLES))) {
    if (person.birthDate === null || yearsBetween(person.birthDate, today) >= applicantAge.least) continue;
    entries.push({
      key: `bound:age:${person.id}`,
      gate: 'details',
      what: `${personName(person)} is under ${applicantAge.least}`,
      why: `Applicants and guarantors of ${file.product.name} must be ${applicantAge.least} or older.`,
      holder: 'officer',
      personId: person.id,
      place: { chapter: 'people', anchor: `${person.id}.birthDate` },
    });
  }
  return entries;
}
