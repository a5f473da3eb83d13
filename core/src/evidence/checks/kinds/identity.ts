import { say } from '../../../basis/words/index';
import { BIRTH_DATE, IDENTITY_NUMBER, NAME, type KindOfCheck } from './kind';

/** The stated details against the register of persons, field by field. */
export const identity: KindOfCheck = {
  label: 'Identity',
  of: 'person',
  needs: [NAME, BIRTH_DATE, IDENTITY_NUMBER],
  finds: 'fields',
  nothing: say('checks.nothingCompared'),
  settledBy: 'officer',
  resolutions: ['confirmed', 'corrected'],
  says: ({ label, resolution }, name) =>
    resolution === 'corrected' ? say('checks.askAgainAfterCorrection', { name, label }) : say('checks.differsFromRegisterCorrectOr', { label, name }),
};
