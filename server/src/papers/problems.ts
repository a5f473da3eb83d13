import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  fileFull: [409, 'file-full', 'papers.fileFull'],
  yourShareFull: [409, 'share-full', 'papers.yourShareFull'],
  crowd: [429, 'crowd', 'papers.crowd'],
  tooMuchWork: [422, 'invalid', 'papers.tooMuchWork'],
  inflates: [422, 'invalid', 'papers.inflates'],
  active: [422, 'invalid', 'papers.active'],
  encrypted: [422, 'invalid', 'papers.encrypted'],
  damagedPicture: [422, 'invalid', 'papers.damagedPicture'],
  damagedPdf: [422, 'invalid', 'papers.damagedPdf'],
  noBeginning: [422, 'invalid', 'papers.noBeginning'],
  otherKind: [422, 'invalid', 'papers.otherKind'],
  tooLarge: [422, 'invalid', 'papers.tooLarge'],
  empty: [422, 'invalid', 'papers.empty'],
  chooseFile: [422, 'invalid', 'papers.chooseFile'],
  ended: [409, 'ended', 'papers.ended'],
  fileHasNoSuchCondition: [422, 'invalid', 'papers.fileHasNoSuchCondition'],
  fileLocked: [409, 'file-locked', 'papers.fileLocked'],
  leap: [422, 'leap', 'papers.leap'],
  giveAmountPaperShows: [422, 'invalid', 'papers.giveAmountPaperShows'],
  noCondition: [404, 'not-found', 'papers.noCondition'],
  noFile: [404, 'not-found', 'papers.noFile'],
  noPaper: [404, 'not-found', 'papers.noPaper'],
  paperUnattached: [409, 'paper-unattached', 'papers.paperUnattached'],
});
