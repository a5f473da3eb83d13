import type { IsoDate } from '../../../basis/dates/index';
import { say } from '../../../basis/words/index';
import type { Condition } from '../../../evidence/conditions/index';
import type { Draft, PathPart } from '../entry';
/** Papers that are asked for. */
export const conditions: PathPart = {
  code: 'conditions',
  entries: (_file, { conditions: asked, today }) => conditionEntries(asked, today),
  // What could come later still can.
  afterwards: (_file, { conditions: asked, today }) =>
    conditionEntries(
      asked.filter(({ until }) => until !== null),
      today,
    ).map((entry) => ({ ...entry, gate: 'done' })),
};

/** What may still come for a while is asked for, and blocks nothing until its last day has passed. */
function conditionEntries(conditions: readonly Condition[], today: IsoDate): Draft[] {
  return conditions
    .filter(({ state }) => state === 'outstanding' || state === 'received')
    .map<Draft>((condition) => {
      const asked = condition.exception !== null && condition.exception.answer === null;
      const base = {
        key: `condition:${condition.key}`,
        gate: condition.until !== null && today <= condition.until ? ('done' as const) : ('gathering' as const),
        ...(condition.until === null ? {} : { due: condition.until }),
        why: condition.rule?.why ?? '',
        personId: condition.personId,
        place: { chapter: 'conditions' as const, anchor: condition.key },
      };
      if (asked)
        return {
          ...base,
          what: say('path.exceptionAskedFor', { title: condition.title, about: condition.about }),
          holder: 'approver',
          since: condition.exception?.askedAt ?? condition.since,
        };
      if (condition.state === 'received')
        return {
          ...base,
          what: say('path.lookAtPaper', { title: condition.title, about: condition.about }),
          holder: 'officer',
          since: condition.papers.find(({ state }) => state === 'received')?.addedAt ?? condition.since,
        };
      return { ...base, what: say('path.titleAbout', { title: condition.title, about: condition.about }), holder: 'applicant', since: condition.since };
    });
}
