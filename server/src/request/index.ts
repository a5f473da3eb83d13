import type { EntityDefinition } from '../details/index';

export const requestEntity: EntityDefinition = {
  entity: 'request',
  table: 'file_request',
  part: 'request',
  fields: {
    purpose: 'text',
    price: 'money',
    downPayment: 'money',
    amount: 'money',
    termMonths: 'int',
    advanceOn: 'date',
    firstPaymentOn: 'date',
    legalForm: 'key',
    payoutName: 'text',
    payoutRouting: 'key',
    payoutAccount: 'secret',
  },
};
