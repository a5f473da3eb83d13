import { personName } from '../../../file/state/index';
import { sourceName } from '../../../means/income/index';
import { asksAbout, type ConditionSubjectKind } from './subject';

/** Every source of income of the kinds that the rule names. */
export const income: ConditionSubjectKind = {
  label: 'Every source of income',
  asked: (file, rule) =>
    file.incomes
      .filter(({ kind }) => asksAbout(rule, kind))
      .map((source) => {
        const person = file.people.find(({ id }) => id === source.personId);
        const name = sourceName(source) ?? 'income';
        return {
          key: `${rule.code}:${source.id}`,
          rule,
          personId: source.personId,
          about: person ? `${personName(person)}, ${name}` : name,
          since: source.createdAt,
        };
      }),
};
