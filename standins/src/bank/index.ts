import { createHash } from 'node:crypto';
import { z } from 'zod';
import { makeService } from '../service/index';

const Account = z.object({ routing: z.string().nullable(), account: z.string(), name: z.string() });
const Card = z.object({ number: z.string().regex(/^\d{12,19}$/), expires: z.string(), name: z.string() });
const Order = Account.extend({ key: z.string().min(1), amount: z.int().positive(), currency: z.string(), text: z.string() });

type Moved = Map<string, { reference: string; order: z.infer<typeof Order>; amount: number }>;

/**
 * A bank that answers from what it is asked: account numbers that end in 00 don't exist, those that end in 11 belong to
 * somebody else, those that end in 22 take no payments and aren’t covered for debits, and to those that end in 33 it moves a cent too little; so it is with cards. A transfer or debit
 * with a key that it has seen is not made again; it answers with what it did then, and refuses another order under it.
 */
export function bankService() {
  const app = makeService('bank');
  const made: Moved = new Map();
  const taken: Moved = new Map();
  const charged: Moved = new Map();
  const refunded: Moved = new Map();
  app.post('/accounts', { schema: { body: Account } }, (request) => ({
    exists: !request.body.account.endsWith('00'),
    ownerMatches: !request.body.account.endsWith('11'),
  }));
  /** One order to move money, out of the house or into it. */
  function move(made: Moved, order: z.infer<typeof Order>, prefix: string, no: string) {
    const { key, routing, account, currency } = order;
    const known = made.get(key);
    if (known && JSON.stringify(known.order) !== JSON.stringify(order)) return { refused: 'Another order has this key' };
    if (account.endsWith('22')) return { refused: no };
    const { reference, amount } = known ?? {
      reference: `${prefix}${String(70_000 + made.size * 7 + 1)}`,
      amount: order.amount - (account.endsWith('33') ? 1 : 0),
    };
    made.set(key, { reference, order, amount });
    return { reference, made: { key, routing, account, amount, currency } };
  }
  app.post('/transfers', { schema: { body: Order } }, (request) => move(made, request.body, 'QT', 'The account takes no payments'));
  app.post('/debits', { schema: { body: Order } }, (request) => move(taken, request.body, 'QD', 'The account isn’t covered'));
  /** A card is known by a name of its own that says nothing but the end of its number; one that ends in 00 doesn't exist. */
  app.post('/cards', { schema: { body: Card } }, ({ body: { number } }) =>
    number.endsWith('00')
      ? { refused: 'There is no such card' }
      : { token: `card-${createHash('sha256').update(number).digest('hex').slice(0, 16)}-${number.slice(-4)}`, tail: number.slice(-4) },
  );
  app.post('/charges', { schema: { body: Order } }, (request) => move(charged, request.body, 'QC', 'The card was declined'));
  app.post('/refunds', { schema: { body: Order } }, (request) => move(refunded, request.body, 'QR', 'The card takes nothing back'));
  app.get('/charges', () => [...charged.values()].map(({ reference, order, amount }) => ({ reference, amount, text: order.text })));
  app.get('/refunds', () => [...refunded.values()].map(({ reference, order, amount }) => ({ reference, amount, text: order.text })));
  app.get('/debits', () => [...taken.values()].map(({ reference, order, amount }) => ({ reference, amount, text: order.text })));
  app.get('/transfers', () => [...made.values()].map(({ reference, order, amount }) => ({ reference, amount, text: order.text })));
  return app;
}
