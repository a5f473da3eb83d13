/**
 * How many of what is tried by the thousand: three in ten in the tests that everybody waits for, all of them in those that
 * `npm run explore` runs.
 */
export const many = (all: number): number => (process.env['CAVREN_DEEP'] === '1' ? all : Math.ceil(all * 0.3));
