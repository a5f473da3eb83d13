import { AskReference, FileAnswer, Id, SetReferenceAside, TakeReference } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { referencesService, type ReferencesService } from './service';
import { referencesStore } from './store';

declare module '../house/index' {
  interface Services {
    references: ReferencesService;
  }
}

/** Earlier lettings: whoever let a home is asked, answers at the front door, and is held against what was stated. */
export const references: Concept = (app, house) => {
  const service = house.offer('references', referencesService(house, referencesStore(house.db)));
  house.plug('filePart', {
    name: 'references',
    empty: { references: [] },
    load: async (fileId, tx) => ({ references: await service.of(fileId, tx) }),
  });
  app.post('/api/files/:reference/references', { schema: { params: FileParams, body: AskReference, response: { 200: FileAnswer } } }, (request) => {
    const actor = staffFor(request, 'check.ask');
    return service.ask(request.params.reference, request.body.version, request.body.homeId, actor);
  });
  app.post(
    '/api/files/:reference/references/:id/take',
    { schema: { params: FileParams.extend({ id: Id }), body: TakeReference, response: { 200: FileAnswer } } },
    (request) => {
      const actor = staffFor(request, 'finding.resolve');
      return service.take(request.params.reference, request.params.id, request.body, actor);
    },
  );
  app.post('/api/files/:reference/references/aside', { schema: { params: FileParams, body: SetReferenceAside, response: { 200: FileAnswer } } }, (request) => {
    const actor = staffFor(request, 'finding.resolve');
    const { version, homeId, reason } = request.body;
    return service.setAside(request.params.reference, version, homeId, reason, actor);
  });
};
