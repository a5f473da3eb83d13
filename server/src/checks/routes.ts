import { AskCheck, FileAnswer, Id, ResolveFinding } from '@cavren/contract';
import { FileParams } from '../files/index';
import { staffFor, type App } from '../http/index';
import type { ChecksService } from './service';

export function checkRoutes(app: App, service: ChecksService): void {
  app.post('/api/files/:reference/checks', { schema: { params: FileParams, body: AskCheck, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'check.ask');
    const { version, personId, kind } = request.body;
    return service.askFor(request.params.reference, version, personId, kind, actor);
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
}
