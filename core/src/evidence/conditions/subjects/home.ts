import type { ConditionSubjectKind } from './subject';

/** The home that somebody lives in now. */
export const home: ConditionSubjectKind = {
  label: 'The home now',
  asked(file, rule) {
    const current = file.homes.find(({ until }) => until === null);
    if (!current) return [];
    return [{ key: `${rule.code}:${current.id}`, rule, personId: current.personId, about: current.line ?? 'home now', since: current.createdAt }];
  },
};
