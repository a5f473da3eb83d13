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
    district: 'text',
    since: 'date',
    until: 'date',
    tenure: 'key',
    monthlyCost: 'money',
  },
};

export const petEntity: EntityDefinition = {
  entity: 'pet',
  table: 'pet',
  part: 'pets',
  fields: { kind: 'key', breed: 'text', weight: 'decimal', serviceAnimal: 'bool' },
  defaults: { serviceAnimal: false },
};

export const vehicleEntity: EntityDefinition = {
  entity: 'vehicle',
  table: 'vehicle',
  part: 'vehicles',
  fields: { make: 'text', model: 'text', year: 'int', plate: 'text' },
};
