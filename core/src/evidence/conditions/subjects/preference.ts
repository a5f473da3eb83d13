import { asksAbout, type ConditionSubjectKind } from './subject';

/** Preferences that are claimed in a draw, by their code. */
export const preference: ConditionSubjectKind = {
  label: 'A preference',
  asked: (file, rule) =>
    file.preferences
      .filter(({ code }) => asksAbout(rule, code))
      .map(({ id, personId, code, createdAt }) => ({
        key: `${rule.code}:${id}`,
        rule,
        personId,
        about: file.product.draw?.preferences.find((one) => one.code === code)?.label ?? '',
        since: createdAt,
      })),
};
