import { say } from '../../../basis/words/index';
import { coveredName, coverProblems } from '../../../insuring/cover/index';
import { enrolmentProblem, eventOf } from '../../../insuring/enrolment/index';
import { healthAskedOf } from '../../../insuring/health/index';
import { underwritingOf } from '../../../insuring/underwriting/index';
import { personName, type FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';

/** What can't be covered as it is asked: ages, sums, occupations, and somebody covered twice. */
export const cover: PathPart = {
  code: 'cover',
  entries: (file, { today }) => [
    ...file.covers.flatMap((row) =>
      coverProblems(file, row, today).map<Draft>(({ field, what }) => ({
        key: `cover:${field}:${row.id}`,
        gate: 'details',
        what,
        why: say('path.coverAsTheRulesHaveIt', { product: file.product.name }),
        holder: 'officer',
        personId: row.personId,
        since: row.createdAt,
        place: { chapter: 'cover', anchor: `${row.id}.${field}` },
      })),
    ),
    ...enrolmentEntries(file),
    ...healthEntries(file),
    ...underwritingEntries(file),
  ],
};

/** What opens a cover without questions, named and in its days. */
function enrolmentEntries(file: FileState): Draft[] {
  return file.covers.flatMap((cover): Draft[] => {
    const event = eventOf(file, cover);
    if (!event) return [];
    const entry = {
      gate: 'details' as const,
      why: say('path.openOnlyInItsDays'),
      holder: 'officer' as const,
      personId: cover.personId,
      since: cover.createdAt,
    };
    const anchor = (field: string) => ({ place: { chapter: 'cover' as const, anchor: `${cover.id}.${field}` } });
    if (event.age === undefined && cover.enrolmentOn === null)
      return [
        {
          ...entry,
          ...anchor('enrolmentOn'),
          key: `enrolment:on:${cover.id}`,
          what: say('path.enrolmentDay', { name: coveredName(file, cover), event: event.label }),
        },
      ];
    const problem = enrolmentProblem(file, cover);
    return problem ? [{ ...entry, ...anchor('enrolment'), key: `enrolment:${cover.id}`, what: problem }] : [];
  });
}

/** Questions about somebody's health that aren't answered, or by which this cover isn't open to them. */
function healthEntries(file: FileState): Draft[] {
  return healthAskedOf(file).flatMap((person): Draft[] => {
    const state = file.health.find(({ personId }) => personId === person.id)?.state ?? 'open';
    if (state === 'complete') return [];
    const name = personName(person);
    const place = { chapter: 'health' as const, anchor: `health.${person.id}` };
    return [
      {
        key: `health:${person.id}`,
        gate: state === 'barred' ? 'details' : 'gathering',
        what: state === 'barred' ? say('path.healthBars', { name }) : say('path.healthOpen', { name }),
        why: file.product.cover?.health?.why ?? '',
        holder: 'officer',
        personId: person.id,
        place,
      },
    ];
  });
}

/** Whoever is covered is underwritten before anybody decides, and nothing is decided on a cover that nobody gives. */
function underwritingEntries(file: FileState): Draft[] {
  if (!file.product.cover?.underwriting) return [];
  return file.covers.flatMap((cover): Draft[] => {
    const said = underwritingOf(file, cover);
    const name = coveredName(file, cover);
    const entry = {
      key: `underwriting:${cover.id}`,
      gate: 'deciding' as const,
      holder: 'approver' as const,
      personId: cover.personId,
      place: { chapter: 'health' as const, anchor: `underwriting.${cover.id}` },
    };
    if (!said) return [{ ...entry, what: say('path.underwrite', { name }), why: say('path.underwrittenBeforeDecided'), since: file.stageSince }];
    if (said.outcome === 'declined')
      return [{ ...entry, what: say('path.underwritingDeclined', { name }), why: say('path.noCoverNobodyGives'), since: said.at }];
    if (said.outcome === 'postponed')
      return [
        {
          ...entry,
          what: say('path.underwritingPostponed', { name, until: { day: said.postponedUntil ?? '' } }),
          why: say('path.noCoverNobodyGives'),
          since: said.at,
        },
      ];
    return [];
  });
}
