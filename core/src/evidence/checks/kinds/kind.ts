import { say, type Words } from '../../../basis/words/index';
import type { FilePerson } from '../../../people/people/index';
import type { Finding } from '../../../file/state/index';

/** A fact about somebody without which a check can't be asked for, in the words in which it is missed. */
export interface NeededFact {
  word: Words;
  of: (person: FilePerson) => unknown;
}

/** How what a check finds may be settled. */
type Resolution = NonNullable<Finding['resolution']>;

/** What an outside service can be asked about somebody. */
export interface KindOfCheck {
  label: string;
  /** Whom it is asked about. */
  of: 'person' | 'organisation' | 'both';
  needs: readonly NeededFact[];
  /** What it comes to: fields held against what was stated, or entries that may be about somebody. */
  finds: 'fields' | 'entries';
  /** What is said where it found nothing. */
  nothing: Words;
  /** Who settles what it finds: the officer, or compliance. */
  settledBy: 'officer' | 'compliance';
  /** The ways to settle it; the first clears it, the second doesn't. */
  resolutions: readonly [Resolution, Resolution];
  /** What stands on the Path while a finding waits, or was settled in the way that doesn't clear it. */
  says: (finding: Pick<Finding, 'label' | 'resolution'>, name: string) => Words;
}

export const NAME: NeededFact = { word: 'name', of: ({ fullName }) => fullName };
export const BIRTH_DATE: NeededFact = { word: say('checks.birthDate2'), of: ({ birthDate }) => birthDate };
export const FOUNDED_OR_BORN: NeededFact = { word: say('checks.birthDate2'), of: ({ kind, birthDate }) => kind === 'organisation' || birthDate };
export const IDENTITY_NUMBER: NeededFact = { word: say('checks.identityNumber2'), of: ({ idNumber }) => idNumber };
