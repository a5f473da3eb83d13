import { applicantOf } from '../../../file/state/index';
import { say } from '../../../basis/words/index';
import type { ConditionSubjectKind } from './subject';

/** The money that the applicant puts in. */
export const downPayment: ConditionSubjectKind = {
  label: 'The down payment',
  asked(file, rule) {
    if ((file.request.downPayment ?? 0) <= 0) return [];
    const applicant = applicantOf(file);
    return [{ key: `${rule.code}:request`, rule, personId: applicant?.id ?? null, about: say('conditions.moneyForDownPayment'), since: file.openedAt }];
  },
};
