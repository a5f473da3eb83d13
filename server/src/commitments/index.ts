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
  fields: { lender: 'text', kind: 'key', payment: 'money', balance: 'money', cleared: 'bool' },
  defaults: { cleared: false },
};
