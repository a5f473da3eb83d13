import type { EntityDefinition } from '../details/index';

export const partEntity: EntityDefinition = {
  entity: 'part',
  table: 'loan_part',
  part: 'parts',
  fields: {
    kind: 'key',
    amount: 'money',
    termMonths: 'int',
    every: 'key',
    advanceOn: 'date',
    firstPaymentOn: 'date',
    interestOnlyMonths: 'int',
    balloon: 'money',
    holidayFrom: 'int',
    holidayPeriods: 'int',
    season: 'text',
  },
};
