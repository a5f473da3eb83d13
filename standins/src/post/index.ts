import { z } from 'zod';
import { makeService } from '../service/index';

const Message = z.object({ key: z.string(), channel: z.enum(['email', 'text']), to: z.string(), subject: z.string().nullable(), body: z.string() });
const KEPT = 500;

const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (mark) => `&#${mark.charCodeAt(0)};`).replace(/https?:\/\/\S+\/door\/\S+/g, (link) => `<a href="${link}">${link}</a>`);

const pageOf = (messages: readonly z.infer<typeof Message>[]): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Messages</title>
<style>body{font:16px/1.5 system-ui;margin:1rem auto;max-width:40rem;padding:0 1rem}article{border-top:1px solid #bbb;padding:.6rem 0}p{white-space:pre-line;margin:.3rem 0}small{color:#555}</style>
</head><body><h1>Messages</h1><p>What the simulated mail and text service delivered, newest first.</p>
${messages.map(({ channel, to, subject, body }) => `<article><small>${channel === 'email' ? 'E-mail' : 'Text'} to <a href="?to=${encodeURIComponent(to)}">${escaped(to)}</a></small> <b>${escaped(subject ?? '')}</b><p>${escaped(body)}</p></article>`).join('\n')}
</body></html>`;

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
  // The phone and the mailbox of everybody whom messages go to: a page of its own, which knows nothing of the desk.
  app.get('/phone', { schema: { querystring: z.object({ to: z.string().optional() }) } }, (request, reply) => {
    const { to } = request.query;
    const shown = [...messages.values()].filter((message) => to === undefined || message.to === to).reverse();
    return reply.type('text/html; charset=utf-8').send(pageOf(shown));
  });
  return app;
}
