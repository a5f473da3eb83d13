import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  notLet: [409, 'not-let', 'handover.notLet'],
  stage: [409, 'stage', 'handover.stage'],
  noRoom: [404, 'not-found', 'handover.noRoom'],
  noPicture: [404, 'not-found', 'handover.noPicture'],
  pictureOnly: [422, 'invalid', 'handover.pictureOnly'],
  begun: [409, 'begun', 'handover.begun'],
  open: [409, 'record-open', 'handover.open'],
  signed: [409, 'signed', 'handover.signed'],
  name: [422, 'invalid', 'handover.name'],
  notYours: [403, 'forbidden', 'handover.notYours'],
  notASigner: [422, 'invalid', 'handover.notASigner'],
  early: [422, 'invalid', 'handover.early'],
  noDate: [404, 'not-found', 'handover.noDate'],
  noRecord: [404, 'not-found', 'handover.noRecord'],
});
