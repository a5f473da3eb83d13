import { OpenedFile, OpenFile, ProductOnOffer } from '@cavren/contract';
import { z } from 'zod';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { openingService, type OpeningService } from './service';

declare module '../house/index' {
  interface Services {
    opening: OpeningService;
  }
}

/** Opening a file, and what else is on offer where a matter has ended. */
export const opening: Concept = (app, house) => {
  const service = house.offer('opening', openingService(house));
  app.post('/api/files', { schema: { body: OpenFile, response: { 201: OpenedFile } } }, async (request, reply) => {
    const actor = staffFor(request, 'file.open');
    return reply.status(201).send({ reference: (await service.open(request.body, actor)).reference });
  });
  app.get('/api/files/:reference/alternatives', { schema: { params: FileParams, response: { 200: z.array(ProductOnOffer) } } }, async (request) => {
    const actor = staffFor(request, 'file.open');
    return service.alternatives(request.params.reference, actor.id);
  });
};
