import { daysBetween, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { PlacePack } from '../../file/product/index';
import type { FilePerson } from '../people/index';
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

/** What has to be known before somebody is called or written to: the way and the times that they asked for, their language, and what helps them. */
export function reachedHow(person: Pick<FilePerson, 'contactBy' | 'contactTimes' | 'language' | 'accessibility'>, pack: Pick<PlacePack, 'languages'>): Words[] {
  const { contactBy, contactTimes, language, accessibility } = person;
  const spoken = pack.languages.find(({ code }) => code === language);
  return [
    ...(contactBy ? [say('contacts.reachBy', { way: contactBy })] : []),
    ...(contactTimes ? [say('contacts.atTimes', { times: contactTimes })] : []),
    // What everybody speaks there needs no word.
    ...(spoken && spoken.code !== pack.languages[0]?.code ? [say('contacts.inLanguage', { language: spoken.label })] : []),
    ...(accessibility ? [say('contacts.needs', { what: accessibility })] : []),
  ];
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
