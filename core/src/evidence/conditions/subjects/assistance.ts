import { say } from '../../../basis/words/index';
import { countingIn, taxHouseholdOf } from '../../../insuring/assistance/index';
import { personName } from '../../../file/state/index';
import { evidencedAmount } from '../../../means/income/index';
import type { ConditionSubjectKind } from './subject';

/** What a household said of its year, once it was given something by it: of each whose income counts and isn't all shown by papers. */
export const assistance: ConditionSubjectKind = {
  label: 'The year of a household that is given assistance',
  asked(file, rule) {
    const { assistanceResult: result } = file;
    if (!result || result.figures.most <= 0 || file.request.assistance !== 'asked') return [];
    const household = taxHouseholdOf(file);
    if ('what' in household) return [];
    return countingIn(household)
      .filter(({ id }) => {
        const shown = file.incomes.filter(({ personId }) => personId === id).every((income) => evidencedAmount(file, income.id) !== null);
        return !shown || file.yearChanges.some(({ personId }) => personId === id);
      })
      .map((person) => ({
        key: `${rule.code}:${person.id}`,
        rule,
        personId: person.id,
        about: say('conditions.yearOf', { name: personName(person), year: result.figures.year }),
        since: result.givenAt,
      }));
  },
};
