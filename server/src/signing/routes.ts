import { PROBLEM } from './problems';
import { FileAnswer, Id, SendAgreement, VoidAgreement, WhichDocument } from '@cavren/contract';
import type { SignedDocument } from '@cavren/core';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { sendPaper } from '../papers/index';
import { loadSealer } from './seal';
import { signingService, type SigningService } from './service';
import { signingStore } from './store';

declare module '../house/index' {
  interface Services {
    signing: SigningService;
  }
}

/** Agreements: sent, signed in order, sealed, taken back. */
export const signing: Concept = async (app, house) => {
  const store = signingStore(house.db);
  const service = house.offer('signing', signingService(house, store, await loadSealer(house.config.dataFolder, house.lender)));
  house.plug('filePart', { name: 'envelope', empty: { envelope: null, application: null }, load: (fileId, tx) => store.load(fileId, tx) });

  app.post('/api/files/:reference/agreement', { schema: { params: FileParams, body: SendAgreement, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'agreement.send');
    return service.send(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/agreement/void', { schema: { params: FileParams, body: VoidAgreement, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'agreement.void');
    return service.void(request.params.reference, request.body.version, request.body.reason, actor);
  });
  app.get('/api/files/:reference/signers/:id/mark', { schema: { params: FileParams.extend({ id: Id }) } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const file = await house.services.fileStore.byReference(request.params.reference);
    if (!file) throw PROBLEM.noFile();
    return sendPaper(reply, { content: await service.markOf(file.id, request.params.id), mediaType: 'image/png', name: 'mark.png' });
  });
  app.get('/api/files/:reference/agreement', { schema: { params: FileParams, querystring: WhichDocument } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const file = await house.services.fileStore.byReference(request.params.reference);
    if (!file) throw PROBLEM.noFile();
    const { document } = request.query;
    const { content, sealed } = await service.document(file.id, document);
    return sendPaper(reply, { content, mediaType: 'application/pdf', name: nameOfSigned(file.reference, document, sealed) });
  });
};

/** What a document is called when it is kept. */
export const nameOfSigned = (reference: string, document: SignedDocument, sealed: boolean): string =>
  `${reference}${document === 'application' ? '-application' : ''}${sealed ? '-signed' : ''}.pdf`;
