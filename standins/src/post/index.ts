import { z } from 'zod';
import { makeService } from '../service/index';

const Message = z.object({ key: z.string(), channel: z.enum(['email', 'text']), to: z.string(), subject: z.string().nullable(), body: z.string() });
const KEPT = 500;

/** A mail and text service that delivers to nobody and keeps what it was given. */
export function postService() {
  const app = makeService('mail and text');
  const messages = new Map<string, z.infer<typeof Message>>();
  app.post('/messages', { schema: { body: Message } }, (request) => {
    messages.set(request.body.key, request.body);
    const [oldest] = messages.keys();
    if (messages.size > KEPT && oldest) messages.delete(oldest);
    return { accepted: true };
  });
  app.get('/messages', () => [...messages.values()]);
  return app;
}
