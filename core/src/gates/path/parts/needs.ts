import { say } from '../../../basis/words/index';
import { rowsOf } from './rowsOf';
import { withSheets, type Income } from '../../../means/income/index';
import { companiesOf } from '../../../people/ownership/index';
import { relationBetween } from '../../../people/household/index';
import { paidTo } from '../../../lending/payees/index';
import { OWING_ROLES, type FilePerson } from '../../../people/people/index';
import { applies, isEmpty, valueOf, type Chapter, type Need } from '../../../file/product/index';
import { descriptionOf } from '../../../file/details/index';
import { applicantOf, numberKindOf, personName, plays } from '../../../file/state/index';
import { NUMBER_KINDS } from '../../../basis/numbers/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** Fields that the product's next gates need. */
export const needs: PathPart = { code: 'needs', entries: needEntries };

function needEntries(file: FileState): Draft[] {
  return file.product.needs.flatMap((need) =>
    rowsOf(file, need.entity)
      .filter(
        ({ row, person }) =>
          asks(need, person) && !isOfPersons(file, need, person) && !isAllNamed(file, need) && applies(need.when, row) && isEmpty(factOf(file, need, row)),
      )
      .map(({ anchor, person, since }) => ({
        key: `need:${need.entity}:${anchor}:${need.field}`,
        gate: need.before,
        what: person ? say('path.of3', { needLabel: labelOf(file, need, person), person: personName(person) }) : need.label,
        why: need.why,
        holder: 'officer' as const,
        personId: person?.id ?? null,
        since,
        place: { chapter: descriptionOf(need.entity).chapter as Chapter, anchor: anchor ? `${anchor}.${need.field}` : need.field },
      })),
  );
}

/** What a need is called: a number by what it is called of that person, since a company's is another one than a person's. */
const labelOf = (file: FileState, { entity, field, label }: Need, person: FilePerson): string =>
  entity === 'person' && field === 'idNumber' ? NUMBER_KINDS[numberKindOf(file.pack, person, 'identity')].label : label;

/** What a need looks at: a field of the row, what its settlement sheets come to, or what somebody is to the applicant, which their relations say. */
function factOf(file: FileState, need: Need, row: object): unknown {
  if (need.entity === 'income') return valueOf(withSheets(file, row as Income).income, need.field);
  if (need.entity !== 'person' || need.field !== 'relationship') return valueOf(row, need.field);
  const applicant = applicantOf(file);
  const { id } = row as FilePerson;
  return !applicant || applicant.id === id ? 'self' : relationBetween(file.relations, id, applicant.id);
}

/** What is asked of persons alone: how a company is housed is no obligation of a household, and its owners are explained by who holds what, and codes go to who signs for it. */
function isOfPersons(file: FileState, { entity, field }: Need, person: FilePerson | null): boolean {
  if (entity === 'person' && field === 'share') return person !== null && plays(person, ['beneficialOwner']) && companiesOf(file).length > 0;
  if (entity === 'person' && field === 'relationship') return person?.kind === 'organisation' || companiesOf(file).length > 0;
  if (person?.kind === 'organisation' && entity === 'person' && field === 'phone' && plays(person, OWING_ROLES)) return true;
  return person?.kind === 'organisation' && entity === 'home' && (field === 'tenure' || field === 'monthlyCost');
}

/** Where all that is paid out goes to payees of their own, no account is left to be named. */
const isAllNamed = (file: FileState, { entity, field }: Need): boolean =>
  entity === 'request' && field.startsWith('payout') && file.payees.length > 0 && !paidTo(file).some(({ payeeId }) => payeeId === null);

/** Whom a need is about, by their roles; where a code is sent to who applies, it goes to who signs for a company that does. */
const asks = (need: Need, person: FilePerson | null): boolean =>
  !need.roles ||
  (person !== null &&
    (plays(person, need.roles) || (need.entity === 'person' && need.field === 'phone' && person.signsFor !== null && need.roles.includes('applicant'))));
