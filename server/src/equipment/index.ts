import { AcceptItem, FileAnswer } from '@cavren/contract';
import { equipmentLease } from '@cavren/core';
import type { Changed } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor, type Actor } from '../http/index';
import { besideLoanPdf } from './pdf';
import { PROBLEM } from './problems';

export { equipmentPdf } from './pdf';

function equipmentService({ services }: House) {
  return {
    /** Takes down that an item was delivered and accepted, with the number on it; once. */
    accept: (reference: string, { version, itemId, serial, on }: AcceptItem, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, (change) => {
        const { file, today } = change;
        if (!file.product.equipment) throw PROBLEM.notThis();
        if (file.stage !== 'completing') throw PROBLEM.notYet();
        const item = file.leasedItems.find(({ id }) => id === itemId);
        if (!item) throw PROBLEM.noItem();
        if (item.deliveredOn !== null) throw PROBLEM.delivered();
        if (on > today) throw PROBLEM.ahead({}, 'on');
        const set = (field: string, value: string) => ({ op: 'set' as const, entity: 'leasedItem' as const, id: itemId, field, value });
        for (const wish of [set('serial', serial), set('deliveredOn', on)]) change.apply(wish);
        change.record('equipment.accept', `leasedItem/${itemId}`, null, `${item.description ?? ''}, ${serial}`);
      }),
  };
}

/** Equipment on lease: its delivery, and what it costs beside a loan. */
export const equipment: Concept = (app, house) => {
  const service = equipmentService(house);
  app.post('/api/files/:reference/equipment/accept', { schema: { params: FileParams, body: AcceptItem, response: { 200: FileAnswer } } }, (request) => {
    const actor = staffFor(request, 'record.write');
    return service.accept(request.params.reference, request.body, actor);
  });
  app.get('/api/files/:reference/equipment/sheet', { schema: { params: FileParams } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const { file, today } = await house.services.files.state({ reference: request.params.reference });
    if (!equipmentLease(file, today)) throw PROBLEM.notThis();
    return reply
      .type('application/pdf')
      .header('content-disposition', `inline; filename="${file.reference}-lease-beside-loan.pdf"`)
      .send(await besideLoanPdf(file, house.lender, today));
  });
};
