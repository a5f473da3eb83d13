/** How large a paper may be. */
export const MAX_PAPER_BYTES = 10 * 1024 * 1024;
