import { say } from '../../../basis/words/index';
import { IDENTITY_NUMBER, NAME, type KindOfCheck } from './kind';

/** What is stated of a company against the register of companies: its name, when it was founded, and whether it is active. */
export const company: KindOfCheck = {
  label: 'Company register',
  of: 'organisation',
  needs: [NAME, IDENTITY_NUMBER],
  finds: 'fields',
  nothing: say('checks.nothingCompared'),
  settledBy: 'officer',
  resolutions: ['confirmed', 'corrected'],
  says: ({ label, resolution }, name) =>
    resolution === 'corrected' ? say('checks.askAgainAfterCorrection', { name, label }) : say('checks.differsFromRegisterCorrectOr', { label, name }),
};
