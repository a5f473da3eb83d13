import { ChangeDetails, FileAnswer, RevealedNumber, RevealNumber } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { detailsService, type DetailsService } from './service';
import { detailsStore, type DetailsStore } from './store';
import { EMPTY_DETAILS } from './empty';

declare module '../house/index' {
  interface Services {
    details: DetailsService;
    detailsStore: DetailsStore;
  }
}

/** What is stated in a file, field by field and row by row, for every kind of detail that is described. */
export const details: Concept = (app, house) => {
  const { db, secrets, offer } = house;
  const store = offer('detailsStore', detailsStore(db, secrets));
  const service = offer('details', detailsService(house, store));
  house.plug('filePart', {
    name: 'details',
    empty: EMPTY_DETAILS,
    load: (fileId, tx) => store.load(fileId, tx),
    write: (change, before) => store.write(change, before),
  });

  app.patch('/api/files/:reference/details', { schema: { params: FileParams, body: ChangeDetails, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'details.write');
    return service.change(request.params.reference, request.body, actor);
  });
  app.post('/api/files/:reference/reveal', { schema: { params: FileParams, body: RevealNumber, response: { 200: RevealedNumber } } }, async (request) => {
    const actor = staffFor(request, 'number.reveal');
    const { entity, id, field } = request.body;
    return { number: await service.reveal(request.params.reference, entity, id, field ?? (entity === 'person' ? 'idNumber' : 'payoutAccount'), actor) };
  });
};
