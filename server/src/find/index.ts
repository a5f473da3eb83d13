import { FindQuery, Found } from '@cavren/contract';
import { dateInWords, isoDate, may, nameWords, readReference, type StaffRole } from '@cavren/core';
import type { Concept } from '../house/index';
import { staffFor } from '../http/index';

const MOST = 6;

/** What the command bar finds: people of the register, and files by reference or by whose they are. */
export const find: Concept = (app, { services }) => {
  async function filesFor(text: string): Promise<Found['files']> {
    const reference = readReference(text);
    const row = reference ? await services.fileStore.byReference(reference) : null;
    if (row) return [{ reference: row.reference, applicant: row.applicant, product: row.productCode, stage: row.stage }];
    const found = await services.fileStore.named(nameWords(text).slice(0, 4), MOST);
    return found.map(({ reference: of, applicant, product_code, stage }) => ({ reference: of, applicant, product: product_code, stage }));
  }
  async function personsFor(text: string, role: StaffRole): Promise<Found['persons']> {
    if (!may(role, 'person.search')) return [];
    const { matches } = await services.persons.search({ text });
    return matches.slice(0, MOST).map(({ id, fullName, birthDate, reasons }) => ({
      id,
      name: fullName,
      born: birthDate ? dateInWords(isoDate(birthDate)) : null,
      reasons,
    }));
  }
  app.get('/api/find', { schema: { querystring: FindQuery, response: { 200: Found } } }, async (request) => {
    const actor = staffFor(request, 'file.read');
    const { text } = request.query;
    const [people, found] = await Promise.all([personsFor(text, actor.me.role), filesFor(text)]);
    return { persons: people, files: found };
  });
};
