import { applicantOf } from '../../../file/state/index';
import { say } from '../../../basis/words/index';
import { asksAbout, type ConditionSubjectKind } from './subject';

/** What is leased, by its kind: its quote, its insurance. */
export const leasedItem: ConditionSubjectKind = {
  label: 'An item that is leased',
  asked(file, rule) {
    const applicant = applicantOf(file);
    return file.leasedItems
      .filter(({ kind }) => asksAbout(rule, kind))
      .map(({ id, description, createdAt }) => ({
        key: `${rule.code}:${id}`,
        rule,
        personId: applicant?.id ?? null,
        about: description ?? say('equipment.anItem'),
        since: createdAt,
      }));
  },
};
