import type { EntityDefinition } from '../details/index';

export const incomeEntity: EntityDefinition = {
  entity: 'income',
  table: 'income',
  part: 'incomes',
  fields: {
    personId: 'key',
    kind: 'key',
    source: 'text',
    amount: 'money',
    frequency: 'key',
    hoursPerWeek: 'decimal',
    weeksPerYear: 'decimal',
    extraMonths: 'int',
    since: 'date',
    until: 'date',
    probationUntil: 'date',
    untaxed: 'bool',
    monthsSeen: 'int',
    yearEnd: 'date',
    profitLatest: 'money',
    addBackLatest: 'money',
    profitBefore: 'money',
    addBackBefore: 'money',
    capital: 'money',
    yieldRate: 'decimal',
    yearToDate: 'money',
    yearToDateAt: 'date',
    netAmount: 'money',
  },
  defaults: { untaxed: false },
};

/** What was said to a question that the figures raise; one for each subject. */
export const explanationEntity: EntityDefinition = {
  entity: 'explanation',
  table: 'explanation',
  part: 'explanations',
  fields: { subject: 'text', text: 'text' },
};
