import { FileAnswer, LineVersions, SendLines } from '@cavren/contract';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { linesService, type LinesService } from './service';
import { linesStore, versionOf } from './store';

const LineParams = FileParams.extend({ line: z.string().max(40) });

declare module '../house/index' {
  interface Services {
    lines: LinesService;
  }
}

/** Lines of cover and the issuing system: sent, accepted or rejected later, each change a version of its own. */
export const lines: Concept = (app, house) => {
  const store = linesStore(house.db);
  const service = house.offer('lines', linesService(house, store));
  house.plug('filePart', {
    name: 'lineVersions',
    empty: { lineVersions: [] },
    load: async (fileId, tx) => ({ lineVersions: (await store.newest(fileId, tx)).map(versionOf) }),
    spread: (change, before) => (change.file.stage === before.stage ? Promise.resolve() : service.takeOut(change)),
  });

  app.post('/api/files/:reference/lines/send', { schema: { params: FileParams, body: SendLines, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'details.write');
    const { version, lines: wanted } = request.body;
    return service.send(request.params.reference, version, wanted, actor);
  });
  app.get('/api/files/:reference/lines/:line/versions', { schema: { params: LineParams, response: { 200: LineVersions } } }, async (request) => {
    staffFor(request, 'file.read');
    const { reference, line } = request.params;
    return (await service.versions(reference, line)).map(versionOf);
  });
};
