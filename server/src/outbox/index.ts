import { PROBLEM } from './problems';
import { Done, Id, OutboxPage, OutboxQuery, type OutboxMessage } from '@cavren/contract';
import { nanoid } from 'nanoid';
import { z } from 'zod';
import { select, Table, type Tx } from '../db/index';
import type { Concept, House } from '../house/index';
import { staffFor } from '../http/index';
import { ask, OutsideError } from '../outside/index';

interface MessageRow {
  id: string;
  fileId: string;
  channel: OutboxMessage['channel'];
  recipient: string;
  subject: string | null;
  body: string;
  createdAt: string;
  sentAt: string | null;
  /** A link or a code, encrypted; gone once the message is sent. */
  secret: Buffer | null;
  problem: string | null;
  /** The notice that a letter is. */
  noticeId: string | null;
  postedBy: string | null;
}

export interface Outbox {
  /**
   * Puts a message in the outbox in the same transaction; a job sends it.
   * @param secret what only its receiver may know; it stands in the body as {@link SECRET} until it leaves the house.
   */
  put(message: Pick<MessageRow, 'fileId' | 'channel' | 'recipient' | 'subject' | 'body'>, now: string, tx: Tx, secret?: string): Promise<void>;
  /** Puts a letter in the print queue: somebody prints and posts it. */
  putLetter(letter: Pick<MessageRow, 'fileId' | 'recipient' | 'subject' | 'body'> & { noticeId: string }, now: string, tx: Tx): Promise<void>;
  /** Says that a letter was posted. */
  posted(id: string, by: string, now: string): Promise<boolean>;
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
      noticeId: 'key',
      postedBy: 'text',
    },
    ['id'],
  );

  jobs.handle('message.send', async (id) => {
    const message = await table.one({ id });
    if (!message || message.sentAt || message.channel === 'letter') return;
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
        {
          ...message,
          id,
          createdAt: now,
          sentAt: null,
          secret: secret === undefined ? null : secrets.seal(Buffer.from(secret)),
          problem: null,
          noticeId: null,
          postedBy: null,
        },
        tx,
      );
      await jobs.add('message.send', id, tx);
    },
    async putLetter(letter, now, tx) {
      await table.insert({ ...letter, id: nanoid(), channel: 'letter', createdAt: now, sentAt: null, secret: null, problem: null, postedBy: null }, tx);
    },
    async posted(id, by, now) {
      const letter = await table.one({ id });
      if (letter?.channel !== 'letter') return false;
      if (!letter.sentAt) await table.update({ sentAt: now, postedBy: by }, { id });
      return true;
    },
    async list(page, size, reference) {
      const where = reference ? 'WHERE f.reference = :reference' : '';
      const values = { reference, size, offset: (page - 1) * size };
      const rows = await select<{
        id: string;
        reference: string;
        channel: OutboxMessage['channel'];
        recipient: string;
        subject: string | null;
        body: string;
        created_at: Date;
        sent_at: Date | null;
        problem: string | null;
        notice_id: string | null;
      }>(
        db,
        `SELECT m.id, f.reference, m.channel, m.recipient, m.subject, m.body, m.created_at, m.sent_at, m.problem, m.notice_id
         FROM message m JOIN file f ON f.id = m.file_id ${where} ORDER BY m.created_at DESC, m.id LIMIT :size OFFSET :offset`,
        values,
      );
      const [count] = await select<{ total: string }>(db, `SELECT COUNT(*) AS total FROM message m JOIN file f ON f.id = m.file_id ${where}`, values);
      return {
        items: rows.map(({ created_at, sent_at, notice_id, ...row }) => ({
          ...row,
          createdAt: created_at.toISOString(),
          sentAt: sent_at?.toISOString() ?? null,
          noticeId: notice_id,
        })),
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
  app.post('/api/outbox/:id/posted', { schema: { params: z.object({ id: Id }), response: { 200: Done } } }, async (request) => {
    const actor = staffFor(request, 'letter.post');
    if (!(await service.posted(request.params.id, actor.name, house.now().toISOString()))) throw PROBLEM.noLetter();
    return { done: true as const };
  });
};
