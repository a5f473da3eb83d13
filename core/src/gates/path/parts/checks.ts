import { say } from '../../../basis/words/index';
import { confirmedToAgree } from '../../../evidence/settling/index';
import { currentCheck, isCleared, isSettled, KINDS_OF_CHECK, lackedBy, wantedChecks } from '../../../evidence/checks/index';
import { personName } from '../../../file/state/index';
import { hasConsent } from './people';
import type { Check, FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** Outside checks that are to be asked, answered and settled. */
export const checks: PathPart = { code: 'checks', entries: checkEntries };

/** The checks that can be asked for now: not asked yet about who somebody is as stated, agreed to, and with all that a service must be told. */
export const askableChecks = (file: FileState): ReturnType<typeof wantedChecks> =>
  wantedChecks(file).filter(
    ({ person, rule }) =>
      currentCheck(file, person, rule.kind) === null && hasConsent(file, person.id, file.product.lookUpConsent) && lackedBy(rule.kind, person).length === 0,
  );

function checkEntries(file: FileState): Draft[] {
  return wantedChecks(file).flatMap<Draft>(({ person, rule: { kind, label, why } }) => {
    const check = currentCheck(file, person, kind);
    const base = { gate: 'checking' as const, why, personId: person.id };
    if (!check)
      return [
        {
          ...base,
          key: `check:${kind}:${person.id}`,
          what: say('path.notAskedYet', { label, person: personName(person) }),
          holder: 'officer' as const,
          place: { chapter: 'checks' as const, anchor: `${kind}.${person.id}` },
        },
      ];
    const place = { chapter: 'checks' as const, anchor: check.id };
    if (check.state === 'waiting')
      return [
        {
          ...base,
          key: `check:${check.id}`,
          what: say('path.waitingForService', { label, person: personName(person) }),
          holder: 'service' as const,
          since: check.askedAt,
          place,
        },
      ];
    if (isSettled(check)) return agreementEntries(file, check, personName(person));
    const { says, settledBy } = KINDS_OF_CHECK[kind];
    return check.findings
      .filter((finding) => !isCleared(kind, finding))
      .map<Draft>((finding) => ({
        ...base,
        key: `finding:${finding.id}`,
        what: says(finding, personName(person)),
        holder: finding.resolution === null ? settledBy : 'officer',
        since: check.answeredAt ?? check.askedAt,
        place: { chapter: 'checks', anchor: finding.id },
      }));
  });
}

/** What an officer confirmed, and another person has to agree to: theirs to answer, and the officer's to correct after a no. */
const agreementEntries = (file: FileState, { id }: Check, name: string): Draft[] =>
  confirmedToAgree(file)
    .filter(({ check, agreement }) => check.id === id && agreement.state !== 'granted')
    .map<Draft>(({ finding, agreement: { state, exception } }) => ({
      key: `agree:${finding.id}`,
      gate: 'gathering',
      what: say('path.confirmedAgainstRegister', { label: finding.label, name, state }),
      why: say('path.anotherPersonAgrees'),
      holder: state === 'waiting' ? 'approver' : 'officer',
      since: exception?.answeredAt ?? exception?.askedAt ?? file.stageSince,
      place: { chapter: state === 'waiting' ? 'decision' : 'checks', anchor: state === 'waiting' ? 'exceptions' : finding.id },
    }));
