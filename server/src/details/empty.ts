import { blankOf, DETAILS, PART_OF, type StatedDetails } from '@cavren/core';

/** What is stated in a file of which nothing is known yet. */
export const EMPTY_DETAILS = {
  request: blankOf(DETAILS.request),
  ...Object.fromEntries(Object.values(PART_OF).map((part) => [part, []])),
} as unknown as StatedDetails;
