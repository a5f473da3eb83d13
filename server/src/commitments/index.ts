import type { EntityDefinition } from '../details/index';

export const livingCostEntity: EntityDefinition = {
  entity: 'livingCost',
  table: 'living_cost',
  part: 'livingCosts',
  fields: { category: 'text', monthly: 'money' },
};

export const debtEntity: EntityDefinition = {
  entity: 'debt',
  table: 'debt',
  part: 'debts',
  fields: {
    lender: 'text',
    kind: 'key',
    owners: 'text',
    payment: 'money',
    balance: 'money',
    limit: 'money',
    rate: 'decimal',
    endsOn: 'date',
    cleared: 'bool',
  },
  defaults: { cleared: false },
};
