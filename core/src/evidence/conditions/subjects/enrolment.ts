import { eventOf } from '../../../insuring/enrolment/index';
import { coveredName } from '../../../insuring/cover/index';
import { say } from '../../../basis/words/index';
import type { ConditionSubjectKind } from './subject';

/** What opens a cover to somebody without questions about their health: the events that name the rule. */
export const enrolment: ConditionSubjectKind = {
  label: 'What opens a cover',
  asked: (file, rule) =>
    file.covers.flatMap((cover) => {
      const event = eventOf(file, cover);
      if (event?.condition !== rule.code) return [];
      return [
        {
          key: `${rule.code}:${cover.id}`,
          rule,
          personId: cover.personId,
          about: say('conditions.enrolmentOf', { name: coveredName(file, cover), event: event.label }),
          since: cover.createdAt,
        },
      ];
    }),
};
