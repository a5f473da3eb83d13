import { BeginRecord, FileAnswer, HandOverKeys, Id, RecordRoom, SeeToDate, SendBackPayout, SignRecord } from '@cavren/contract';
import { NO_HANDOVER } from '@cavren/core';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { readUpload, sendPaper } from '../papers/index';
import { handoverService, type HandoverService } from './service';
import { handoverStore } from './store';

declare module '../house/index' {
  interface Services {
    handover: HandoverService;
  }
}

const RoomParams = FileParams.extend({ id: Id });

/** Moving in: the condition of a unit by room, signed by both, its keys, and the days to keep. */
export const handover: Concept = (app, house) => {
  const { services } = house;
  const store = handoverStore(house.db);
  const service = house.offer('handover', handoverService(house, store));
  house.plug('filePart', {
    name: 'handover',
    empty: { handover: NO_HANDOVER },
    load: async (fileId, tx) => ({ handover: await store.load(fileId, tx) }),
  });

  app.post('/api/files/:reference/record', { schema: { params: FileParams, body: BeginRecord, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'record.write');
    return service.begin(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/record/rooms/:id', { schema: { params: RoomParams, body: RecordRoom, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'record.write');
    return service.room(request.params.reference, request.params.id, request.body, actor);
  });
  app.post('/api/files/:reference/record/rooms/:id/pictures', { schema: { params: RoomParams, response: { 201: FileAnswer } } }, async (request, reply) => {
    const actor = staffFor(request, 'record.write');
    const { reference, id } = request.params;
    const changed = await services.uploadTurns.inTurn(reference, async () => service.picture({ reference }, id, await readUpload(request), null, actor));
    return reply.status(201).send(changed);
  });
  app.post('/api/files/:reference/record/sign', { schema: { params: FileParams, body: SignRecord, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'record.write');
    return service.signForHouse(request.params.reference, request.body.version, actor);
  });
  app.get('/api/files/:reference/record', { schema: { params: FileParams } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const { row } = await services.files.state({ reference: request.params.reference });
    return sendPaper(reply, { content: await service.recordPdf(row.id), mediaType: 'application/pdf', name: `${request.params.reference}-condition.pdf` });
  });
  app.post('/api/files/:reference/keys', { schema: { params: FileParams, body: HandOverKeys, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'keys.handOver');
    return service.keys(request.params.reference, request.body, actor);
  });
  app.post('/api/files/:reference/keys/send-back', { schema: { params: FileParams, body: SendBackPayout, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'keys.handOver');
    return service.sendBack(request.params.reference, request.body.version, request.body.question, actor);
  });
  app.post('/api/files/:reference/key-dates', { schema: { params: FileParams, body: SeeToDate, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'keyDate.see');
    return service.seeTo(request.params.reference, request.body, actor);
  });
  app.get('/api/files/:reference/key-dates.ics', { schema: { params: FileParams } }, async (request, reply) => {
    staffFor(request, 'file.read');
    const { file } = await services.files.state({ reference: request.params.reference });
    return reply
      .type('text/calendar; charset=utf-8')
      .header('content-disposition', `attachment; filename="${file.reference}-key-dates.ics"`)
      .send(service.calendar(file, services.files.todayIn(file.pack)));
  });
};
