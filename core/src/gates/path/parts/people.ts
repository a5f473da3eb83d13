import type { PathPart } from '../entry';
import { ROLE_LABEL } from '../../../people/people/index';
import type { FilePerson } from '../../../people/people/index';
import type { IsoDate } from '../../../basis/dates/index';
import { personName, plays, rolesOf, type Consent, type FileState } from '../../../file/state/index';
import { adultsWhoMustApply, householdProblems } from '../../../people/household/index';
import { areDetailsOld } from '../../../people/persons/index';
import { type HistoryRule } from '../../../file/product/index';
import { askedOf, endingAnswers } from '../../../people/declarations/index';
import { rolesProblem, sharesOf } from '../../../people/roles/index';
import { coverage, gapInWords, type Stretch } from '../../../basis/timeline/index';
import type { Draft } from '../entry';

/** What stands in the way because of who the people of a file are, how they are related, where they lived, and what they declared. */
export const people: PathPart = { code: 'people', entries: (file, { today }) => peopleEntries(file, today) };

function peopleEntries(file: FileState, today: IsoDate): Draft[] {
  return [
    ...endingEntries(file),
    ...duplicateEntries(file),
    ...clashEntries(file),
    ...oldDetailEntries(file, today),
    ...roleEntries(file),
    ...householdEntries(file, today),
    ...historyEntries(file, today),
    ...districtEntries(file),
    ...questionEntries(file),
    ...consentEntries(file),
  ];
}

/** The consent of a kind that holds for somebody now; one that was withdrawn doesn't. */
export function consentOf(file: Pick<FileState, 'consents'>, personId: string, kind: string): Consent | null {
  return file.consents.filter((consent) => consent.personId === personId && consent.kind === kind && consent.withdrawnAt === null).at(-1) ?? null;
}

export const hasConsent = (file: Pick<FileState, 'consents'>, personId: string, kind: string): boolean => consentOf(file, personId, kind) !== null;

function consentEntries(file: FileState): Draft[] {
  return file.product.consents.flatMap(({ kind, label, before, roles }) =>
    file.people
      .filter((person) => before !== null && plays(person, roles) && !hasConsent(file, person.id, kind))
      .map<Draft>((person) => {
        const withdrawn = file.consents.find((consent) => consent.personId === person.id && consent.kind === kind);
        return {
          key: `consent:${kind}:${person.id}`,
          gate: before ?? 'details',
          what: withdrawn ? `${label} of ${personName(person)} was withdrawn` : `${label} of ${personName(person)}`,
          why: withdrawn ? 'What depends on a consent stops when it is withdrawn.' : 'Nothing is done with somebody’s data before they agreed to it.',
          holder: 'officer',
          personId: person.id,
          since: withdrawn?.withdrawnAt ?? person.createdAt,
          place: { chapter: 'declarations', anchor: `consent.${kind}.${person.id}` },
        };
      }),
  );
}

function endingEntries(file: FileState): Draft[] {
  return endingAnswers(file).map<Draft>(({ question, person, ends }) => ({
    key: `ends:${question.code}:${person.id}`,
    gate: 'details',
    what: `${personName(person)} can’t have ${file.product.name}: ${ends ?? ''}`,
    why: question.why,
    holder: 'officer',
    personId: person.id,
    place: { chapter: question.phase === 'qualifying' ? 'request' : 'declarations', anchor: `answer.${person.id}.${question.code}` },
  }));
}

function questionEntries(file: FileState): Draft[] {
  return askedOf(file).flatMap<Draft>(({ question, person, answer, unexplained }) => {
    const place = {
      chapter: question.phase === 'qualifying' ? ('request' as const) : ('declarations' as const),
      anchor: `answer.${person.id}.${question.code}`,
    };
    const base = { gate: question.before, why: question.why, holder: 'officer' as const, personId: person.id, place };
    if (answer?.value == null) return [{ ...base, key: `answer:${question.code}:${person.id}`, what: `${personName(person)}: ${question.text}` }];
    if (!unexplained) return [];
    return [
      {
        ...base,
        key: `explain:${question.code}:${person.id}`,
        what: `${personName(person)}: explain the answer to “${question.text}”`,
        place: { ...place, anchor: `explain.${person.id}.${question.code}` },
      },
    ];
  });
}

function duplicateEntries(file: FileState): Draft[] {
  return file.duplicates.flatMap<Draft>(({ id, personId, matchName, reasons, state, reason, by, at }) => {
    if (state === 'confirmed' || state === 'same') return [];
    const person = file.people.find((candidate) => candidate.id === personId);
    const name = person ? personName(person) : 'Somebody';
    const open = state === 'open';
    return [
      {
        key: `duplicate:${id}`,
        gate: open ? 'details' : 'checking',
        what: open ? `Is ${name} the ${matchName} whom we know?` : `${name} was entered beside ${matchName}: ${by ?? ''} says they are two (“${reason ?? ''}”)`,
        why: `Nobody is in the register twice: ${reasons.join(', ')}.`,
        holder: open ? 'officer' : 'compliance',
        personId,
        since: at,
        place: { chapter: 'people', anchor: `duplicate.${id}` },
      },
    ];
  });
}

function clashEntries(file: FileState): Draft[] {
  return file.clashes.map<Draft>(({ personId, reference }) => {
    const person = file.people.find(({ id }) => id === personId);
    return {
      key: `clash:${personId}:${reference}`,
      gate: 'details',
      what: `${person ? personName(person) : 'Somebody'} stands in file ${reference} of the same round`,
      why: 'A household has one application in a round.',
      holder: 'officer',
      personId,
      place: { chapter: 'people', anchor: `${personId}.fullName` },
    };
  });
}

function oldDetailEntries(file: FileState, today: IsoDate): Draft[] {
  return file.people
    .filter(
      ({ detailsFrom, detailsConfirmed }) => detailsFrom !== null && detailsConfirmed === null && areDetailsOld(detailsFrom, file.product.detailsAge, today),
    )
    .map<Draft>((person) => ({
      key: `old:${person.id}`,
      gate: 'details',
      what: `Ask ${personName(person)} whether the details of ${person.detailsFrom ?? ''} still hold`,
      why: `Details that are older than ${file.product.detailsAge} days are asked again.`,
      holder: 'officer',
      personId: person.id,
      place: { chapter: 'people', anchor: `confirm.${person.id}` },
    }));
}

function roleEntries(file: FileState): Draft[] {
  const entries: Draft[] = [];
  for (const person of file.people) {
    const problem = rolesProblem(rolesOf(person));
    if (problem)
      entries.push({
        key: `roles:${person.id}`,
        gate: 'details',
        what: `${personName(person)}: ${problem}`,
        why: 'Roles that exclude each other can’t be had at once.',
        holder: 'officer',
        personId: person.id,
        place: { chapter: 'people', anchor: `${person.id}.role` },
      });
  }
  for (const { role, total, people, unnamed } of sharesOf(file)) {
    const label = ROLE_LABEL[role].toLowerCase();
    const [first] = unnamed.length > 0 ? unnamed : people;
    const add = (what: string, why: string) =>
      entries.push({
        key: `shares:${role}`,
        gate: 'details',
        what,
        why,
        holder: 'officer',
        personId: first?.id ?? null,
        place: { chapter: 'people', anchor: `${first?.id ?? ''}.share` },
      });
    if (unnamed.length > 0) add(`Share of ${unnamed.map(personName).join(' and ')} as ${label}`, 'Everybody with a share has it stated.');
    else if (total > 100) add(`Shares as ${label} add up to ${total} %`, 'Shares are never more than the whole.');
    else if (role === 'beneficiary' && total < 100) add(`Shares as ${label} add up to ${total} %, not 100 %`, 'The whole benefit goes to somebody.');
    else if (role === 'beneficialOwner' && 100 - total >= file.product.ownersFrom)
      add(`Owners of ${100 - total} % are not named`, `Everybody who owns ${file.product.ownersFrom} % or more is named (31 CFR 1010.230).`);
  }
  return entries;
}

function householdEntries(file: FileState, today: IsoDate): Draft[] {
  const impossible = householdProblems(file, file.product.household).map<Draft>(({ key, what, why, personId, relationId }) => ({
    key: `household:${key}`,
    gate: 'details',
    what,
    why,
    holder: 'officer',
    personId,
    place: { chapter: 'people', anchor: relationId ? `relation.${relationId}` : `${personId}.fullName` },
  }));
  const idle = adultsWhoMustApply(file, today).map<Draft>((person) => ({
    key: `adult:${person.id}`,
    gate: 'details',
    what: `${personName(person)} is of age and lives there: make them a co-applicant`,
    why: file.product.household.why,
    holder: 'officer',
    personId: person.id,
    place: { chapter: 'people', anchor: `${person.id}.role` },
  }));
  return [...impossible, ...idle];
}

function historyEntries(file: FileState, today: IsoDate): Draft[] {
  const { home, work } = file.product.histories;
  return [...gapEntries(file, home, file.homes, today, 'Address history', 'home'), ...gapEntries(file, work, file.works, today, 'Employment history', 'work')];
}

/** Where one postal code lies in several districts, which of them somebody lives in now. */
function districtEntries(file: FileState): Draft[] {
  return file.homes.flatMap<Draft>((home) => {
    const choices = home.postalCode === null ? undefined : file.pack.districts[home.postalCode];
    if (!choices || home.until !== null || (home.district !== null && choices.includes(home.district))) return [];
    return [
      {
        key: `district:${home.id}`,
        gate: 'details',
        what: `Which district: ${home.line ?? 'this address'} may lie in ${choices.join(' or ')}`,
        why: `The postal code ${home.postalCode ?? ''} lies in more than one district.`,
        holder: 'officer',
        personId: home.personId,
        since: home.createdAt,
        place: { chapter: 'home', anchor: `${home.id}.district` },
      },
    ];
  });
}

function gapEntries(
  file: FileState,
  rule: HistoryRule | null,
  rows: readonly (Stretch & { personId: string; createdAt: string })[],
  today: IsoDate,
  label: string,
  entity: 'home' | 'work',
): Draft[] {
  if (!rule) return [];
  return file.people
    .filter((person) => person.kind === 'person' && plays(person, rule.roles))
    .flatMap<Draft>((person) => {
      const gap = gapInWords(coverage(historyOf(rows, person), rule.years, today));
      if (gap === null) return [];
      return [
        {
          key: `history:${entity}:${person.id}`,
          gate: rule.before,
          what: `${label} of ${personName(person)}: ${gap}`,
          why: rule.why,
          holder: 'officer',
          personId: person.id,
          since: person.createdAt,
          place: { chapter: entity === 'home' ? 'home' : 'income', anchor: `history.${entity}.${person.id}` },
        },
      ];
    });
}

/** Somebody's stretches of a history. Nobody lived anywhere before they were born, so that time is not missing. */
export function historyOf(rows: readonly (Stretch & { personId: string })[], person: Pick<FilePerson, 'id' | 'birthDate'>): Stretch[] {
  const own = rows.filter(({ personId }) => personId === person.id);
  return person.birthDate ? [...own, { id: 'before-birth', since: '1900-01-01' as IsoDate, until: person.birthDate }] : own;
}
