/** How a consent was given or taken back. */
export const CONSENT_WAYS = ['inPerson', 'byPhone', 'inWriting', 'frontDoor'] as const;
export const CONSENT_WAY_LABEL: Record<(typeof CONSENT_WAYS)[number], string> = {
  inPerson: 'In person, read to them',
  byPhone: 'By phone',
  inWriting: 'In writing',
  frontDoor: 'At the front door',
};
