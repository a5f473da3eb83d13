import { daysBetween, type IsoDate } from '../../basis/dates/index';
import { CONTACT_FIELDS, type ContactChange, type ContactField } from '../../file/state/index';

/** Days in which a change is asked about before somebody signs or is paid. Common practice, no source. */
const ASKED_DAYS = 30;

/** The newest change of each person's contact details that is young enough to be asked about. */
export function youngChanges(changes: readonly ContactChange[], today: IsoDate, dayOf: (at: string) => IsoDate): ContactChange[] {
  const newest = new Map<string, ContactChange>();
  for (const change of changes) {
    const known = newest.get(change.personId);
    if (!known || known.at < change.at) newest.set(change.personId, change);
  }
  return [...newest.values()].filter(({ at }) => daysBetween(dayOf(at), today) <= ASKED_DAYS);
}

/** Pairs of people who are reached the same way, each pair and way once. */
export function reachedAlike<Person extends { id: string } & Record<ContactField, string | null>>(
  people: readonly Person[],
): { first: Person; second: Person; field: ContactField }[] {
  const of = (person: Person, field: ContactField): string | null => person[field]?.trim().toLowerCase() ?? null;
  return people.flatMap((first, at) =>
    people
      .slice(at + 1)
      .flatMap((second) =>
        CONTACT_FIELDS.filter((field) => of(first, field) !== null && of(first, field) === of(second, field)).map((field) => ({ first, second, field })),
      ),
  );
}
