import { say, type Words } from '../words/index';

/** Columns that the head of an imported table lacks, and those that it has and nobody knows. */
export const columnProblems = (columns: readonly string[], head: readonly string[]): Words[] => [
  ...columns.filter((column) => !head.includes(column)).map((column) => say('rates.columnMissing', { column })),
  ...head.filter((column) => !columns.includes(column)).map((column) => say('rates.columnUnknown', { column })),
];
