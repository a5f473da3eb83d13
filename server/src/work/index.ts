import type { EntityDefinition } from '../details/index';

export const workEntity: EntityDefinition = {
  entity: 'work',
  table: 'work',
  part: 'works',
  fields: { personId: 'key', kind: 'key', employer: 'text', position: 'text', phone: 'text', since: 'date', until: 'date' },
};
