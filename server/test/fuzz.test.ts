import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { verifyHistories } from '../src/index';
import { Phone } from './applicant';
import { makeCavren, openFile, type Client, type TestCavren, type Walk } from './cavren';
import { many } from '../../scripts/setup/depth';
import { randomFrom } from './random';
import { fileOutForSignature } from './stages';

let cavren: TestCavren;
let walk: Walk;
/** A file whose agreement its applicant reads just now, at the front door. */
let signing: Walk;
let phone: Phone;
beforeAll(async () => {
  cavren = await makeCavren();
  walk = await openFile(cavren);
  await walk.typeAll({ couple: true });
  signing = await fileOutForSignature(cavren);
  phone = await new Phone(cavren, 'ida@post.example', signing.sentTo(1), signing.reference).comeIn();
});
afterAll(() => cavren.close());

const CALLS = many(20_000);
const AT_ONCE = 8;

/** The part of JSON Schema that the description of the API uses. */
interface Schema {
  type?: string | string[];
  enum?: unknown[];
  const?: unknown;
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  properties?: Record<string, Schema>;
  items?: Schema;
}
interface Operation {
  requestBody?: { content?: Record<string, { schema?: Schema }> };
  parameters?: { name: string; in: string; schema?: Schema }[];
}

const inText = (value: unknown): string => (typeof value === 'string' ? value : value === undefined ? '' : JSON.stringify(value));

const random = randomFrom(20_261_126);
const oneOf = <One>(list: readonly One[]): One => list[random(list.length)] as One;

/** Values that programs stumble over. */
const HOSTILE: readonly unknown[] = [
  '',
  ' ',
  '__proto__',
  'constructor',
  'toString',
  '\u0000',
  '\ud800',
  '\u200b',
  'ﬃ İ ß',
  "'; DROP TABLE file; --",
  '../../etc/passwd',
  '0000-01-01',
  '9999-12-31',
  '2026-02-30',
  'x'.repeat(5000),
  -1,
  0,
  1.5,
  1e308,
  2 ** 53,
  -0,
  null,
  true,
  [],
  {},
  [[[[]]]],
  { __proto__: null, length: 1e9 },
];

describe('thousands of calls made from the API’s own description', () => {
  it('are answered, whatever is in them: none finds a fault of the server', { timeout: 600_000 }, async () => {
    const spec = cavren.app.swagger() as { paths: Record<string, Record<string, Operation>> };
    const operations = Object.entries(spec.paths).flatMap(([path, methods]) =>
      Object.entries(methods)
        .filter(() => !path.endsWith('/events'))
        .map(([method, operation]) => ({ path, method: method.toUpperCase() as 'GET' | 'POST' | 'PATCH' | 'DELETE', operation })),
    );
    expect(operations.length).toBeGreaterThan(70);
    const known = () => [
      walk.reference,
      walk.applicant.id,
      ...walk.file.people.map(({ id }) => id),
      ...walk.file.incomes.map(({ id }) => id),
      walk.view.productId,
      signing.reference,
      signing.applicant.id,
      ...signing.file.papers.map(({ id }) => id),
      'workboat-refit',
      'request',
      'person',
      'income',
      'amount',
      'fullName',
      '1',
    ];

    function valueOf(schema: Schema, depth = 0): unknown {
      if (random(12) === 0) return oneOf(HOSTILE);
      const choices = schema.anyOf ?? schema.oneOf;
      if (choices && choices.length > 0) return valueOf(oneOf(choices), depth);
      if (schema.const !== undefined) return schema.const;
      if (schema.enum) return oneOf(schema.enum);
      const type = Array.isArray(schema.type) ? oneOf(schema.type) : schema.type;
      if (schema.properties || type === 'object') {
        if (depth > 5) return {};
        const entries = Object.entries(schema.properties ?? {}).filter(() => random(20) > 0);
        const more = random(25) === 0 ? [[oneOf(['__proto__', 'constructor', 'extra']), oneOf(HOSTILE)] as const] : [];
        return Object.fromEntries([
          ...entries.map(([name, inner]) => [name, name === 'version' ? walk.version + random(3) - 1 : valueOf(inner, depth + 1)] as const),
          ...more,
        ]);
      }
      if (type === 'array') return Array.from({ length: random(4) }, () => valueOf(schema.items ?? {}, depth + 1));
      if (type === 'integer') return oneOf([0, 1, -1, 60, 30_000, 10 ** 9, 2 ** 53, random(5_000_000)]);
      if (type === 'number') return oneOf([0, 0.5, -3.25, 1e9, 1e300, random(1000) / 7]);
      if (type === 'boolean') return random(2) === 0;
      if (type === 'null') return null;
      return oneOf([
        ...known(),
        'Ida Holm',
        '2026-03-01',
        '1990-04-03',
        'wage',
        'monthly',
        '(212) 555-0101',
        'a word of reason',
        ...(random(3) === 0 ? [oneOf(HOSTILE)] : []),
      ]);
    }
    const written = (value: unknown): string => encodeURIComponent(inText(value).toWellFormed());

    const people = await Promise.all(['wren', 'ansel', 'dilys', 'rufus', 'maud'].map((who) => cavren.as(who)));
    const faults: string[] = [];
    const statuses = new Map<number, number>();
    const inside = new Map<number, number>();
    async function call(): Promise<void> {
      const { path, method, operation } = oneOf(operations);
      // Signing out would end the session that the others go on with.
      if (path === '/api/session' || path === '/api/door/leave') return;
      const url = path.replace(/\{\w+\}/g, (name) =>
        written(name === '{reference}' && random(8) > 0 ? walk.reference : random(10) === 0 ? oneOf(HOSTILE) : oneOf(known())),
      );
      const query = (operation.parameters ?? [])
        .filter((one) => one.in === 'query' && random(3) > 0)
        .map(({ name, schema }) => `${name}=${written(valueOf(schema ?? {}))}`)
        .join('&');
      const schema = Object.values(operation.requestBody?.content ?? {})[0]?.schema;
      const body = schema ? (random(30) === 0 ? oneOf(HOSTILE) : valueOf(schema)) : undefined;
      const atDoor = path.startsWith('/api/door');
      const client: Client = random(12) === 0 ? cavren.stranger() : atDoor && random(4) > 0 ? phone : oneOf(people);
      const answer = await client.call(method, `${url}${query ? `?${query}` : ''}`, body as object | undefined);
      const counted = client === phone ? inside : statuses;
      counted.set(answer.status, (counted.get(answer.status) ?? 0) + 1);
      if (answer.status >= 500 && faults.length < 40)
        faults.push(`${answer.status} ${method} ${path} ${inText(body).slice(0, 300)} → ${answer.response.body.slice(0, 200)}`);
    }
    for (let done = 0; done < CALLS; done += AT_ONCE) {
      await Promise.all(Array.from({ length: AT_ONCE }, call));
      // What was changed meanwhile is seen now and then, so that calls with the right version go on coming.
      if (done % 200 === 0) await walk.look();
    }
    expect(faults).toEqual([]);
    // Not everything is refused: what was done was done, and what was refused was refused for many reasons.
    for (const status of [200, 401, 403, 404, 409, 422]) expect([status, (statuses.get(status) ?? 0) > 20]).toEqual([status, true]);
    for (const status of [200, 409, 422]) expect([status, (inside.get(status) ?? 0) > 20]).toEqual([status, true]);
    expect([...inside.values()].reduce((sum, count) => sum + count, 0)).toBeGreaterThan(CALLS / 40);
    expect((await verifyHistories(cavren.services.historyStore, cavren.services.sealedDays)).problems).toEqual([]);
  });
});
