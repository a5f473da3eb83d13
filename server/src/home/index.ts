import type { EntityDefinition } from '../details/index';

export const homeEntity: EntityDefinition = {
  entity: 'home',
  table: 'home',
  part: 'homes',
  fields: {
    personId: 'key',
    line: 'text',
    town: 'text',
    region: 'text',
    postalCode: 'text',
    since: 'date',
    until: 'date',
    tenure: 'key',
    monthlyCost: 'money',
  },
};
