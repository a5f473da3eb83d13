import { z } from 'zod';
import { makeService } from '../service/index';

const Insured = z.object({ id: z.string(), name: z.string(), birthDate: z.string().nullable(), plan: z.string(), benefit: z.int() });
const Order = z.object({
  reference: z.string(),
  product: z.string(),
  place: z.string(),
  startsOn: z.string(),
  endsOn: z.string(),
  premium: z.int(),
  currency: z.string(),
  holder: z.object({
    name: z.string(),
    birthDate: z.string().nullable(),
    line: z.string().nullable(),
    town: z.string().nullable(),
    postalCode: z.string().nullable(),
  }),
  insured: z.array(Insured),
  lines: z.array(z.object({ number: z.string(), insured: z.int() })),
});

const tidy = (name: string): boolean => /^[\p{L}\p{M} .,'’-]{3,}$/u.test(name);

/** What the system doesn't take, by the field that it comes from. */
function faultsOf({ holder, insured, lines, startsOn, endsOn }: z.infer<typeof Order>): { field: string; what: string }[] {
  const faults: { field: string; what: string }[] = [];
  if (!holder.line || !holder.town) faults.push({ field: 'home:add-home', what: 'The address of the holder isn’t whole' });
  if (holder.line !== null && holder.line.length > 60) faults.push({ field: 'home:add-home', what: 'The street of the holder has more than 60 characters' });
  for (const { id, name, birthDate, benefit } of insured) {
    if (!tidy(name)) faults.push({ field: `people:${id}.fullName`, what: `The name “${name}” has characters that no name has here` });
    if (birthDate === null) faults.push({ field: `people:${id}.birthDate`, what: `The birth date of ${name} is missing` });
    if (benefit % 1000 !== 0) faults.push({ field: 'cover:cover', what: `The benefit of ${name} isn’t a multiple of ten` });
  }
  if (insured.length + lines.length === 0) faults.push({ field: 'request:advanceOn', what: 'Nothing is insured' });
  for (const { number, insured: sum } of lines)
    if (!/^QL-\d+$/.test(number) || sum <= 0) faults.push({ field: 'lines:send-lines', what: `The line ${number} isn’t one of ours` });
  if (endsOn <= startsOn) faults.push({ field: 'request:advanceOn', what: 'The term has no days' });
  return faults;
}

const Values = z.looseObject({ item: z.string().nullable(), mark: z.string().nullable() });
const LinesOrder = z.object({
  reference: z.string(),
  startsOn: z.string(),
  lines: z.array(z.object({ id: z.string(), version: z.int(), number: z.string().nullable(), values: Values })),
  withdrawn: z.array(z.object({ id: z.string(), number: z.string() })),
});
type Line = z.infer<typeof LinesOrder>['lines'][number];

/** What is wrong with a line, by its field. */
function lineFaults({ values: { item, mark } }: Line): { field: string; what: string }[] {
  const faults: { field: string; what: string }[] = [];
  if (!/^[\p{L}\p{M}\p{N} .,'’#/-]{2,60}$/u.test(mark ?? ''))
    faults.push({ field: 'mark', what: 'The name or mark has characters that can’t be printed on the schedule' });
  if (item?.startsWith('hull') && !/\d/.test(mark ?? ''))
    faults.push({ field: 'mark', what: 'A hull is named with its hull number behind, like “Petrel QH 12”' });
  return faults;
}

/** How often a sending is asked about before its lines are judged. */
const ASKED_BEFORE = 1;

/**
 * A system that issues policies, and takes lines of cover before: it keeps a sending and says of each of its lines later. It gives a number to what it takes, and says by field what it doesn't; an order with a key
 * that it has seen is answered as then.
 */
export function issuingService() {
  const app = makeService('issuing');
  const issued = new Map<string, { number: string; order: z.infer<typeof Order> }>();
  app.post('/policies', { schema: { body: Order } }, (request) => {
    const key = String(request.headers['idempotency-key'] ?? '');
    const known = issued.get(key);
    if (known) return { number: known.number };
    const faults = faultsOf(request.body);
    if (faults.length > 0) return { faults };
    const number = `QC-${request.body.place.toUpperCase()}-${String(40_000 + issued.size * 13 + 7)}-${request.body.reference.replaceAll('-', '').slice(-4)}`;
    issued.set(key, { number, order: request.body });
    return { number };
  });
  const sendings = new Map<string, { order: z.infer<typeof LinesOrder>; asked: number }>();
  const numbers = new Map<string, string>();
  app.post('/lines', { schema: { body: LinesOrder } }, (request) => {
    const ticket = `T-${String(request.headers['idempotency-key'] ?? '')}`;
    if (!sendings.has(ticket)) sendings.set(ticket, { order: request.body, asked: 0 });
    return { ticket };
  });
  app.post('/lines/answers', { schema: { body: z.object({ ticket: z.string() }) } }, (request, reply) => {
    const sending = sendings.get(request.body.ticket);
    if (!sending) return reply.code(404).send({ unknown: true });
    sending.asked += 1;
    if (sending.asked <= ASKED_BEFORE) return { waiting: true };
    const { order } = sending;
    const taken = order.lines.map((line) => {
      const faults = lineFaults(line);
      if (faults.length > 0) return { id: line.id, faults };
      const key = `${order.reference}/${line.id}`;
      const number = numbers.get(key) ?? `QL-${String(7000 + numbers.size * 7)}`;
      numbers.set(key, number);
      return { id: line.id, number };
    });
    return { lines: [...taken, ...order.withdrawn.map(({ id, number }) => ({ id, number }))] };
  });
  app.get('/policies', () => [...issued.values()].map(({ number, order }) => ({ number, reference: order.reference, premium: order.premium })));
  return app;
}
