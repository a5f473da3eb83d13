import { AssistanceRead, FileAnswer, GiveAssistance } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { assistanceService, type AssistanceService } from './service';
import { assistanceStore } from './store';

export { letterOf } from './service';

declare module '../house/index' {
  interface Services {
    assistance: AssistanceService;
  }
}

/** Assistance towards a premium: the result given, and read before a plan is chosen. */
export const assistance: Concept = (app, house) => {
  const store = assistanceStore(house.db);
  const service = house.offer('assistance', assistanceService(house, store));
  house.plug('filePart', {
    name: 'assistanceResult',
    empty: { assistanceResult: null },
    load: async (fileId, tx) => ({ assistanceResult: await store.newest(fileId, tx) }),
  });

  app.post('/api/files/:reference/assistance', { schema: { params: FileParams, body: GiveAssistance, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'details.write');
    return service.give(request.params.reference, request.body.version, actor);
  });
  app.post(
    '/api/files/:reference/assistance/read',
    { schema: { params: FileParams, body: AssistanceRead, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'details.write');
      const { version, resultId, how } = request.body;
      return service.readAtDesk(request.params.reference, version, resultId, how, actor);
    },
  );
};
