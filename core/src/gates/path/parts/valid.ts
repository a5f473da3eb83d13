import { say } from '../../../basis/words/index';
import type { IsoDate } from '../../../basis/dates/index';
import { IDENTITY_PAPER_LABEL } from '../../../people/identity/index';
import { SECURITY_KIND_LABEL } from '../../../lending/securities/index';
import { personName, type FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';

/** What ran out: identity papers of which somebody has no other, and insurances of what is pledged. */
export const valid: PathPart = { code: 'valid', entries: (file, { today }) => [...paperEntries(file, today), ...insuranceEntries(file, today)] };

/** A paper that ran out shows nobody; another one that holds, or whose end isn't known, does. */
function paperEntries({ people, identityPapers }: FileState, today: IsoDate): Draft[] {
  return people.flatMap((person): Draft[] => {
    const theirs = identityPapers.filter(({ personId, kind }) => personId === person.id && kind !== null);
    const [oldest] = theirs.filter(({ expiresOn }) => expiresOn !== null && expiresOn < today);
    if (!oldest?.expiresOn || theirs.some(({ expiresOn }) => expiresOn === null || expiresOn >= today)) return [];
    return [
      {
        key: `expired:${oldest.id}`,
        gate: 'gathering',
        what: say('path.paperRanOut', { paper: IDENTITY_PAPER_LABEL[oldest.kind ?? 'other'], person: personName(person), on: { day: oldest.expiresOn } }),
        why: say('path.paperMustHold'),
        holder: 'officer',
        personId: person.id,
        since: oldest.createdAt,
        place: { chapter: 'people', anchor: `${oldest.id}.expiresOn` },
      },
    ];
  });
}

/** What is pledged is insured on the day on which the money goes out. */
function insuranceEntries({ securities, request, product }: FileState, today: IsoDate): Draft[] {
  const on = request.advanceOn !== null && request.advanceOn > today ? request.advanceOn : today;
  const gate = product.route.includes('completing') ? ('completing' as const) : ('gathering' as const);
  return securities
    .filter(({ insuredUntil }) => insuredUntil !== null && insuredUntil < on)
    .map(({ id, kind, description, insuredUntil, createdAt }) => ({
      key: `insured:${id}`,
      gate,
      what: say('path.insuranceRunsOut', { what: description ?? SECURITY_KIND_LABEL[kind ?? 'other'], on: { day: insuredUntil ?? on } }),
      why: say('path.pledgedIsInsured'),
      holder: 'officer',
      since: createdAt,
      place: { chapter: 'request', anchor: `${id}.insuredUntil` },
    }));
}
