import type { EntityDefinition } from '../details/index';

export const personEntity: EntityDefinition = {
  entity: 'person',
  table: 'file_person',
  part: 'people',
  fields: {
    personId: 'key',
    role: 'key',
    relationship: 'key',
    fullName: 'text',
    knownAs: 'text',
    birthDate: 'date',
    idNumber: 'secret',
    phone: 'text',
    email: 'text',
  },
};
