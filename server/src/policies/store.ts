import type { Minor, PaymentOrder, Policy } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';

export type PolicyRow = Omit<Policy, 'order' | 'refundOrder' | 'year'> & { id: string; fileId: string; yearPremium: Minor; orderKey: string };

/** Policies, one of a file. */
export function policyStore(db: Sequelize) {
  const table = new Table<PolicyRow>(
    db,
    'policy',
    {
      id: 'key',
      fileId: 'key',
      state: 'key',
      number: 'key',
      orderKey: 'key',
      faults: 'json',
      problem: 'text',
      orderedAt: 'time',
      orderedBy: 'text',
      issuedAt: 'time',
      startsOn: 'date',
      endsOn: 'date',
      freeLookUntil: 'date',
      premium: 'money',
      yearPremium: 'money',
      paidAt: 'time',
      endedOn: 'date',
      endedBecause: 'key',
      refund: 'money',
    },
    ['id'],
  );
  return {
    of: (fileId: string, tx?: Tx) => table.one({ fileId }, { tx }),
    /** The policy of a file, on these terms; begun where there is none. Terms of one that was paid or issued stay. */
    async begin(fileId: string, terms: Pick<PolicyRow, 'startsOn' | 'endsOn' | 'premium' | 'yearPremium'>, tx: Tx): Promise<PolicyRow> {
      const known = await table.one({ fileId }, { tx });
      if (known && (known.paidAt !== null || known.state === 'issued' || known.state === 'ended')) return known;
      if (known) {
        await table.update(terms, { id: known.id }, tx);
        return { ...known, ...terms };
      }
      const row: PolicyRow = {
        id: nanoid(),
        fileId,
        state: 'none',
        number: null,
        orderKey: nanoid(),
        faults: [],
        problem: null,
        orderedAt: null,
        orderedBy: null,
        issuedAt: null,
        freeLookUntil: null,
        paidAt: null,
        endedOn: null,
        endedBecause: null,
        refund: null,
        ...terms,
      };
      await table.insert(row, tx);
      return row;
    },
    update: (fileId: string, values: Partial<PolicyRow>, tx?: Tx) => table.update(values, { fileId }, tx),
  };
}
export type PolicyStore = ReturnType<typeof policyStore>;

/** A policy as a file shows it. */
export function policyOf(row: PolicyRow, order: PaymentOrder | null, refundOrder: PaymentOrder | null): Policy {
  const { id: _, fileId: __, orderKey: ___, yearPremium: year, ...policy } = row;
  return { ...policy, year, order, refundOrder };
}
