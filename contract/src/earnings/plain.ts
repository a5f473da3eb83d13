/** What is earned on, as it is called. */
export const EARNING_KIND_LABEL = { firstYear: 'New policy', renewal: 'Renewed policy', change: 'Change', back: 'Taken back' } as const;
