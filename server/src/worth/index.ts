import type { EntityDefinition } from '../details/index';

export const assetEntity: EntityDefinition = {
  entity: 'asset',
  table: 'asset',
  part: 'assets',
  fields: {
    kind: 'key',
    description: 'text',
    owners: 'text',
    value: 'money',
    valueOn: 'date',
    downPaymentPart: 'money',
    donor: 'text',
    donorRelation: 'text',
  },
};
