import { Id, MergePersons, PersonMatches, RegisterPage, RegisterQuery, RegisterView, SearchPersons } from '@cavren/contract';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { staffFor } from '../http/index';
import { personsService, type PersonsService } from './service';
import { personsStore, type PersonsStore } from './store';

declare module '../house/index' {
  interface Services {
    persons: PersonsService;
    personsStore: PersonsStore;
  }
}

const PersonParams = z.object({ id: Id });

/** The register of persons and organisations: found, looked at, and merged where two entries are one. */
export const persons: Concept = async (app, house) => {
  const store = house.offer('personsStore', personsStore(house.db, house.secrets));
  const service = house.offer('persons', personsService(house, store));
  while ((await store.reindex()) > 0);
  await store.completeIndex();

  app.post('/api/persons/search', { schema: { body: SearchPersons, response: { 200: PersonMatches } } }, async (request) => {
    staffFor(request, 'person.search');
    return service.search(request.body);
  });
  app.get('/api/persons', { schema: { querystring: RegisterQuery, response: { 200: RegisterPage } } }, async (request) => {
    staffFor(request, 'person.search');
    return service.page(request.query.page, request.query.size);
  });
  app.get('/api/persons/:id', { schema: { params: PersonParams, response: { 200: RegisterView } } }, async (request) => {
    staffFor(request, 'person.search');
    return service.view(request.params.id);
  });
  app.post('/api/persons/merge', { schema: { body: MergePersons, response: { 200: RegisterView } } }, async (request) => {
    const actor = staffFor(request, 'person.merge');
    const { keepId, dropId, reason } = request.body;
    return service.merge(keepId, dropId, reason, actor);
  });
  app.post('/api/persons/merges/:id/undo', { schema: { params: PersonParams, response: { 200: RegisterView } } }, async (request) => {
    const actor = staffFor(request, 'person.merge');
    return service.undoMerge(request.params.id, actor);
  });
};
