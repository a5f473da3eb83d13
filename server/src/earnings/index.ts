import { CertifiedStaff, EarningsPage, EarningsQuery, FileAnswer, NameProducers } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { earningsService, type EarningsService } from './service';
import { earningsStore } from './store';

declare module '../house/index' {
  interface Services {
    earnings: EarningsService;
  }
}

/** Who brings policies, what they earn of them, and their statements by month. */
export const earnings: Concept = (app, house) => {
  const store = earningsStore(house.db);
  const service = house.offer('earnings', earningsService(house, store));
  house.plug('filePart', {
    name: 'producers',
    empty: { producers: [] },
    load: async (fileId, tx) => ({ producers: await store.producers(fileId, tx) }),
  });

  app.get('/api/files/:reference/producers', { schema: { params: FileParams, response: { 200: CertifiedStaff } } }, async (request) => {
    staffFor(request, 'producers.name');
    return service.certified(request.params.reference);
  });
  app.post('/api/files/:reference/producers', { schema: { params: FileParams, body: NameProducers, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'producers.name');
    return service.name(request.params.reference, request.body, actor);
  });
  app.get('/api/earnings', { schema: { querystring: EarningsQuery, response: { 200: EarningsPage } } }, async (request) => {
    const { me } = staffFor(request, 'earnings.read');
    // Officers see what they earn themselves.
    return service.statement(request.query.month, me.role === 'intake' ? me.id : null);
  });
  app.get('/api/earnings.csv', { schema: { querystring: EarningsQuery } }, async (request, reply) => {
    const { me } = staffFor(request, 'earnings.read');
    const statement = await service.statement(request.query.month, me.role === 'intake' ? me.id : null);
    return reply
      .type('text/csv; charset=utf-8')
      .header('content-disposition', `attachment; filename="earnings-${request.query.month}.csv"`)
      .send(service.csv(statement));
  });
};
