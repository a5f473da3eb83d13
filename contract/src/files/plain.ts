/** How a file came in. */
export const CHANNELS = ['counter', 'phone', 'post', 'invitation', 'frontDoor'] as const;
export const CHANNEL_LABEL: Record<(typeof CHANNELS)[number], string> = {
  counter: 'At the counter',
  phone: 'By phone',
  post: 'By post',
  invitation: 'By invitation',
  frontDoor: 'At the front door',
};

/** What lists of files are sorted by. */
export const FILE_SORTS = ['due', 'received', 'applicant', 'amount'] as const;
