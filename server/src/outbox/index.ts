import { OutboxPage, OutboxQuery, type OutboxMessage } from '@cavren/contract';
import { nanoid } from 'nanoid';
import { z } from 'zod';
import { select, Table, type Tx } from '../db/index';
import type { Concept, House } from '../house/index';
import { staffFor } from '../http/index';
import { ask, OutsideError } from '../outside/index';

interface MessageRow {
  id: string;
  fileId: string;
  channel: 'email' | 'text';
  recipient: string;
  subject: string | null;
  body: string;
  createdAt: string;
  sentAt: string | null;
  /** A link or a code, encrypted; gone once the message is sent. */
  secret: Buffer | null;
  problem: string | null;
}

export interface Outbox {
  /**
   * Puts a message in the outbox in the same transaction; a job sends it.
   * @param secret what only its receiver may know; it stands in the body as {@link SECRET} until it leaves the house.
   */
  put(message: Pick<MessageRow, 'fileId' | 'channel' | 'recipient' | 'subject' | 'body'>, now: string, tx: Tx, secret?: string): Promise<void>;
  list(page: number, size: number, reference: string | null): Promise<{ items: OutboxMessage[]; total: number }>;
}

/** Where a link or a code goes that nobody but the receiver may read. */
export const SECRET = '••••••';

function makeOutbox({ db, jobs, secrets, config: { outside } }: House): Outbox {
  const table = new Table<MessageRow>(
    db,
    'message',
    {
      id: 'key',
      fileId: 'key',
      channel: 'key',
      recipient: 'text',
      subject: 'text',
      body: 'text',
      createdAt: 'time',
      sentAt: 'time',
      secret: 'binary',
      problem: 'text',
    },
    ['id'],
  );

  jobs.handle('message.send', async (id) => {
    const message = await table.one({ id });
    if (!message || message.sentAt) return;
    const { channel, recipient, subject, secret } = message;
    const body = secret ? message.body.replace(SECRET, () => secrets.unseal(secret).toString()) : message.body;
    try {
      await ask({
        service: 'The mail and text service',
        url: `${outside.post}/messages`,
        body: { key: id, channel, to: recipient, subject, body },
        answer: z.object({ accepted: z.literal(true) }),
        idempotencyKey: id,
      });
    } catch (error) {
      if (error instanceof OutsideError) await table.update({ problem: error.problem }, { id });
      throw error;
    }
    await table.update({ sentAt: new Date().toISOString(), secret: null, problem: null }, { id });
  });

  return {
    async put(message, now, tx, secret) {
      const id = nanoid();
      await table.insert(
        { ...message, id, createdAt: now, sentAt: null, secret: secret === undefined ? null : secrets.seal(Buffer.from(secret)), problem: null },
        tx,
      );
      await jobs.add('message.send', id, tx);
    },
    async list(page, size, reference) {
      const where = reference ? 'WHERE f.reference = :reference' : '';
      const values = { reference, size, offset: (page - 1) * size };
      const rows = await select<{
        id: string;
        reference: string;
        channel: 'email' | 'text';
        recipient: string;
        subject: string | null;
        body: string;
        created_at: Date;
        sent_at: Date | null;
        problem: string | null;
      }>(
        db,
        `SELECT m.id, f.reference, m.channel, m.recipient, m.subject, m.body, m.created_at, m.sent_at, m.problem
         FROM message m JOIN file f ON f.id = m.file_id ${where} ORDER BY m.created_at DESC, m.id LIMIT :size OFFSET :offset`,
        values,
      );
      const [count] = await select<{ total: string }>(db, `SELECT COUNT(*) AS total FROM message m JOIN file f ON f.id = m.file_id ${where}`, values);
      return {
        items: rows.map(({ created_at, sent_at, ...row }) => ({ ...row, createdAt: created_at.toISOString(), sentAt: sent_at?.toISOString() ?? null })),
        total: Number(count?.total ?? 0),
      };
    },
  };
}

declare module '../house/index' {
  interface Services {
    outbox: Outbox;
  }
}

/** Messages that leave the house, and what became of them. */
export const outbox: Concept = (app, house) => {
  const service = house.offer('outbox', makeOutbox(house));
  app.get('/api/outbox', { schema: { querystring: OutboxQuery, response: { 200: OutboxPage } } }, async (request) => {
    staffFor(request, 'outbox.read');
    const { page, size, reference } = request.query;
    const deliveredAt = house.demoPeople.length > 0 ? `${house.config.outside.post}/phone` : null;
    return { ...(await service.list(page, size, reference ?? null)), page, size, deliveredAt };
  });
};
