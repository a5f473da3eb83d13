import { applicantOf } from '../../../file/state/index';
import { say } from '../../../basis/words/index';
import { PET_KIND_LABEL } from '../../../people/home/index';
import type { ConditionSubjectKind } from './subject';

/** Pets, by kind; an assistance animal is no pet, and is its own kind here: what shows that somebody needs it is another paper. */
export const pet: ConditionSubjectKind = {
  label: 'A pet',
  asked(file, rule) {
    const applicant = applicantOf(file);
    return file.pets
      .filter(({ kind, serviceAnimal }) => {
        const is = serviceAnimal ? 'assistance' : kind;
        return is !== null && (rule.kinds === undefined || rule.kinds.includes(is));
      })
      .map(({ id, kind, breed, createdAt }) => ({
        key: `${rule.code}:${id}`,
        rule,
        personId: applicant?.id ?? null,
        about: breed ?? (kind === null ? say('lease.aPet') : PET_KIND_LABEL[kind]),
        since: createdAt,
      }));
  },
};
