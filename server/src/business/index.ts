import type { EntityDefinition } from '../details/index';

export const payrollEntity: EntityDefinition = {
  entity: 'payroll',
  table: 'payroll_entry',
  part: 'payrolls',
  fields: { name: 'text', kind: 'key', yearlyPay: 'money', profitShare: 'money' },
};
export const accountEntity: EntityDefinition = {
  entity: 'account',
  table: 'business_year',
  part: 'accounts',
  fields: { yearEnd: 'date', revenue: 'money', costs: 'money', depreciation: 'money', interest: 'money', drawings: 'money' },
};
