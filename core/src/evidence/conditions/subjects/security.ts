import { SECURITY_KIND_LABEL } from '../../../lending/securities/index';
import { asksAbout, type ConditionSubjectKind } from './subject';

/** Each thing that is pledged, of the kinds that the rule names. */
export const security: ConditionSubjectKind = {
  label: 'What is pledged',
  asked: (file, rule) =>
    file.securities
      .filter(({ kind }) => asksAbout(rule, kind))
      .map(({ id, kind, description, createdAt }) => ({
        key: `${rule.code}:${id}`,
        rule,
        personId: null,
        about: description ?? SECURITY_KIND_LABEL[kind ?? 'other'],
        since: createdAt,
      })),
};
