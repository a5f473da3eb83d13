import { z } from 'zod';
import { makeService } from '../service/index';

const Account = z.object({ routing: z.string().nullable(), account: z.string(), name: z.string() });
const Order = Account.extend({ key: z.string().min(1), amount: z.int().positive(), currency: z.string(), text: z.string() });

/**
 * A bank that answers from what it is asked: account numbers that end in 00 don't exist, those that end in 11 belong to
 * somebody else, those that end in 22 take no payments, and to those that end in 33 it pays a cent too little. A transfer
 * with a key that it has seen is not made again; it answers with what it did then, and refuses another order under it.
 */
export function bankService() {
  const app = makeService('bank');
  const made = new Map<string, { reference: string; order: z.infer<typeof Order>; amount: number }>();
  app.post('/accounts', { schema: { body: Account } }, (request) => ({
    exists: !request.body.account.endsWith('00'),
    ownerMatches: !request.body.account.endsWith('11'),
  }));
  app.post('/transfers', { schema: { body: Order } }, (request) => {
    const order = request.body;
    const { key, routing, account, currency } = order;
    const known = made.get(key);
    if (known && JSON.stringify(known.order) !== JSON.stringify(order)) return { refused: 'Another order has this key' };
    if (account.endsWith('22')) return { refused: 'The account takes no payments' };
    const { reference, amount } = known ?? {
      reference: `QT${String(70_000 + made.size * 7 + 1)}`,
      amount: order.amount - (account.endsWith('33') ? 1 : 0),
    };
    made.set(key, { reference, order, amount });
    return { reference, made: { key, routing, account, amount, currency } };
  });
  app.get('/transfers', () => [...made.values()].map(({ reference, order, amount }) => ({ reference, amount, text: order.text })));
  return app;
}
