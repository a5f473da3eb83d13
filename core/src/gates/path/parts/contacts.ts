import { say, type Words } from '../../../basis/words/index';
import { dayAt } from '../../../basis/dates/index';
import { personName, signersOf } from '../../../file/state/index';
import { reachedAlike, youngChanges } from '../../../people/contacts/index';
import type { Draft, PathPart } from '../entry';
import { explanationOf } from './carrying';

/** What is asked of how the signers are reached, since links and codes go there. */
export const contacts: PathPart = {
  code: 'contacts',
  entries(file, { today }) {
    const signers = signersOf(file);
    const ask = (subject: string, personId: string, what: Words, why: Words): Draft[] =>
      explanationOf(file, subject) === null
        ? [
            {
              key: `question:${subject}`,
              gate: 'gathering',
              what,
              why,
              holder: 'officer',
              personId,
              place: { chapter: 'people', anchor: `question.${subject}` },
            },
          ]
        : [];
    const alike = reachedAlike(signers).flatMap(({ first, second, field }) =>
      ask(
        `alike:${first.id}:${second.id}:${field}`,
        second.id,
        say('path.reachedAlike', { first: personName(first), second: personName(second), field }),
        say('path.eachSignerByTheirOwn'),
      ),
    );
    const changed = youngChanges(file.contactChanges, today, (at) => dayAt(at, file.pack.timeZone)).flatMap(({ personId, field, at }) => {
      const person = signers.find(({ id }) => id === personId);
      return person
        ? ask(
            `contact:${personId}:${at}`,
            personId,
            say('path.contactChanged', { person: personName(person), field, on: { day: dayAt(at, file.pack.timeZone) } }),
            say('path.linksAndCodesGoThere'),
          )
        : [];
    });
    return [...alike, ...changed];
  },
};
