import { BIRTH_DATE, IDENTITY_NUMBER, NAME, type KindOfCheck } from './kind';

/** The stated details against the register of persons, field by field. */
export const identity: KindOfCheck = {
  label: 'Identity',
  needs: [NAME, BIRTH_DATE, IDENTITY_NUMBER],
  settledBy: 'officer',
  resolutions: ['confirmed', 'corrected'],
  says: ({ label, resolution }, name) =>
    resolution === 'corrected' ? `${name}: ask again after the correction (${label})` : `${label} of ${name} differs from the register: correct or confirm it`,
};
