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
  insured: z.array(Insured).min(1),
});

const tidy = (name: string): boolean => /^[\p{L}\p{M} .,'’-]{3,}$/u.test(name);

/** What the system doesn't take, by the field that it comes from. */
function faultsOf({ holder, insured, startsOn, endsOn }: z.infer<typeof Order>): { field: string; what: string }[] {
  const faults: { field: string; what: string }[] = [];
  if (!holder.line || !holder.town) faults.push({ field: 'home:add-home', what: 'The address of the holder isn’t whole' });
  if (holder.line !== null && holder.line.length > 60) faults.push({ field: 'home:add-home', what: 'The street of the holder has more than 60 characters' });
  for (const { id, name, birthDate, benefit } of insured) {
    if (!tidy(name)) faults.push({ field: `people:${id}.fullName`, what: `The name “${name}” has characters that no name has here` });
    if (birthDate === null) faults.push({ field: `people:${id}.birthDate`, what: `The birth date of ${name} is missing` });
    if (benefit % 1000 !== 0) faults.push({ field: 'cover:cover', what: `The benefit of ${name} isn’t a multiple of ten` });
  }
  if (endsOn <= startsOn) faults.push({ field: 'request:advanceOn', what: 'The term has no days' });
  return faults;
}

/**
 * A system that issues policies. It gives a number to what it takes, and says by field what it doesn't; an order with a key
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
  app.get('/policies', () => [...issued.values()].map(({ number, order }) => ({ number, reference: order.reference, premium: order.premium })));
  return app;
}
