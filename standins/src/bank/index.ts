import { z } from 'zod';
import { makeService } from '../service/index';

const Account = z.object({ routing: z.string(), account: z.string(), name: z.string() });
const Order = Account.extend({ key: z.string().min(1), amount: z.int().positive(), currency: z.string(), text: z.string() });

/**
 * A bank that answers from what it is asked: account numbers that end in 00 don't exist, those that end in 11 belong to
 * somebody else. A transfer with a key that it has seen is not made again; it answers with the first one's reference.
 */
export function bankService() {
  const app = makeService('bank');
  const made = new Map<string, { reference: string; order: z.infer<typeof Order> }>();
  app.post('/accounts', { schema: { body: Account } }, (request) => ({
    exists: !request.body.account.endsWith('00'),
    ownerMatches: !request.body.account.endsWith('11'),
  }));
  app.post('/transfers', { schema: { body: Order } }, (request) => {
    const { key } = request.body;
    const known = made.get(key);
    if (known) return { reference: known.reference };
    const reference = `QT${String(70_000 + made.size * 7 + 1)}`;
    made.set(key, { reference, order: request.body });
    return { reference };
  });
  app.get('/transfers', () => [...made.values()].map(({ reference, order }) => ({ reference, amount: order.amount, text: order.text })));
  return app;
}
