import { personName, signersOf } from '../../../file/state/index';
import type { ConditionSubjectKind } from './subject';

/** Everyone who signs. */
export const signer: ConditionSubjectKind = {
  label: 'Everyone who signs',
  asked: (file, rule) =>
    signersOf(file).map((person) => ({ key: `${rule.code}:${person.id}`, rule, personId: person.id, about: personName(person), since: person.createdAt })),
};
