import { ChangeDetails, FileAnswer, RevealedNumber, RevealNumber } from '@cavren/contract';
import { FileParams } from '../files/index';
import { staffFor, type App } from '../http/index';
import type { DetailsService } from './service';

export function detailsRoutes(app: App, service: DetailsService): void {
  app.patch('/api/files/:reference/details', { schema: { params: FileParams, body: ChangeDetails, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'details.write');
    return service.change(request.params.reference, request.body, actor);
  });
  app.post('/api/files/:reference/reveal', { schema: { params: FileParams, body: RevealNumber, response: { 200: RevealedNumber } } }, async (request) => {
    const actor = staffFor(request, 'number.reveal');
    const { entity, id, field } = request.body;
    return { number: await service.reveal(request.params.reference, entity, id, field ?? (entity === 'person' ? 'idNumber' : 'payoutAccount'), actor) };
  });
}
