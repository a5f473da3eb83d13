import type { EntityDefinition } from '../details/index';

export const useEntity: EntityDefinition = { entity: 'use', table: 'fund_use', part: 'uses', fields: { what: 'text', amount: 'money' } };
export const sourceEntity: EntityDefinition = {
  entity: 'source',
  table: 'fund_source',
  part: 'sources',
  fields: { kind: 'key', what: 'text', amount: 'money' },
};
