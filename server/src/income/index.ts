import type { EntityDefinition } from '../details/index';

export const incomeEntity: EntityDefinition = {
  entity: 'income',
  table: 'income',
  part: 'incomes',
  fields: { personId: 'key', kind: 'key', source: 'text', amount: 'money', frequency: 'key', hoursPerWeek: 'decimal', since: 'date' },
};
