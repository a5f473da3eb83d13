import type { z } from 'zod';

/** An outside service did not do what was asked of it: away, slow, or answering what no answer looks like. */
export class OutsideError extends Error {
  constructor(
    readonly service: string,
    readonly problem: string,
  ) {
    super(`${service}: ${problem}`);
    this.name = 'OutsideError';
  }
}

interface Call<Answer extends z.ZodType> {
  service: string;
  url: string;
  body: unknown;
  answer: Answer;
  /** The same key may be sent again without the thing being done twice. */
  idempotencyKey: string;
  timeoutMs?: number;
  tries?: number;
}

/**
 * Asks an outside service over HTTP, with a time limit, a few tries with growing pauses, and an idempotency key.
 * @throws OutsideError when no try brought an answer of the agreed shape.
 */
export async function ask<Answer extends z.ZodType>(call: Call<Answer>): Promise<z.output<Answer>> {
  const { tries = 2 } = call;
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await askOnce(call);
    } catch (error) {
      if (attempt >= tries) throw error;
      await new Promise((resolve) => setTimeout(resolve, 100 * 2 ** attempt));
    }
  }
}

async function askOnce<Answer extends z.ZodType>({ service, url, body, answer, idempotencyKey, timeoutMs = 2000 }: Call<Answer>): Promise<z.output<Answer>> {
  const response = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'idempotency-key': idempotencyKey },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(timeoutMs),
  }).catch((error: unknown) => {
    throw new OutsideError(service, error instanceof Error && error.name === 'TimeoutError' ? 'did not answer in time' : 'can’t be reached');
  });
  if (!response.ok) throw new OutsideError(service, `answered with status ${response.status}`);
  const read: unknown = await response.json().catch(() => {
    throw new OutsideError(service, 'answered something unreadable');
  });
  const parsed = answer.safeParse(read);
  if (!parsed.success) throw new OutsideError(service, 'answered something unexpected');
  return parsed.data;
}
