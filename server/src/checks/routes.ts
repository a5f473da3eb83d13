import { AskCheck, AskChecks, FileAnswer, Id, ResolveFinding } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { checksService, type ChecksService } from './service';
import { checksStore } from './store';

declare module '../house/index' {
  interface Services {
    checks: ChecksService;
  }
}

/** Outside checks: asked for, answered by a job, and settled. */
export const checks: Concept = (app, house) => {
  const store = checksStore(house.db);
  const service = house.offer('checks', checksService(house, store));
  house.plug('filePart', { name: 'checks', empty: { checks: [] }, ofOthers: true, load: (fileId, tx) => store.load(fileId, tx) });
  house.jobs.handle('check.run', (id) => service.run(id));

  app.post('/api/files/:reference/checks', { schema: { params: FileParams, body: AskCheck, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'check.ask');
    const { version, personId, kind } = request.body;
    return service.askFor(request.params.reference, version, personId, kind, actor);
  });
  app.post('/api/files/:reference/checks/all', { schema: { params: FileParams, body: AskChecks, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'check.ask');
    return service.askForAll(request.params.reference, request.body.version, actor);
  });
  app.post(
    '/api/files/:reference/findings/:id',
    { schema: { params: FileParams.extend({ id: Id }), body: ResolveFinding, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'finding.resolve');
      const { version, resolution, reason } = request.body;
      return service.resolve(request.params.reference, version, request.params.id, resolution, reason, actor);
    },
  );
};
