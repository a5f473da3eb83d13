import { PROBLEM } from './problems';
import '@fastify/multipart';
import { FileAnswer, Id, JudgePaper, RemovePaper } from '@cavren/contract';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { papersService, type PapersService } from './service';
import { papersStore, type PapersStore } from './store';
import type { Turns } from '../turns/index';
import { readUpload, sendPaper, uploadTurns } from './transfer';

const PaperParams = FileParams.extend({ id: Id });

declare module '../house/index' {
  interface Services {
    papers: PapersService;
    papersStore: PapersStore;
    uploadTurns: Turns;
  }
}

/** Papers: taken in, looked at, accepted or sent back. */
export const papers: Concept = (app, house) => {
  const store = house.offer('papersStore', papersStore(house.db));
  const service = house.offer('papers', papersService(house, store));
  const takeIn = uploadTurns();
  house.offer('uploadTurns', takeIn);
  house.plug('filePart', { name: 'papers', empty: { papers: [] }, load: (fileId, tx) => store.load(fileId, tx) });

  app.post('/api/files/:reference/papers', { schema: { params: FileParams, response: { 201: FileAnswer } } }, async (request, reply) => {
    const actor = staffFor(request, 'paper.add');
    const { reference } = request.params;
    const changed = await takeIn.inTurn(reference, async () => service.add({ reference }, await readUpload(request), null, actor));
    return reply.status(201).send(changed);
  });
  app.get('/api/files/:reference/papers/:id/content', { schema: { params: PaperParams } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const file = await house.services.fileStore.byReference(request.params.reference);
    if (!file) throw PROBLEM.noFile();
    return sendPaper(reply, await service.content(file.id, request.params.id, null));
  });
  app.post(
    '/api/files/:reference/papers/:id/verdict',
    { schema: { params: PaperParams, body: JudgePaper, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'paper.judge');
      return service.judge(request.params.reference, request.params.id, request.body, actor);
    },
  );
  app.post(
    '/api/files/:reference/papers/:id/remove',
    { schema: { params: PaperParams, body: RemovePaper, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'paper.remove');
      return service.remove(request.params.reference, request.body.version, request.params.id, request.body.reason, actor);
    },
  );
};
