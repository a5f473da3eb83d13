import { currentCheck, wantedChecks } from '../checks/index';
import { latestException } from '../conditions/index';
import { needsAnother, type CheckKind, type Matter } from '../../file/product/index';
import type { Check, Exception, FileState, Finding } from '../../file/state/index';
import type { FilePerson } from '../../people/people/index';

/** What became of a matter that an officer put to another person. */
export interface Agreement {
  state: 'unasked' | 'waiting' | 'granted' | 'refused';
  exception: Exception | null;
}

/** How a matter stands that goes to another person, by the subject under which it was put to them. */
export function agreementOf(file: Pick<FileState, 'exceptions'>, subject: string): Agreement {
  const exception = latestException(file, subject);
  return { state: exception === null ? 'unasked' : (exception.answer ?? 'waiting'), exception };
}

/** Under what a finding is put to another person. */
export const findingSubject = ({ id }: Pick<Finding, 'id'>): string => `finding:${id}`;

/** What it is that somebody confirms against a register: a number that it doesn't have, or a difference. Null for what a list may say of somebody. */
export const matterOf = ({ kind, found }: Pick<Finding, 'kind' | 'found'>): Matter | null =>
  kind !== 'field'
    ? null
    : typeof found === 'object' && found !== null && 'say' in found && found.say === 'checks.notRegister'
      ? 'numberUnknown'
      : 'differenceConfirmed';

/** What an officer confirmed against a register, where the product wants another person to agree. */
export interface ConfirmedFinding {
  person: FilePerson;
  kind: CheckKind;
  check: Check;
  finding: Finding;
  agreement: Agreement;
}

/** Every finding of the checks that count now which was confirmed as stated and needs another person's word, with how that stands. */
export function confirmedToAgree(file: Pick<FileState, 'product' | 'people' | 'checks' | 'exceptions'>): ConfirmedFinding[] {
  return wantedChecks(file).flatMap(({ person, rule: { kind } }) => {
    const check = currentCheck(file, person, kind);
    return (check?.findings ?? []).flatMap((finding) => {
      const matter = matterOf(finding);
      if (!check || finding.agrees || finding.resolution !== 'confirmed' || matter === null || !needsAnother(file.product, matter)) return [];
      return [{ person, kind, check, finding, agreement: agreementOf(file, findingSubject(finding)) }];
    });
  });
}
