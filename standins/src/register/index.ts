import { z } from 'zod';
import { makeService } from '../service/index';
import { soundsAlike } from '../sounds/index';
import companies from './companies.json' with { type: 'json' };
import records from './records.json' with { type: 'json' };
import persons from './persons.json' with { type: 'json' };

const Question = z.object({ number: z.string(), fullName: z.string(), birthDate: z.string() });
const Entry = z.strictObject({ number: z.string().min(1).max(20), fullName: z.string().min(1), birthDate: z.iso.date() });
const CompanyQuestion = z.object({ number: z.string() });

/** Numbers are the same however they are grouped. */
const asKept = (number: string): string => number.replace(/[^0-9A-Za-z]/g, '').toUpperCase();

/**
 * Registers of persons, of companies, and of what courts and landlords hold, with entries of their own, all made up: they
 * answer from those and not from what they are asked. Whoever tries things out has somebody entered by POST /entries;
 * another entry under the number gives way.
 */
export function registerService() {
  const app = makeService('register of persons');
  const known = new Map(persons.map((entry) => [entry.number, entry]));
  app.post('/persons', { schema: { body: Question } }, (request) => {
    const entry = known.get(asKept(request.body.number));
    return { record: entry ? { fullName: entry.fullName, birthDate: entry.birthDate } : null };
  });
  app.post('/entries', { schema: { body: z.array(Entry).max(1000) } }, (request) => {
    for (const entry of request.body) known.set(asKept(entry.number), { ...entry, number: asKept(entry.number) });
    return { entries: known.size };
  });
  app.post('/records', { schema: { body: z.object({ fullName: z.string() }) } }, (request) => ({
    records: records.filter(({ name }) => soundsAlike(name, request.body.fullName)),
  }));
  app.post('/companies', { schema: { body: CompanyQuestion } }, (request) => {
    const number = asKept(request.body.number);
    return { record: companies.find((company) => company.number === number) ?? null };
  });
  return app;
}
