/** Of how many changes one write can be. */
export const MOST_CHANGES = 200;
