import { FileAnswer, SendAgreement, VoidAgreement } from '@cavren/contract';
import { FileParams, type FilesStore } from '../files/index';
import { notFound, staffFor, type App } from '../http/index';
import { sendPaper } from '../papers/index';
import type { SigningService } from './service';

export function signingRoutes(app: App, service: SigningService, files: FilesStore): void {
  app.post('/api/files/:reference/agreement', { schema: { params: FileParams, body: SendAgreement, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'agreement.send');
    return service.send(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/agreement/void', { schema: { params: FileParams, body: VoidAgreement, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'agreement.void');
    return service.void(request.params.reference, request.body.version, request.body.reason, actor);
  });
  app.get('/api/files/:reference/agreement', { schema: { params: FileParams } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const file = await files.byReference(request.params.reference);
    if (!file) throw notFound('This file');
    const { content, sealed } = await service.document(file.id);
    return sendPaper(reply, { content, mediaType: 'application/pdf', name: `${file.reference}${sealed ? '-signed' : ''}.pdf` });
  });
}
