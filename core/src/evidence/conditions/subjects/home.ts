import { say } from '../../../basis/words/index';
import type { ConditionSubjectKind } from './subject';

/** The home that somebody lives in now. */
export const home: ConditionSubjectKind = {
  label: 'The home now',
  asked(file, rule) {
    const current = file.homes.find(({ until }) => until === null);
    if (!current) return [];
    return [
      { key: `${rule.code}:${current.id}`, rule, personId: current.personId, about: current.line ?? say('conditions.homeNow'), since: current.createdAt },
    ];
  },
};
