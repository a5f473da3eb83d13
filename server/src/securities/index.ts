import type { EntityDefinition } from '../details/index';

export const securityEntity: EntityDefinition = {
  entity: 'security',
  table: 'security_item',
  part: 'securities',
  fields: { kind: 'key', description: 'text', value: 'money', valueOn: 'date', priorCharges: 'money' },
};
