import type { EntityDefinition } from '../details/index';

export const personEntity: EntityDefinition = {
  entity: 'person',
  table: 'file_person',
  part: 'people',
  fields: {
    personId: 'key',
    kind: 'key',
    role: 'key',
    alsoRoles: 'text',
    fullName: 'text',
    knownAs: 'text',
    birthDate: 'date',
    idKind: 'key',
    idNumber: 'secret',
    taxKind: 'key',
    taxNumber: 'secret',
    phone: 'text',
    email: 'text',
    noEmail: 'bool',
    language: 'key',
    contactBy: 'key',
    contactTimes: 'text',
    accessibility: 'text',
    studies: 'key',
    familyStatus: 'key',
    otherParent: 'text',
    livesWith: 'key',
    organisation: 'text',
    share: 'decimal',
    detailsFrom: 'date',
    detailsConfirmed: 'date',
  },
  defaults: { kind: 'person', noEmail: false },
};

export const relationEntity: EntityDefinition = {
  entity: 'relation',
  table: 'relation',
  part: 'relations',
  fields: { personId: 'key', toId: 'key', kind: 'key' },
};
