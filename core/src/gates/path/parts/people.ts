import { say, type Words } from '../../../basis/words/index';
import type { PathPart } from '../entry';
import { ROLE_LABEL } from '../../../people/people/index';
import type { FilePerson } from '../../../people/people/index';
import type { IsoDate } from '../../../basis/dates/index';
import { partiesOf, personName, plays, rolesOf, signersOf, type Consent, type FileState } from '../../../file/state/index';
import { adultsWhoMustApply, householdProblems } from '../../../people/household/index';
import { laterPaperSigners, paperSignatureProblem } from '../../../file/offers/index';
import { areDetailsOld } from '../../../people/persons/index';
import { type ConsentText, type HistoryRule } from '../../../file/product/index';
import { askedOf, endingAnswers } from '../../../people/declarations/index';
import { isAbroad, liesIn } from '../../../basis/postal/index';
import { companiesOf, ownershipProblems } from '../../../people/ownership/index';
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
    ...ownershipEntries(file),
    ...signatoryEntries(file),
    ...householdEntries(file, today),
    ...historyEntries(file, today),
    ...districtEntries(file),
    ...regionEntries(file),
    ...paperSignatureEntries(file),
    ...questionEntries(file),
    ...consentEntries(file),
  ];
}

/** The consent of a kind that holds for somebody now; one that was withdrawn doesn't. */
export function consentOf(file: Pick<FileState, 'consents'>, personId: string, kind: string): Consent | null {
  return file.consents.filter((consent) => consent.personId === personId && consent.kind === kind && consent.withdrawnAt === null).at(-1) ?? null;
}

export const hasConsent = (file: Pick<FileState, 'consents'>, personId: string, kind: string): boolean => consentOf(file, personId, kind) !== null;

/** The consent to read and to sign on the screen. */
export const ELECTRONIC_PAPERS = 'electronicPapers';

/** The consents that somebody is asked for, as the product has them: by their roles, and whoever signs to do so on the screen, in whatever role. */
export function consentsAskedOf(file: Pick<FileState, 'people' | 'product'>, person: FilePerson): ConsentText[] {
  const signs = signersOf(file).some(({ id }) => id === person.id);
  return file.product.consents.filter(({ kind, roles }) => plays(person, roles) || (signs && kind === ELECTRONIC_PAPERS));
}

/** Of those, the ones that they haven't given. */
export const wantedConsents = (file: Pick<FileState, 'consents' | 'people' | 'product'>, person: FilePerson): ConsentText[] =>
  consentsAskedOf(file, person).filter(({ kind }) => !hasConsent(file, person.id, kind));

/** The language in which a consent can be read to somebody who wants one: that one where there is such a text, English otherwise. */
export const consentLanguage = ({ text }: Pick<ConsentText, 'text'>, wanted: string | null): string =>
  wanted !== null && text[wanted] !== undefined ? wanted : 'en';

function consentEntries(file: FileState): Draft[] {
  return file.product.consents.flatMap(({ kind, label, before, roles }) =>
    file.people
      .filter((person) => before !== null && plays(person, roles) && !hasConsent(file, person.id, kind))
      .map<Draft>((person) => {
        const withdrawn = file.consents.find((consent) => consent.personId === person.id && consent.kind === kind);
        return {
          key: `consent:${kind}:${person.id}`,
          gate: before ?? 'details',
          what: withdrawn ? say('path.wasWithdrawn', { label, person: personName(person) }) : say('path.of', { label, person: personName(person) }),
          why: withdrawn ? say('path.whatDependsOnConsentStops') : say('path.nothingDoneWithSomebodysData'),
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
    what: say('path.cantHave', { person: personName(person), productName: file.product.name, ends: ends ?? '' }),
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
        what: say('path.explainAnswer', { person: personName(person), text: question.text }),
        place: { ...place, anchor: `explain.${person.id}.${question.code}` },
      },
    ];
  });
}

function duplicateEntries(file: FileState): Draft[] {
  return file.duplicates.flatMap<Draft>(({ id, personId, matchName, reasons, state, reason, by, at }) => {
    if (state === 'confirmed' || state === 'same') return [];
    const person = file.people.find((candidate) => candidate.id === personId);
    const name = person ? personName(person) : say('path.somebody');
    const open = state === 'open';
    return [
      {
        key: `duplicate:${id}`,
        gate: open ? 'details' : 'checking',
        what: open
          ? say('path.whomWeKnow', { name, matchName })
          : say('path.wasEnteredBesideSaysThey', { name, matchName, by: by ?? '', reason: reason ?? '' }),
        why: say('path.nobodyRegisterTwice', { reasons: { all: reasons, by: 'comma' } }),
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
      what: say('path.standsFileSameRound', { person: person ? personName(person) : say('path.somebodyFirst'), reference }),
      why: say('path.householdHasOneApplicationRound'),
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
      what: say('path.askWhetherDetailsStillHold', { person: personName(person), detailsFrom: person.detailsFrom ?? '' }),
      why: say('path.detailsAreOlderThanDays', { detailsAge: file.product.detailsAge }),
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
        what: say('path.personProblem', { person: personName(person), problem }),
        why: say('path.rolesExcludeEachOtherCant'),
        holder: 'officer',
        personId: person.id,
        place: { chapter: 'people', anchor: `${person.id}.role` },
      });
  }
  const shares = sharesOf(file);
  for (const { role, rank, total, people, unnamed } of shares) {
    // Owners of a company that applies are explained by who holds what of it.
    if (role === 'beneficialOwner' && companiesOf(file).length > 0) continue;
    const label = ROLE_LABEL[role].toLowerCase();
    const [first] = unnamed.length > 0 ? unnamed : people;
    const add = (what: Words, why: Words) =>
      entries.push({
        key: rank === 'first' ? `shares:${role}` : `shares:${role}:${rank}`,
        gate: 'details',
        what,
        why,
        holder: 'officer',
        personId: first?.id ?? null,
        place: { chapter: 'people', anchor: `${first?.id ?? ''}.share` },
      });
    if (rank === 'second' && !shares.some((other) => other.role === role && other.rank === 'first'))
      add(say('path.secondWithoutFirst', { people: { all: people.map(personName), by: 'and' } }), say('path.wholeBenefitGoesSomebody'));
    else if (unnamed.length > 0)
      add(say('path.shareAs', { people: { all: unnamed.map(personName), by: 'and' }, label }), say('path.everybodyWithShareHasStated'));
    else if (total > 100) add(say('path.sharesAsAddUp', { label, total }), say('path.sharesAreNeverMoreThan'));
    else if (role === 'beneficiary' && total < 100) add(say('path.sharesAsAddUpNot', { label, total }), say('path.wholeBenefitGoesSomebody'));
    else if (role === 'beneficialOwner' && 100 - total >= file.product.ownersFrom)
      add(say('path.ownersAreNotNamed', { left: 100 - total }), say('path.everybodyWhoOwnsOrMore', { ownersFrom: file.product.ownersFrom }));
  }
  return entries;
}

/** Who owns and directs the companies that apply, to the last per cent. */
const ownershipEntries = (file: FileState): Draft[] =>
  ownershipProblems(file).map<Draft>(({ key, company, what, why, anchor }) => ({
    key,
    gate: 'details',
    what,
    why,
    holder: 'officer',
    personId: company.id,
    place: { chapter: 'people', anchor },
  }));

/** Whether somebody binds the company that they sign for alone, for what is asked for. */
const bindsAlone = ({ signsHow, signsUpTo }: FilePerson, amount: number | null): boolean =>
  signsHow === 'alone' || (signsHow === 'upTo' && signsUpTo !== null && amount !== null && amount <= signsUpTo);

/** A company signs by persons: one who may alone for as much as is asked for, or at least two who may together. */
function signatoryEntries(file: FileState): Draft[] {
  return partiesOf(file)
    .filter(({ kind }) => kind === 'organisation')
    .flatMap<Draft>((company) => {
      const signing = file.people.filter(({ signsFor }) => signsFor === company.id);
      const enough = signing.some((person) => bindsAlone(person, file.request.amount)) || signing.length >= 2;
      if (enough) return [];
      const [only] = signing;
      return [
        {
          key: `signatory:${company.id}`,
          gate: 'details',
          what: only
            ? only.signsHow === 'upTo'
              ? say('path.signsUpToALimit', {
                  person: personName(only),
                  company: personName(company),
                  limit: only.signsUpTo === null ? 'none' : { money: only.signsUpTo },
                })
              : say('path.signsOnlyWithAnother', { person: personName(only), company: personName(company) })
            : say('path.whoSignsFor', { company: personName(company) }),
          why: say('path.companySignsByPersons'),
          holder: 'officer',
          personId: company.id,
          place: {
            chapter: 'people',
            anchor: only ? `${only.id}.${only.signsHow === 'upTo' && only.signsUpTo === null ? 'signsUpTo' : 'signsHow'}` : `signs.${company.id}`,
          },
        },
      ];
    });
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
    what: say('path.ageAndLivesThereMake', { person: personName(person) }),
    why: file.product.household.why,
    holder: 'officer',
    personId: person.id,
    place: { chapter: 'people', anchor: `${person.id}.role` },
  }));
  return [...impossible, ...idle];
}

function historyEntries(file: FileState, today: IsoDate): Draft[] {
  const { home, work } = file.product.histories;
  return [
    ...gapEntries(file, home, file.homes, today, say('path.addressHistory'), 'home'),
    ...gapEntries(file, work, file.works, today, say('path.employmentHistory'), 'work'),
  ];
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
        what: say('path.whichDistrictMayLie', { address: home.line ?? say('path.thisAddress'), choices: { all: choices, by: 'or' } }),
        why: say('path.postalCodeLiesMoreThan', { postalCode: home.postalCode ?? '' }),
        holder: 'officer',
        personId: home.personId,
        since: home.createdAt,
        place: { chapter: 'home', anchor: `${home.id}.district` },
      },
    ];
  });
}

/** Present addresses whose postal code lies in another region than the one that is named. */
function regionEntries(file: FileState): Draft[] {
  return file.homes.flatMap<Draft>((home) => {
    const { region: named, postalCode, country, until } = home;
    const region = file.pack.regions.find(({ code }) => code === named);
    if (!region || postalCode === null || until !== null || isAbroad(country, file.pack.phoneRegion) || liesIn(region, postalCode)) return [];
    return [
      {
        key: `region:${home.id}`,
        gate: 'details',
        what: say('path.postalCodeOfAnother', { postalCode, region: region.name, address: home.line ?? say('path.thisAddress') }),
        why: say('path.postWouldNotArrive'),
        holder: 'officer',
        personId: home.personId,
        since: home.createdAt,
        place: { chapter: 'home', anchor: `${home.id}.postalCode` },
      },
    ];
  });
}

function gapEntries(
  file: FileState,
  rule: HistoryRule | null,
  rows: readonly (Stretch & { personId: string; createdAt: string })[],
  today: IsoDate,
  label: Words,
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
          what: say('path.of2', { label, person: personName(person), gap }),
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

/** The days on which those who sign after the first signed an application that came on paper. */
const paperSignatureEntries = (file: FileState): Draft[] =>
  laterPaperSigners(file).flatMap<Draft>((person) => {
    const problem = person.signedOn === null ? say('path.whenTheySigned') : paperSignatureProblem(file, person, person.signedOn);
    if (!problem) return [];
    return [
      {
        key: `signedOn:${person.id}`,
        gate: 'details',
        what: say('path.paperSignature', { name: personName(person), problem }),
        why: say('path.everySignatureHasItsDay'),
        holder: 'officer',
        personId: person.id,
        place: { chapter: 'people', anchor: `${person.id}.signedOn` },
      },
    ];
  });
