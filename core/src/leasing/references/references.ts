import { addMonths, type IsoDate } from '../../basis/dates/index';
import type { Minor } from '../../basis/money/index';
import { samePlace } from '../../basis/paste/index';
import { say, type SaidValue, type Words } from '../../basis/words/index';
import { digestOf } from '../../file/history/index';
import { personName, plays, type FileState } from '../../file/state/index';
import type { Home } from '../../people/home/index';
import type { FilePerson } from '../../people/people/index';
import type { LettingReference, LettingSaid } from './fields';

/** The role in which somebody is asked: it shows them nothing of a file but what they are asked. */
export const REFEREE = 'referee';

/** A home that somebody rented in the years that count, with whom to ask about it and how that stands. */
export interface Letting {
  home: Home;
  /** Everybody of the file who states this place as rented by them, who stated it first at the head. */
  tenants: FilePerson[];
  /** Null while nobody is named who can be asked. */
  referee: FilePerson | null;
  /** What was asked about it as it is stated now; null where nothing was. */
  reference: LettingReference | null;
}

export const isReferee = (person: FilePerson): boolean => plays(person, [REFEREE]);

/** Who else of the file is reached where a referee would be: somebody could answer for themselves. Null where nobody is. */
export const reachedAlike = ({ people }: Pick<FileState, 'people'>, referee: FilePerson): FilePerson | null =>
  people.find(
    (person) => !isReferee(person) && ((person.phone !== null && person.phone === referee.phone) || (person.email !== null && person.email === referee.email)),
  ) ?? null;

/** A digest of a letting as it is stated, and of who is asked: 32 hexadecimal digits. What is stated otherwise has another. */
export const aboutLetting = ({ personId, refereeId, line, town, since, until, monthlyCost }: Home): string =>
  digestOf(JSON.stringify([personId, refereeId, line, town, since, until, monthlyCost])).slice(0, 32);

/**
 * The homes that are asked about: rented, by those of the product's roles, and lived in within its years before the file
 * was received. A place that several state is asked about once. None where the product asks nobody.
 */
export function lettingsOf(file: Pick<FileState, 'product' | 'homes' | 'people' | 'references' | 'receivedOn'>): Letting[] {
  const rule = file.product.lease?.references;
  if (!rule) return [];
  const from: IsoDate = addMonths(file.receivedOn, -12 * rule.years);
  const lettings: Letting[] = [];
  for (const home of file.homes) {
    const tenant = file.people.find(({ id }) => id === home.personId);
    if (!tenant || !plays(tenant, rule.roles) || home.tenure !== 'rented' || home.line === null) continue;
    if (home.until !== null && home.until < from) continue;
    const known = lettings.find((letting) => samePlace(letting.home, home));
    if (known) {
      if (!known.tenants.includes(tenant)) known.tenants.push(tenant);
      continue;
    }
    const referee = file.people.find((person) => person.id === home.refereeId && isReferee(person)) ?? null;
    const about = aboutLetting(home);
    const reference = file.references.findLast((one) => one.homeId === home.id && one.about === about && one.refereeId === referee?.id) ?? null;
    lettings.push({ home, tenants: [tenant], referee, reference });
  }
  return lettings;
}

/** Something stated of a letting beside what who let it says. */
export interface LettingComparison {
  code: 'since' | 'until' | 'monthlyCost';
  label: Words;
  stated: Words | null;
  said: Words;
  agrees: boolean;
}

const month = (day: IsoDate | null): string | null => day?.slice(0, 7) ?? null;

/**
 * What is stated held against what was said. Days agree within their month, since people remember months; the cost agrees
 * to the cent, and what isn't stated agrees with nothing that was said.
 */
export function compareLetting(home: Pick<Home, 'since' | 'until' | 'monthlyCost'>, said: LettingSaid): LettingComparison[] {
  const day = (value: IsoDate | null): Words => (value === null ? say('references.stillThere') : say('references.day', { day: { day: value } }));
  const money = (amount: Minor): Words => say('references.amount', { amount: { money: amount } });
  return [
    {
      code: 'since',
      label: say('references.since'),
      stated: home.since === null ? null : day(home.since),
      said: day(said.since),
      agrees: month(home.since) === month(said.since),
    },
    {
      code: 'until',
      label: say('references.until'),
      stated: day(home.until),
      said: day(said.until),
      agrees: month(home.until) === month(said.until),
    },
    {
      code: 'monthlyCost',
      label: say('references.monthlyCost'),
      stated: home.monthlyCost === null ? null : money(home.monthlyCost),
      said: money(said.monthlyCost),
      agrees: home.monthlyCost === said.monthlyCost,
    },
  ];
}

/** What was said of a letting that who decides is pointed to: answers of concern, and what is stated otherwise. In words. */
export function lettingConcerns(file: Pick<FileState, 'product'>, { home, reference }: Letting): Words[] {
  const said = reference?.said;
  if (!said) return [];
  const asked = file.product.lease?.references?.questions ?? [];
  return [
    ...compareLetting(home, said)
      .filter(({ agrees }) => !agrees)
      .map(({ label, stated, said: told }) => say('references.differs', { label, stated: stated ?? say('references.notStated'), said: told })),
    ...asked
      .filter(({ code, concerns }) => concerns.includes(said.answers[code] ?? ''))
      .map(({ code, text }) => say('references.answered', { text, answer: said.answers[code] ?? '' })),
  ];
}

/** Something that is wrong with what somebody says of a letting, at the field where it is. */
export interface LettingFault {
  field: string;
  says: Words;
}

/** What is wrong with what is said: no answer, or none that there is, to a question; days in no order, or that haven't come. */
export function lettingFaults(file: Pick<FileState, 'product'>, said: LettingSaid, today: IsoDate): LettingFault[] {
  const asked = file.product.lease?.references?.questions ?? [];
  const faults = asked
    .filter(({ code, options }) => !options.includes(said.answers[code] ?? ''))
    .map(({ code }) => ({ field: `answers/${code}`, says: say('references.answerIt') }));
  const codes = Object.keys(said.answers).filter((code) => !asked.some((question) => question.code === code));
  return [
    ...(said.since > today ? [{ field: 'since', says: say('references.ahead') }] : []),
    ...(said.until !== null && said.until < said.since ? [{ field: 'until', says: say('references.untilBefore') }] : []),
    ...(said.until !== null && said.until > today ? [{ field: 'until', says: say('references.ahead') }] : []),
    ...faults,
    ...codes.map((code) => ({ field: `answers/${code}`, says: say('references.noQuestion') })),
  ];
}

/** Names an earlier letting for people: where it is. */
export const lettingName = ({ home }: Pick<Letting, 'home'>): string => [home.line, home.town].filter(Boolean).join(', ');
/** Who rented it, as a value of a message. */
export const tenantsOf = ({ tenants }: Pick<Letting, 'tenants'>): SaidValue => ({ all: tenants.map(personName), by: 'and' });
